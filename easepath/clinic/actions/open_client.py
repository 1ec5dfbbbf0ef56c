"""Take in a new client: the person, the complaint, and the first visit."""

from __future__ import annotations

import datetime as dt

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.acting import note
from easepath.clinic.errors import FieldError
from easepath.clinic.facts.situation import MOST_YEARS, age_on
from easepath.clinic.policies import require


def birth_date_fault(birth_date: dt.date | None, today: dt.date) -> str | None:
    """Why nobody who comes today was born on that date; None where somebody can be, or it is unknown."""
    if birth_date is None:
        return None
    if birth_date > today:
        return f"lies after today, {today}: check the year"
    if age_on(birth_date, today) > MOST_YEARS:
        return f"is more than {MOST_YEARS} years ago: check the year"
    return None


def open_client(
    actor: models.User, *, first_name: str, last_name: str, birth_date: dt.date | None, sex: str, trade: str
) -> models.Visit:
    """Create a client of the actor's clinic with an empty complaint and its first visit."""
    assert actor.clinic is not None
    require(actor, "enter-story", actor.clinic)
    today = clock.today(actor.clinic.time_zone)
    fault = birth_date_fault(birth_date, today)
    if fault is not None:
        raise FieldError({"birth_date": fault})
    with transaction.atomic():
        client = models.Client.objects.create(
            clinic=actor.clinic, first_name=first_name, last_name=last_name, birth_date=birth_date, sex=sex, trade=trade
        )
        complaint = models.Complaint.objects.create(client=client, opened_at=clock.now())
        visit = models.Visit.objects.create(complaint=complaint, number=1, opened_by=actor, opened_at=clock.now())
        note(actor, complaint, "open-client", {"visit": 1})
    return visit
