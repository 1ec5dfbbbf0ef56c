"""Leave a session out of the count, or count it again: a new row with the reason, the log stays as it came."""

from __future__ import annotations

import uuid
from functools import partial

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, Unchanged, act
from easepath.clinic.actions.rest_orders import keep_rests
from easepath.clinic.errors import FieldError, NotFoundError
from easepath.clinic.repository import Record, read_complaint

Counted = models.SessionCount | None


def count_session(
    actor: models.User, complaint: models.Complaint, session: uuid.UUID, *, counts: bool, reason: str
) -> Counted:
    """The row that holds from now on; None where a session counts already and nothing was ever decided."""
    row = models.SessionCount(session_id=session, counts=counts, reason=reason.strip(), decided_by=actor)
    counted = act(actor, "count-session", partial(read_complaint, complaint.pk), lambda record: _decide(record, row))
    keep_rests(complaint)
    return counted


def _decide(record: Record, row: models.SessionCount) -> Act[Counted] | Unchanged[Counted]:
    if not row.reason:
        raise FieldError({"reason": "say why, so that it can be explained later"})
    log = next((session for session in record.sessions if session.id == row.session_id), None)
    if log is None:
        raise NotFoundError("no such session of this complaint")
    if (log.counted is None and row.counts) or (log.counted is not None and log.counted.counts == row.counts):
        return Unchanged(models.SessionCount.objects.filter(session=log.id).last())

    def write() -> Counted:
        row.decided_at = clock.now()
        row.save(force_insert=True)
        return row

    details = {"session": str(log.id), "date": str(log.date), "counts": row.counts, "reason": row.reason}
    return Act(write, "count-session", lambda _: details)
