"""What a client says of the whole: own activities, usual pain, the change since care began; append-only."""

from __future__ import annotations

from django.db import models

from easepath.clinic.models.complaints import Complaint
from easepath.clinic.models.people import User

OCCASIONS = [("start", "at the start"), ("course", "on the way"), ("end", "at the end")]


class OutcomeTold(models.Model):
    """One day's answers, with the id its page made; empty is not said. The client told it where nobody entered it.

    `activities` are the client's own, each with its name and a score; of several of a date the last counts.
    """

    id = models.UUIDField(primary_key=True)
    complaint = models.ForeignKey(Complaint, on_delete=models.CASCADE, related_name="outcomes")
    date = models.DateField()
    occasion = models.CharField(max_length=6, choices=OCCASIONS)
    activities = models.JSONField(default=list)
    pain = models.PositiveSmallIntegerField(null=True)
    change = models.SmallIntegerField(null=True)
    entered_by = models.ForeignKey(User, on_delete=models.PROTECT, null=True, related_name="+")
    received_at = models.DateTimeField()

    class Meta:
        ordering = ("date", "received_at")
        verbose_name_plural = "outcomes told"

    def __str__(self) -> str:
        return f"told of the whole on {self.date}"
