"""Record a home check; sending it twice stores it once. A yes is told to the clinic at once by the screen itself."""

from __future__ import annotations

import datetime as dt
import uuid
from collections.abc import Mapping
from functools import partial

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, Unchanged, act, stored_already
from easepath.clinic.actions.dispatches import tell_staff
from easepath.clinic.actions.session_bounds import OLDEST_DAYS, clinic_day
from easepath.clinic.errors import FieldError
from easepath.clinic.repository import Record, read_complaint


def record_home_check(
    complaint: models.Complaint, identifier: uuid.UUID, date: dt.date, answers: Mapping[str, bool]
) -> models.HomeCheck:
    """Store a check once; every answer is to a question that is asked of this client at home."""
    given = models.HomeCheck(id=identifier, date=date, answers=dict(answers))
    return act(None, "log-for-client", partial(read_complaint, complaint.pk), lambda record: _decide(record, given))


def _decide(record: Record, given: models.HomeCheck) -> Act[models.HomeCheck] | Unchanged[models.HomeCheck]:
    known = stored_already(models.HomeCheck, given.pk, record.complaint, "check")
    if known is not None:
        return Unchanged(known)
    today, given.date = record.today, clinic_day(record, given.date)
    asked = {item for flag in record.assessment.library.red_flags.values() for item in flag.home_check}
    fields = {f"answers.{item}": "is not asked at home" for item in given.answers if item not in asked}
    if not given.answers:
        fields["answers"] = "has no answer"
    if not 0 <= (today - given.date).days <= OLDEST_DAYS:
        fields["date"] = f"lies after today, or more than {OLDEST_DAYS} days ago: tell the clinic instead"
    if fields:
        raise FieldError(fields)

    def write() -> models.HomeCheck:
        given.complaint, given.received_at = record.complaint, clock.now()
        given.save(force_insert=True)
        if any(given.answers.values()):
            tell_staff(record.complaint, "stop", record.version)
        return given

    return Act(write, "home-check", lambda _: {"date": str(given.date), "answers": given.answers})
