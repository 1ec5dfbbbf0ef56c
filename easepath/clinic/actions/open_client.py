"""Take in a new client: the person, the complaint, and the first visit."""

from __future__ import annotations

import datetime as dt

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.actions.base import record
from easepath.clinic.errors import FieldError
from easepath.clinic.policies import require


def open_client(
    actor: models.User, *, first_name: str, last_name: str, birth_date: dt.date | None, sex: str, trade: str
) -> models.Visit:
    """Create a client of the actor's clinic with an empty complaint and its first visit."""
    assert actor.clinic is not None
    require(actor, "enter-story", actor.clinic)
    today = clock.today(actor.clinic.time_zone)
    if birth_date is not None and birth_date > today:
        raise FieldError({"birth_date": f"lies after today, {today}: check the year"})
    with transaction.atomic():
        client = models.Client.objects.create(
            clinic=actor.clinic, first_name=first_name, last_name=last_name, birth_date=birth_date, sex=sex, trade=trade
        )
        complaint = models.Complaint.objects.create(client=client, opened_at=clock.now())
        visit = models.Visit.objects.create(complaint=complaint, number=1, opened_by=actor, opened_at=clock.now())
        record("open-client", complaint, actor, {"visit": 1})
    return visit
