"""The clinic and the people who work in it."""

from __future__ import annotations

from typing import ClassVar

from django.contrib.auth.models import AbstractUser
from django.db import models


class Role(models.TextChoices):
    """What somebody may do."""

    ASSISTANT = "assistant", "Assistant"
    CLINICIAN = "clinician", "Clinician"
    LEAD = "lead", "Lead"


class Clinic(models.Model):
    """One clinic: its name, whom a client calls, its time zone.

    `repeats`: measure to (standard error from its own repeated trials, degrees of freedom).
    """

    name = models.CharField(max_length=120)
    town = models.CharField(max_length=120, blank=True)
    phone = models.CharField(max_length=40)
    emergency_note = models.CharField(max_length=200, default="In an emergency call your local emergency number.")
    time_zone = models.CharField(max_length=60, default="Europe/London")
    repeats = models.JSONField(default=dict, blank=True, editable=False)

    def __str__(self) -> str:
        return self.name


class User(AbstractUser):
    """A member of staff; the role decides what the policies allow."""

    clinic = models.ForeignKey(Clinic, on_delete=models.PROTECT, null=True, blank=True, related_name="staff")
    role = models.CharField(max_length=12, choices=Role.choices, default=Role.ASSISTANT)

    REQUIRED_FIELDS: ClassVar[list[str]] = []

    @property
    def name(self) -> str:
        """The name as it stands on plans and in the audit trail."""
        return self.get_full_name() or self.username
