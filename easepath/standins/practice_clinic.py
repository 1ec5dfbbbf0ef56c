"""A practice clinic in an invented river-lock town, with its staff."""

from __future__ import annotations

from dataclasses import dataclass

from easepath.clinic.models import Clinic, Role, User

NAME = "Lockmere Movement Clinic"
PASSWORD = "river-lock-demo"
STAFF = (
    ("hanne", "Hanne", "Ostrow", Role.CLINICIAN),
    ("callum", "Callum", "Reeve", Role.CLINICIAN),
    ("ruth", "Ruth", "Adeyemi", Role.LEAD),
    ("jo", "Jo", "Tamsin", Role.ASSISTANT),
)


@dataclass(frozen=True)
class PracticeClinic:
    """The clinic and the clinician who sees the practice clients."""

    clinic: Clinic
    clinician: User


def make_clinic() -> PracticeClinic:
    """Create the clinic and its four members of staff."""
    clinic = Clinic.objects.create(
        name=NAME, town="Lockmere", phone="01555 010 230",
        practice=True, emergency_note="In an emergency call your local emergency number first, then us.",
    )  # fmt: skip
    users = {}
    for username, first, last, role in STAFF:
        user = User(username=username, first_name=first, last_name=last, role=role, clinic=clinic)
        user.set_password(PASSWORD)
        user.save()
        users[username] = user
    return PracticeClinic(clinic, users["hanne"])
