"""Record the morning after a session; sending it twice stores it once."""

from __future__ import annotations

import datetime as dt
import uuid
from dataclasses import dataclass

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, Unchanged
from easepath.clinic.actions.rest_orders import tell
from easepath.clinic.actions.session_bounds import MOST_TELLINGS, check_pain
from easepath.clinic.errors import FieldError, NotFoundError
from easepath.clinic.repository import Record


@dataclass(frozen=True)
class MorningDone:
    """The morning after a session as it was reported."""

    id: uuid.UUID
    session: uuid.UUID
    pain: int
    unusual: str = "none"
    gone_48h: bool | None = None


def record_morning(
    complaint: models.Complaint, done: MorningDone, actor: models.User | None = None
) -> models.MorningReport:
    """Store a morning once; it can only be told on a day after the session."""
    return tell(actor, complaint, lambda record: _decide(actor, record, done))


def _decide(
    actor: models.User | None, record: Record, done: MorningDone
) -> Act[models.MorningReport] | Unchanged[models.MorningReport]:
    known = models.MorningReport.objects.filter(pk=done.id).select_related("session").first()
    if known is not None:
        if known.session.complaint_id != record.complaint.pk:
            raise NotFoundError("no such morning")
        return Unchanged(known)
    session = next((row for row in record.sessions if row.id == done.session), None)
    if session is None:
        raise NotFoundError("no such session")
    _check(record, session.date, done)

    def write() -> models.MorningReport:
        return models.MorningReport.objects.create(
            id=done.id, session_id=session.id, pain=done.pain, unusual=done.unusual, gone_48h=done.gone_48h,
            entered_by=actor, received_at=clock.now(),
        )  # fmt: skip

    details = {
        "session": str(session.id), "date": str(session.date), "pain": done.pain, "unusual": done.unusual,
        "gone_48h": done.gone_48h,
    }  # fmt: skip
    return Act(write, "record-morning", lambda _: details)


def _check(record: Record, date: dt.date, done: MorningDone) -> None:
    if models.MorningReport.objects.filter(session=done.session).count() >= MOST_TELLINGS:
        raise FieldError({"session": f"was told {MOST_TELLINGS} times: tell the clinic instead"})
    if date >= record.today:
        raise FieldError({"session": "the morning after is not here yet: tell us tomorrow"})
    check_pain({"pain": done.pain})
    if done.unusual not in {word for word, _ in models.home.UNUSUAL}:
        raise FieldError({"unusual": "is not one of the days offered"})
