"""The audit trail: who did what to whom, when; never changed, never deleted, and chained so that a gap shows."""

from __future__ import annotations

import json
from typing import Any

from django.db import models

from easepath.clinic.models.clients import Client
from easepath.clinic.models.people import Clinic, User


class AuditEntry(models.Model):
    """One act. `digest` stands for its values, `chain` for everything up to and with this entry of its clinic.

    The values stand beside it in `AuditValues`, so that an erasure can empty them while the chain still verifies.
    """

    clinic = models.ForeignKey(Clinic, on_delete=models.PROTECT, null=True, related_name="audit")
    client = models.ForeignKey(Client, on_delete=models.PROTECT, null=True, related_name="audit")
    actor = models.ForeignKey(User, on_delete=models.PROTECT, null=True, related_name="+")
    action = models.CharField(max_length=40)
    at = models.DateTimeField()
    number = models.PositiveIntegerField()
    digest = models.CharField(max_length=64)
    chain = models.CharField(max_length=64)

    class Meta:
        ordering = ("-at", "-id")
        verbose_name_plural = "audit entries"
        constraints = (models.UniqueConstraint(fields=("clinic", "number"), name="one_entry_per_number"),)
        indexes = (models.Index(fields=("client", "action", "-at")),)

    def __str__(self) -> str:
        return f"{self.action} by {self.actor or 'the client'}"

    @property
    def details(self) -> dict[str, Any] | None:
        """What was done, with the old and the new values; None where the client was erased."""
        try:
            found: dict[str, Any] = json.loads(self.values.text)
        except AuditValues.DoesNotExist:
            return None
        return found


class AuditValues(models.Model):
    """The values of an entry as canonical JSON, with the salt of their digest; an erasure removes both."""

    entry = models.OneToOneField(AuditEntry, on_delete=models.PROTECT, primary_key=True, related_name="values")
    salt = models.CharField(max_length=32)
    text = models.TextField()

    def __str__(self) -> str:
        return f"values of entry {self.entry_id}"


class Erasing(models.Model):
    """Stands only inside the transaction that erases a client; nothing else may blank a sealed row."""

    client = models.OneToOneField(Client, on_delete=models.PROTECT, primary_key=True)

    def __str__(self) -> str:
        return f"erasing client {self.client_id}"
