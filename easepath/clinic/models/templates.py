"""Sessions kept to be taken for other clients."""

from __future__ import annotations

from django.db import models

from easepath.clinic.models.people import Clinic, User


class SessionTemplate(models.Model):
    """A session kept by a clinic, or by one person of it; it holds nothing of the client it was made for.

    A row's side is `affected`, `other` or `both`, so that it can be taken for either side. One that was put away stays
    in the records and is offered no more.
    """

    clinic = models.ForeignKey(Clinic, on_delete=models.CASCADE, related_name="templates")
    owner = models.ForeignKey(User, on_delete=models.CASCADE, null=True, blank=True, related_name="templates")
    name = models.CharField(max_length=80)
    meant_for = models.JSONField(default=list, blank=True)
    drills = models.JSONField()
    order = models.CharField(max_length=8)
    groups = models.JSONField(default=list)
    kept_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    kept_at = models.DateTimeField()
    put_away_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        ordering = ("name", "pk")

    def __str__(self) -> str:
        return self.name
