"""The audit trail: who did what to whom, when; never changed, never deleted."""

from __future__ import annotations

from django.db import models

from easepath.clinic.models.clients import Client
from easepath.clinic.models.people import Clinic, User


class AuditEntry(models.Model):
    """One change, with the facts that explain it afterwards."""

    clinic = models.ForeignKey(Clinic, on_delete=models.PROTECT, related_name="audit")
    client = models.ForeignKey(Client, on_delete=models.PROTECT, null=True, related_name="audit")
    actor = models.ForeignKey(User, on_delete=models.PROTECT, null=True, related_name="+")
    action = models.CharField(max_length=40)
    details = models.JSONField(default=dict)
    at = models.DateTimeField()

    class Meta:
        ordering = ("-at", "-id")
        verbose_name_plural = "audit entries"

    def __str__(self) -> str:
        return f"{self.action} by {self.actor or 'the client'}"
