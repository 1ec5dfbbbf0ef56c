"""Take in a new client: the person, the complaint, and the first visit."""

from __future__ import annotations

import datetime as dt
import re
from dataclasses import dataclass
from typing import Any, Final

from django.core.exceptions import ValidationError
from django.core.validators import validate_email
from django.db import transaction
from django.db.models import QuerySet

from easepath.clinic import clock, models
from easepath.clinic.acting import note
from easepath.clinic.errors import FieldError
from easepath.clinic.facts.situation import MOST_YEARS, age_on
from easepath.clinic.policies import require
from easepath.figure.build import BUILDS

AS_MOST: Final[dict[str, Any]] = {
    "minutes": 10, "per_day": 1, "days_per_week": 5, "places": ["floor", "bed", "chair", "wall"],
}  # fmt: skip
"""What the story arrives filled with: what most people give and have, said so there and changed in one press."""
TELEPHONE: Final = re.compile(r"(?=(?:\D*\d){4})[\d +()/-]{4,40}")


def birth_date_fault(birth_date: dt.date | None, today: dt.date) -> str | None:
    """Why nobody who comes today was born on that date; None where somebody can be, or it is unknown."""
    if birth_date is None:
        return None
    if birth_date > today:
        return f"lies after today, {today}: check the year"
    if age_on(birth_date, today) > MOST_YEARS:
        return f"is more than {MOST_YEARS} years ago: check the year"
    return None


@dataclass(frozen=True)
class Newcomer:
    """Who is taken in; only the name is needed. `somebody_else` says that a client of that name is another person."""

    first_name: str
    last_name: str
    birth_date: dt.date | None = None
    sex: str = ""
    trade: str = ""
    telephone: str = ""
    email: str = ""
    language: str = ""
    figure: str = ""
    somebody_else: bool = False


def open_client(actor: models.User, person: Newcomer) -> models.Visit:
    """Create a client of the actor's clinic with an empty complaint and its first visit.

    Raises FieldError for what cannot be, and where a client of that name and day of birth is in care already.
    """
    assert actor.clinic is not None
    require(actor, "enter-story", actor.clinic)
    _check(actor.clinic, person)
    told = {name: value for name, value in vars(person).items() if name != "somebody_else"}
    with transaction.atomic():
        client = models.Client.objects.create(clinic=actor.clinic, **told, **AS_MOST)
        complaint = models.Complaint.objects.create(client=client, opened_at=clock.now())
        visit = models.Visit.objects.create(complaint=complaint, number=1, opened_by=actor, opened_at=clock.now())
        note(actor, complaint, "open-client", {"visit": 1})
    return visit


def _check(clinic: models.Clinic, person: Newcomer) -> None:
    fields = person_faults(clinic, person)
    known = None if person.somebody_else or fields else like(clinic, person.first_name, person.last_name).filter(
        birth_date=person.birth_date
    ).first()  # fmt: skip
    if known is not None:
        fields["last_name"] = f"{known} is in care here already: open that client, or say that this is somebody else"
    if fields:
        raise FieldError(fields)


def person_faults(clinic: models.Clinic, person: Newcomer) -> dict[str, str]:
    """By field why nobody can be written down as that."""
    fields = {}
    for name in ("first_name", "last_name"):
        if not getattr(person, name).strip():
            fields[name] = "is needed: the sheet speaks to somebody"
    fault = birth_date_fault(person.birth_date, clock.today(clinic.time_zone))
    if fault is not None:
        fields["birth_date"] = fault
    if person.email:
        try:
            validate_email(person.email)
        except ValidationError:
            fields["email"] = "is no address: a name, @, and a domain"
    if person.telephone and not TELEPHONE.fullmatch(person.telephone):
        fields["telephone"] = "has digits, spaces and + ( ) - / alone, at least four digits"
    if person.figure and person.figure not in BUILDS:
        fields["figure"] = f"is none of {', '.join(BUILDS)}"
    return fields


def like(clinic: models.Clinic, first_name: str, last_name: str) -> QuerySet[models.Client]:
    """The clients of a clinic with that name, however it is written, who were not erased."""
    return models.Client.objects.filter(
        clinic=clinic,
        erased_at=None,
        merged_into=None,
        first_name__iexact=first_name.strip(),
        last_name__iexact=last_name.strip(),
    )
