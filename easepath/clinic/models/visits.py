"""A visit, the revision of each of its steps, and what the screen told."""

from __future__ import annotations

from django.db import models

from easepath.clinic.models.complaints import Complaint
from easepath.clinic.models.people import User
from easepath.core.compose.session import ORDERS


class Visit(models.Model):
    """One meeting of a clinician and a client about a complaint.

    `order`: who orders the drills of its draft; `groups`: which of them are played in rounds. `left_open`: what was
    open when it was closed, in words.
    """

    complaint = models.ForeignKey(Complaint, on_delete=models.CASCADE, related_name="visits")
    number = models.PositiveSmallIntegerField()
    opened_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    opened_at = models.DateTimeField()
    closed_at = models.DateTimeField(null=True, blank=True)
    order = models.CharField(max_length=6, choices=[(word, word) for word in ORDERS], default="rules")
    groups = models.JSONField(default=list, blank=True)
    left_open = models.JSONField(default=list, blank=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=("complaint", "number"), name="one_visit_per_number"),)

    def __str__(self) -> str:
        return f"visit {self.number} of {self.complaint}"


class VisitStep(models.Model):
    """The draft of one step; a save must name the revision it was made on."""

    visit = models.ForeignKey(Visit, on_delete=models.CASCADE, related_name="steps")
    step = models.CharField(max_length=12)
    revision = models.PositiveIntegerField(default=0)
    saved_by = models.ForeignKey(User, on_delete=models.PROTECT, null=True, related_name="+")
    saved_at = models.DateTimeField(null=True)

    class Meta:
        constraints = (models.UniqueConstraint(fields=("visit", "step"), name="one_draft_per_step"),)

    def __str__(self) -> str:
        return f"{self.step} of {self.visit}, revision {self.revision}"


class KeptFacts(models.Model):
    """The facts of a decision as the rules read them, with the knowledge and the code that read them; never changed."""

    complaint = models.ForeignKey(Complaint, on_delete=models.CASCADE, related_name="kept_facts")
    visit = models.ForeignKey(Visit, on_delete=models.CASCADE, related_name="kept_facts")
    of = models.CharField(max_length=9, choices=[(w, w) for w in ("screening", "hand-over", "review")])
    facts = models.JSONField()
    knowledge_version = models.CharField(max_length=12)
    code_version = models.CharField(max_length=8)
    kept_at = models.DateTimeField()

    def __str__(self) -> str:
        return f"facts of a {self.of}, {self.kept_at:%Y-%m-%d}"


class ScreeningResult(models.Model):
    """What the screen told at a moment, with the facts, the knowledge, the code and the rules that spoke."""

    visit = models.ForeignKey(Visit, on_delete=models.CASCADE, related_name="screenings")
    facts = models.ForeignKey(KeptFacts, on_delete=models.PROTECT, null=True, related_name="+")
    outcome = models.CharField(max_length=12)
    irritability = models.CharField(max_length=10)
    flags = models.JSONField(default=list)
    unanswered = models.PositiveSmallIntegerField(default=0)
    knowledge_version = models.CharField(max_length=12)
    code_version = models.CharField(max_length=8, blank=True)
    rule_ids = models.JSONField(default=list)
    computed_at = models.DateTimeField()

    def __str__(self) -> str:
        return f"{self.outcome} at {self.computed_at:%Y-%m-%d}"
