"""Record a clearance: a red flag cleared by a named doctor, with the date and a note of the document."""

from __future__ import annotations

import datetime as dt
from copy import copy
from dataclasses import replace
from functools import partial

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, act
from easepath.clinic.actions.keep_result import keep_result, screened
from easepath.clinic.actions.revisions import require_open
from easepath.clinic.actions.withheld_sheet import is_withheld_after
from easepath.clinic.errors import FieldError
from easepath.clinic.repository import Record, read_again
from easepath.clinic.rows import NOT_WRITTEN, ClearanceRow
from easepath.core.knowledge import shipped_library
from easepath.core.screening import raised_flags


def record_clearance(
    actor: models.User, visit: models.Visit, *, flag: str, doctor: str, date: dt.date, reason: str
) -> models.Clearance:
    """Clear one raised red flag; only a clinician or a lead may, and only a flag that is raised."""
    given = ClearanceRow(
        id=NOT_WRITTEN, flag=flag, doctor=doctor.strip(), date=date, reason=reason.strip(), by_first=actor.first_name,
        by_last=actor.last_name, by_login=actor.username,
    )  # fmt: skip
    return act(actor, "record-clearance", partial(read_again, visit), lambda record: _decide(actor, record, given))


def _decide(actor: models.User, record: Record, given: ClearanceRow) -> Act[models.Clearance]:
    require_open(record.visit)
    _check(record, given)
    after = replace(record, complaint=copy(record.complaint), clearances=(*record.clearances, given))
    after.complaint.sheet_withheld = is_withheld_after(actor, record, after)
    result = screened(after)

    def write() -> models.Clearance:
        row = models.Clearance.objects.create(
            complaint=record.complaint, flag=given.flag, doctor=given.doctor, date=given.date, reason=given.reason,
            recorded_by=actor, recorded_at=clock.now(),
        )  # fmt: skip
        after.complaint.save(update_fields=["sheet_withheld"])
        keep_result(result, after)
        return row

    details = {"flag": given.flag, "doctor": given.doctor, "date": str(given.date), "reason": given.reason}
    return Act(write, "record-clearance", lambda _: details)


def _check(record: Record, given: ClearanceRow) -> None:
    fields = {}
    if not given.doctor:
        fields["doctor"] = "name the doctor who cleared it"
    if not given.reason:
        fields["reason"] = "say what the document states"
    if given.date > record.today:
        fields["date"] = f"lies after today, {record.today}: check the date"
    if given.flag not in {found.id for found in raised_flags(shipped_library(), record.facts)}:
        fields["flag"] = "is not raised for this client"
    if fields:
        raise FieldError(fields)
