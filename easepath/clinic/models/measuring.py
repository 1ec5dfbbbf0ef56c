"""What was measured in a visit, the goals set for a client, and the drills tried in the room."""

from __future__ import annotations

from django.db import models

from easepath.clinic.models.clients import SIDES, Client
from easepath.clinic.models.complaints import Complaint
from easepath.clinic.models.people import User
from easepath.clinic.models.visits import Visit

ELSEWHERE = "told by another system"
"""The instrument of a reading that nobody here took: it is not held against one taken here, nor changed by a visit."""
STATES = [("cold", "before the drills"), ("after-drills", "after the drills")]


class Sitting(models.Model):
    """One sitting of one measure on one side: every trial in the measure's unit. It belongs to the body, not to one
    complaint, so that every complaint of the client reads it. One that was brought hangs on the visit it came with.
    """

    client = models.ForeignKey(Client, on_delete=models.CASCADE, related_name="sittings")
    visit = models.ForeignKey(Visit, on_delete=models.PROTECT, related_name="sittings")
    measure = models.CharField(max_length=60)
    side = models.CharField(max_length=5, blank=True, choices=SIDES)
    date = models.DateField()
    trials = models.JSONField()
    state = models.CharField(max_length=12, default="cold", choices=STATES)
    instrument = models.CharField(max_length=40, blank=True)
    entered_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    entered_at = models.DateTimeField()

    class Meta:
        ordering = ("date", "pk")
        constraints = (
            models.UniqueConstraint(
                fields=("visit", "measure", "side", "state"), condition=~models.Q(instrument=ELSEWHERE),
                name="one_sitting_per_visit",
            ),
            models.UniqueConstraint(
                fields=("visit", "measure", "side", "state", "date"), condition=models.Q(instrument=ELSEWHERE),
                name="one_brought_sitting_per_day",
            ),
        )  # fmt: skip

    def __str__(self) -> str:
        return f"{self.measure} {self.side} {self.date}"


class Goal(models.Model):
    """What this client needs of a measure; it replaces the norm."""

    complaint = models.ForeignKey(Complaint, on_delete=models.CASCADE, related_name="goals")
    measure = models.CharField(max_length=60)
    side = models.CharField(max_length=5, blank=True, choices=SIDES)
    value = models.FloatField()
    set_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    set_at = models.DateTimeField()

    class Meta:
        ordering = ("pk",)

    def __str__(self) -> str:
        return f"{self.measure} {self.side} {self.value:g}"


class Tryout(models.Model):
    """A drill done in the room: a re-test before and after, what was felt, the faults that were seen."""

    complaint = models.ForeignKey(Complaint, on_delete=models.CASCADE, related_name="tryouts")
    visit = models.ForeignKey(Visit, on_delete=models.PROTECT, related_name="tryouts")
    position = models.PositiveSmallIntegerField()
    drill = models.CharField(max_length=60)
    side = models.CharField(max_length=5, choices=SIDES)
    measure = models.CharField(max_length=60, blank=True)
    before = models.JSONField(default=list)
    after = models.JSONField(default=list)
    symptom = models.CharField(max_length=12, blank=True)
    faults = models.JSONField(default=list)
    brought_back = models.BooleanField(default=False)
    entered_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    entered_at = models.DateTimeField()

    class Meta:
        ordering = ("visit_id", "position")

    def __str__(self) -> str:
        return f"{self.drill} {self.side}"
