"""Leave a session out of the count, or count it again: a new row with the reason, the log stays as it came."""

from __future__ import annotations

import uuid

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.actions.base import locked, record
from easepath.clinic.errors import FieldError, NotFoundError
from easepath.clinic.policies import require


def count_session(
    actor: models.User, complaint: models.Complaint, session: uuid.UUID, *, counts: bool, reason: str
) -> models.SessionCount | None:
    """The row that holds from now on; None where a session counts already and nothing was ever decided."""
    require(actor, "count-session", complaint.client.clinic)
    if not reason.strip():
        raise FieldError({"reason": "say why, so that it can be explained later"})
    with transaction.atomic():
        complaint = locked(complaint.pk)
        log = complaint.sessions.filter(pk=session).first()
        if log is None:
            raise NotFoundError("no such session of this complaint")
        present = log.counts.last()
        if (present is None and counts) or (present is not None and present.counts == counts):
            return present
        row = models.SessionCount.objects.create(
            session=log, counts=counts, reason=reason.strip(), decided_by=actor, decided_at=clock.now()
        )
        details = {"session": str(log.pk), "date": str(log.date), "counts": counts, "reason": row.reason}
        record("count-session", complaint, actor, details)
    return row
