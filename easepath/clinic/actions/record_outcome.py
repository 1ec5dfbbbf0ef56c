"""Record what a client says of the whole; sending it twice stores it once."""

from __future__ import annotations

import datetime as dt
import uuid
from dataclasses import dataclass
from functools import partial
from typing import Final

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, Unchanged, act, stored_already
from easepath.clinic.actions.session_bounds import OLDEST_DAYS, clinic_day
from easepath.clinic.errors import FieldError
from easepath.clinic.facts.outcomes import outcome_reports
from easepath.clinic.repository import Record, read_complaint
from easepath.core.facts import ActivityTold, Occasion
from easepath.core.ids import OutcomeScales
from easepath.core.knowledge import shipped_library
from easepath.core.knowledge.models import OutcomeScale
from easepath.core.outcomes import activity_names

LONGEST_NAME: Final = 80
"""Letters of an activity: it has to be read at a glance on a phone."""


@dataclass(frozen=True)
class OutcomeGiven:
    """One day's answers as they were given; None was not said."""

    id: uuid.UUID
    date: dt.date
    occasion: Occasion
    activities: tuple[ActivityTold, ...]
    pain: int | None
    change: int | None


def record_outcome(actor: models.User | None, complaint: models.Complaint, given: OutcomeGiven) -> models.OutcomeTold:
    """Store a day's answers once; `actor` None is the client at home, who names no new activity."""
    return act(
        actor, "log-for-client", partial(read_complaint, complaint.pk), lambda record: _decide(record, actor, given)
    )


def _decide(
    record: Record, actor: models.User | None, given: OutcomeGiven
) -> Act[models.OutcomeTold] | Unchanged[models.OutcomeTold]:
    known = stored_already(models.OutcomeTold, given.id, record.complaint, "report")
    if known is not None:
        return Unchanged(known)
    date = clinic_day(record, given.date)
    fields = _day_faults(record, date, by_client=actor is None) | _faults(given)
    if actor is None:
        fields |= _not_named(record, given)
    if fields:
        raise FieldError(fields)
    told = [{"name": one.name.strip(), "score": one.score} for one in given.activities]

    def write() -> models.OutcomeTold:
        return models.OutcomeTold.objects.create(
            id=given.id, complaint=record.complaint, date=date, occasion=given.occasion, activities=told,
            pain=given.pain, change=given.change, entered_by=actor, received_at=clock.now(),
        )  # fmt: skip

    details = {"date": str(date), "activities": told, "pain": given.pain, "change": given.change}
    return Act(write, "record-outcome", lambda _: details)


def _day_faults(record: Record, date: dt.date, *, by_client: bool) -> dict[str, str]:
    ago = (record.today - date).days
    if ago < 0:
        return {"date": f"lies after today, {record.today}"}
    if by_client and ago > OLDEST_DAYS:
        return {"date": f"is more than {OLDEST_DAYS} days ago: tell the clinic instead"}
    return {}


def _faults(given: OutcomeGiven) -> dict[str, str]:
    scales = shipped_library().outcomes
    own = scales[OutcomeScales.ACTIVITIES]
    names = [one.name.strip().casefold() for one in given.activities]
    fields = {}
    if len(names) > own.most:
        fields["activities"] = f"are {len(names)}: {own.most} at the most"
    for n, (one, name) in enumerate(zip(given.activities, names, strict=True)):
        if not name or len(name) > LONGEST_NAME:
            fields[f"activities.{n}.name"] = f"is empty, or longer than {LONGEST_NAME} letters"
        elif name in names[:n]:
            fields[f"activities.{n}.name"] = "stands twice"
        fields |= _out_of(own, f"activities.{n}.score", one.score)
    fields |= _out_of(scales[OutcomeScales.PAIN], "pain", given.pain)
    fields |= _out_of(scales[OutcomeScales.CHANGE], "change", given.change)
    if given.pain is None and given.change is None and not given.activities:
        fields["activities"] = "nothing is answered yet: name an activity, or answer one of the two questions"
    return fields


def _out_of(scale: OutcomeScale, field: str, value: int | None) -> dict[str, str]:
    if value is None or scale.low <= value <= scale.high:
        return {}
    return {field: f"is {value}: whole numbers from {scale.low} to {scale.high}"}


def _not_named(record: Record, given: OutcomeGiven) -> dict[str, str]:
    named = activity_names(outcome_reports(record))
    return {
        f"activities.{n}.name": "was not named with the clinic"
        for n, one in enumerate(given.activities) if one.name not in named
    }  # fmt: skip
