"""Overrides: a verdict made milder by somebody who may, with the reason; never deleted, only taken back."""

from __future__ import annotations

from django.db import models

from easepath.clinic.models.clients import SIDES
from easepath.clinic.models.complaints import Complaint
from easepath.clinic.models.people import User


class Override(models.Model):
    """One overridden verdict of one drill; `was` is the verdict that was overridden."""

    complaint = models.ForeignKey(Complaint, on_delete=models.CASCADE, related_name="overrides")
    drill = models.CharField(max_length=60)
    side = models.CharField(max_length=5, choices=SIDES)
    was = models.CharField(max_length=8)
    reason = models.CharField(max_length=400)
    by_lead = models.BooleanField(default=False)
    recorded_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    recorded_at = models.DateTimeField()
    withdrawn_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ("pk",)
        constraints = (
            models.UniqueConstraint(
                fields=("complaint", "drill", "side"), condition=models.Q(withdrawn_at=None),
                name="one_override_in_force",
            ),
        )  # fmt: skip

    def __str__(self) -> str:
        return f"{self.drill} {self.side}: {self.was} overridden"
