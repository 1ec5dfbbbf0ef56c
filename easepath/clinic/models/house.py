"""What a lead has set for a whole clinic: each a dated row with its reason beside what the product ships."""

from __future__ import annotations

from typing import Final

from django.db import models

from easepath.clinic.models.people import Clinic, User

KINDS: Final = [
    ("drill", "drill switched off"), ("profile", "condition switched off"), ("method", "method of a need"),
    ("need", "weight of a need"), ("hours", "hours of work"), ("text", "text of a message"),
    ("role", "role of somebody"),
]  # fmt: skip
BINDING: Final = ("drill", "profile", "method", "need", "hours")
"""What binds the complaints of a clinic; words and roles bind none."""


class HouseRow(models.Model):
    """One thing set for a clinic from a moment on, until it is ended or set anew; nothing of it is overwritten.

    `key` is the drill, the condition, the need, the message or the user name, of a weight the condition and its need;
    `value` the method, the weight (0 to 1), the hours (`09:00 17:00 90`: from, until, minutes between breaks), the
    words or the role; empty where something is switched off.
    """

    clinic = models.ForeignKey(Clinic, on_delete=models.CASCADE, related_name="house")
    kind = models.CharField(max_length=7, choices=KINDS)
    key = models.CharField(max_length=150)
    value = models.CharField(max_length=300, blank=True)
    reason = models.CharField(max_length=300)
    set_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    set_at = models.DateTimeField()
    ended_by = models.ForeignKey(User, on_delete=models.PROTECT, null=True, related_name="+")
    ended_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ("-set_at", "-pk")
        constraints = (
            models.UniqueConstraint(
                fields=("clinic", "kind", "key"), condition=models.Q(ended_at=None), name="one_house_row_in_force"
            ),
        )

    def __str__(self) -> str:
        return f"{self.get_kind_display()}: {self.key}"
