"""The clinic and the people who work in it."""

from __future__ import annotations

import datetime as dt
from typing import ClassVar, Final
from zoneinfo import available_timezones

from django.contrib.auth.models import AbstractUser
from django.core.exceptions import ValidationError
from django.db import models

from easepath.core.knowledge import shipped_library
from easepath.figure.build import BUILDS, USUAL


def known_language(name: str) -> None:
    """Raise ValidationError for a second language that the knowledge does not speak."""
    languages = shipped_library().languages
    if name not in languages:
        raise ValidationError(f"{name} is not one of {', '.join(languages)}")


class Role(models.TextChoices):
    """What somebody may do."""

    ASSISTANT = "assistant", "Assistant"
    CLINICIAN = "clinician", "Clinician"
    LEAD = "lead", "Lead"


def known_time_zone(name: str) -> None:
    """Raise ValidationError for a zone that no clock knows."""
    if name not in available_timezones():
        raise ValidationError(f"{name} is not a time zone: pick one from the list")


FIGURES: Final = [(name, build.words) for name, build in BUILDS.items()]
"""The bodies that pictures may show, as they are called."""


class Clinic(models.Model):
    """One clinic: its name, whom a client calls, its time zone.

    `repeats`: measure to (standard error from its own repeated trials, degrees of freedom). `practice`: everybody in
    it is made up, so its leads need no second factor. The three bands are what the clinic calls them. A client whose
    language is its `second_language` has the phone and the paper in it; without one all is in English.
    """

    name = models.CharField(max_length=120)
    town = models.CharField(max_length=120, blank=True)
    phone = models.CharField(max_length=40)
    emergency_note = models.CharField(max_length=200, default="In an emergency call your local emergency number.")
    time_zone = models.CharField(max_length=60, default="Europe/London", validators=[known_time_zone])
    practice = models.BooleanField(default=False)
    band_light = models.CharField(max_length=20, blank=True)
    band_medium = models.CharField(max_length=20, blank=True)
    band_strong = models.CharField(max_length=20, blank=True)
    second_language = models.CharField(
        max_length=5, blank=True, validators=[known_language],
        help_text="What clients who read best in it are shown; its words are not read by a native clinician.",
    )  # fmt: skip
    links_ask_birth_year = models.BooleanField(
        default=False, help_text="A new private link asks for the client's year of birth, once on each device.",
    )  # fmt: skip
    figure = models.CharField(
        max_length=6, choices=FIGURES, default=USUAL,
        help_text="The body that pictures for clients show, where a record names none.",
    )  # fmt: skip
    quiet_from = models.TimeField(default=dt.time(20), help_text="From then on nothing is sent to a client.")
    quiet_until = models.TimeField(default=dt.time(7), help_text="What waited in the quiet hours is sent from then on.")
    told_at = models.EmailField(
        max_length=100, blank=True,
        help_text="Where stop signs and lines of clients are told; else to whoever handed over the plan.",
    )  # fmt: skip
    repeats = models.JSONField(default=dict, blank=True, editable=False)

    def __str__(self) -> str:
        return self.name

    @property
    def bands(self) -> dict[str, str]:
        """What it calls its bands, by strength; a strength without a name is not in it."""
        named = {"light": self.band_light, "medium": self.band_medium, "strong": self.band_strong}
        return {strength: name.strip() for strength, name in named.items() if name.strip()}


class User(AbstractUser):
    """A member of staff; the role decides what the policies allow."""

    clinic = models.ForeignKey(Clinic, on_delete=models.PROTECT, null=True, blank=True, related_name="staff")
    role = models.CharField(max_length=12, choices=Role.choices, default=Role.ASSISTANT)

    REQUIRED_FIELDS: ClassVar[list[str]] = []

    @property
    def name(self) -> str:
        """The name as it stands on plans and in the audit trail."""
        return self.get_full_name() or self.username


class RecoveryCode(models.Model):
    """One of the codes that open an account once when the second factor is lost; only a hash of it is kept."""

    user = models.ForeignKey(User, on_delete=models.CASCADE, related_name="recovery_codes")
    code_hash = models.CharField(max_length=64, unique=True)
    used_at = models.DateTimeField(null=True, blank=True)

    def __str__(self) -> str:
        return f"recovery code of {self.user}"
