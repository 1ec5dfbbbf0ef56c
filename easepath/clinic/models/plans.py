"""Plans: the draft of ticked drills, and the versions handed over, never edited in place."""

from __future__ import annotations

from functools import cached_property
from typing import Any

from django.db import models

from easepath.clinic.models.clients import SIDES
from easepath.clinic.models.complaints import Complaint
from easepath.clinic.models.people import User
from easepath.clinic.models.visits import KeptFacts, Visit
from easepath.core.compose.session import ORDERS


class DraftDrill(models.Model):
    """A drill ticked in a visit and not handed over yet; an empty method or step is the rules' choice.

    `dose` is what the running version has, as long as method, step and side are its; or, where it is `own`, the parts
    of a dose that were set by hand. A `rest` returns between others and is never logged; `order` is what may change at
    home, `reason` why it stands there where the rules would leave it out, `names` its directions in the
    clinician's words, `manner` what was set by hand beyond its dose, `there` how it is done at the second set
    of places.
    """

    visit = models.ForeignKey(Visit, on_delete=models.CASCADE, related_name="draft_drills")
    position = models.PositiveSmallIntegerField()
    drill = models.CharField(max_length=60)
    side = models.CharField(max_length=5, choices=SIDES)
    method = models.CharField(max_length=40, blank=True)
    step = models.SmallIntegerField(null=True, blank=True)
    place = models.CharField(max_length=8, blank=True)
    dose = models.JSONField(null=True, blank=True)
    own = models.BooleanField(default=False)
    rest = models.BooleanField(default=False)
    order = models.JSONField(null=True, blank=True)
    reason = models.CharField(max_length=300, blank=True)
    names = models.JSONField(default=list, blank=True)
    manner = models.JSONField(null=True, blank=True)
    there = models.JSONField(null=True, blank=True)

    class Meta:
        ordering = ("position",)
        constraints = (
            models.UniqueConstraint(
                fields=("visit", "drill"), condition=models.Q(rest=False), name="one_draft_row_per_drill"
            ),
        )

    def __str__(self) -> str:
        return f"{self.drill} {self.side}"


class PlanVersion(models.Model):
    """One version of a plan as it was handed over; a change is a new version.

    `order` says who ordered its drills, `groups` which of them are played in rounds. `elsewhere` is the session at the
    second set of places as its sheet says it. `precautions` and `limits` are what the client minds in every drill, in
    words for clients. `takes_back` is the number of the version that was taken back by it.
    """

    complaint = models.ForeignKey(Complaint, on_delete=models.CASCADE, related_name="versions")
    visit = models.ForeignKey(Visit, on_delete=models.PROTECT, null=True, related_name="versions")
    number = models.PositiveSmallIntegerField()
    stage = models.PositiveSmallIntegerField(null=True, blank=True)
    stage_since = models.DateField(null=True, blank=True)
    confirmed = models.JSONField(default=list, blank=True)
    start = models.DateField()
    plan_start = models.DateField()
    ends_on = models.DateField()
    minutes_available = models.PositiveSmallIntegerField(null=True)
    seconds = models.PositiveIntegerField()
    have_ready = models.JSONField(default=list)
    leave_out = models.JSONField(default=list)
    precautions = models.JSONField(default=list)
    limits = models.JSONField(default=list)
    timeline = models.JSONField(default=list)
    desk = models.JSONField(default=list)
    order = models.CharField(max_length=6, choices=[(word, word) for word in ORDERS], default="phases")
    groups = models.JSONField(default=list)
    overridden = models.JSONField(default=list)
    elsewhere = models.JSONField(null=True)
    difference = models.JSONField(default=list)
    takes_back = models.PositiveSmallIntegerField(null=True)
    facts = models.ForeignKey(KeptFacts, on_delete=models.PROTECT, null=True, related_name="+")
    knowledge_version = models.CharField(max_length=12)
    code_version = models.CharField(max_length=8, blank=True)
    rule_ids = models.JSONField(default=list)
    handed_over_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    handed_over_at = models.DateTimeField()

    class Meta:
        ordering = ("number",)
        constraints = (models.UniqueConstraint(fields=("complaint", "number"), name="one_version_per_number"),)

    def __str__(self) -> str:
        return f"version {self.number} of {self.complaint}"

    @property
    def drills_elsewhere(self) -> list[dict[str, Any]]:
        """Its drills at the second set of places, as they were kept; none without one."""
        return self.elsewhere["drills"] if self.elsewhere else []

    @cached_property
    def size(self) -> int:
        """How many drills it has."""
        return self.drills.count()

    @property
    def counted(self) -> list[PlanDrill]:
        """Its drills without those that only return as a rest."""
        return [row for row in self.drills.all() if not row.rest]


class PlanDrill(models.Model):
    """One drill of a version with everything the sheet says about it, as it was that day.

    `dose`, that of a side without an extra set, is what the client does; `step` is where it stood on the ladder.
    `rest`, `order`, `reason`, `names`, `manner` and `there` are those of the draft it was handed over from.
    """

    version = models.ForeignKey(PlanVersion, on_delete=models.CASCADE, related_name="drills")
    position = models.PositiveSmallIntegerField()
    drill = models.CharField(max_length=60)
    side = models.CharField(max_length=5, choices=SIDES)
    method = models.CharField(max_length=40)
    step = models.SmallIntegerField()
    since = models.DateField()
    place = models.CharField(max_length=8)
    dose = models.JSONField()
    prescription = models.JSONField()
    rest = models.BooleanField(default=False)
    order = models.JSONField(null=True)
    reason = models.CharField(max_length=300, blank=True)
    names = models.JSONField(default=list)
    manner = models.JSONField(null=True)
    there = models.JSONField(null=True)

    class Meta:
        ordering = ("position",)
        constraints = (
            models.UniqueConstraint(
                fields=("version", "drill"), condition=models.Q(rest=False), name="one_row_per_drill"
            ),
        )

    def __str__(self) -> str:
        return f"{self.drill} {self.side} step {self.step}"
