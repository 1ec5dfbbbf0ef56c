"""Take in somebody whom another system told of: the person, the words of the story, factors to confirm, readings."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.acting import note
from easepath.clinic.actions.open_client import Newcomer, open_client
from easepath.clinic.errors import FieldError
from easepath.clinic.models.measuring import ELSEWHERE
from easepath.clinic.policies import require

LONGEST: Final = {"words": 300, "medicine": 300, "noted": 400}


@dataclass(frozen=True)
class ForeignReading:
    """The trials of a reading in the measure's own unit."""

    measure: str
    side: str
    date: dt.date
    trials: tuple[float, ...]
    state: str = "cold"


@dataclass(frozen=True)
class Told:
    """What of a foreign record was chosen to be taken in."""

    person: Newcomer
    words: str = ""
    since: dt.date | None = None
    medicine: str = ""
    noted: str = ""
    factors: Sequence[tuple[str, str]] = ()
    readings: Sequence[ForeignReading] = ()


def take_in_foreign(actor: models.User, told: Told) -> models.Visit:
    """Open a client with a first visit; every factor waits to be confirmed, whoever took it in."""
    assert actor.clinic is not None
    require(actor, "import-foreign", actor.clinic)
    today = clock.today(actor.clinic.time_zone)
    fields = {
        name: f"is longer than {most} letters" for name, most in LONGEST.items() if len(getattr(told, name)) > most
    }
    if any(one.date > today for one in told.readings) or (told.since and told.since > today):
        fields["bundle"] = f"holds something of a day after today, {today}"
    if fields:
        raise FieldError(fields)
    with transaction.atomic():
        visit = open_client(actor, told.person)
        complaint = visit.complaint
        complaint.words, complaint.since = told.words, told.since
        complaint.medicine, complaint.noted = told.medicine, told.noted
        complaint.save(update_fields=["words", "since", "medicine", "noted"])
        for factor, side in told.factors:
            models.ClientFactor.objects.create(
                client=complaint.client, factor=factor, side=side, to_confirm=True, recorded_by=actor,
                recorded_at=clock.now(),
            )  # fmt: skip
        keep_brought(actor, visit, told.readings)
        details = {"factors": [factor for factor, _ in told.factors], "readings": len(told.readings)}
        note(actor, complaint, "import-foreign", details)
    return visit


def bring_readings(actor: models.User, visit: models.Visit, readings: Sequence[ForeignReading]) -> int:
    """Keep readings of somebody who is here, beside the visit they came with; returns how many were new."""
    require(actor, "import-foreign", visit.complaint.client.clinic)
    with transaction.atomic():
        new = keep_brought(actor, visit, readings)
        if new:
            note(actor, visit.complaint, "bring-readings", {"readings": new})
    return new


def keep_brought(actor: models.User, visit: models.Visit, readings: Sequence[ForeignReading]) -> int:
    """Store readings that were taken elsewhere, the last of each measure, side and day; returns how many were new."""
    latest = {(one.measure, one.side, one.state, one.date): one for one in readings}
    client = visit.complaint.client
    rows = [
        models.Sitting(
            client=client, visit=visit, measure=one.measure, side=one.side, date=one.date, trials=[*one.trials],
            state=one.state, instrument=ELSEWHERE, entered_by=actor, entered_at=clock.now(),
        )
        for one in latest.values()
    ]  # fmt: skip
    here = set(client.sittings.values_list("measure", "side", "state", "date"))
    new = [row for row in rows if (row.measure, row.side, row.state, row.date) not in here]
    models.Sitting.objects.bulk_create(new)
    return len(new)
