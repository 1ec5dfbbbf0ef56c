"""Put right who a client is and how they are reached."""

from __future__ import annotations

import datetime as dt
from typing import Any, Final

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.acting import lock_client, note_person
from easepath.clinic.actions.open_client import Newcomer, person_faults
from easepath.clinic.actions.revisions import differing
from easepath.clinic.errors import FieldError, RefusedError, StaleRevisionError
from easepath.clinic.policies import require

FIELDS: Final = (
    "first_name", "last_name", "birth_date", "sex", "trade", "telephone", "email", "language", "figure", "consent_on",
)  # fmt: skip


def edit_client(
    actor: models.User, client: models.Client, revision: int, person: Newcomer, consent_on: dt.date | None
) -> models.Client:
    """Write who a client is on the revision the page was read at; the same again changes nothing.

    Raises FieldError for what cannot be, StaleRevisionError where somebody changed the person in between.
    """
    require(actor, "edit-client", client.clinic)
    fields = person_faults(client.clinic, person)
    today = clock.today(client.clinic.time_zone)
    if consent_on is not None and consent_on > today:
        fields["consent_on"] = f"lies after today, {today}"
    if fields:
        raise FieldError(fields)
    told: dict[str, Any] = {name: getattr(person, name) for name in FIELDS[:-1]} | {"consent_on": consent_on}
    with transaction.atomic():
        client = lock_client(client.pk)
        if client.archived or client.erased_at:
            raise RefusedError("this person is no longer in care", ["bring the client back first"])
        before = {name: getattr(client, name) for name in FIELDS}
        if before == told:
            return client
        if client.revision != revision:
            by = client.changed_by.name if client.changed_by else "somebody"
            raise StaleRevisionError(client.revision, by, _plain(before), _plain(told), client.revision)
        for name, value in told.items():
            setattr(client, name, value)
        client.revision, client.changed_by = client.revision + 1, actor
        client.save(update_fields=[*FIELDS, "revision", "changed_by"])
        note_person(actor, client, "edit-client", differing(_plain(before), _plain(told)))
    return client


def _plain(values: dict[str, Any]) -> dict[str, Any]:
    return {name: str(value) if isinstance(value, dt.date) else value for name, value in values.items()}
