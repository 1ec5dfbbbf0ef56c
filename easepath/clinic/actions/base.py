"""What every action shares: the audit row, and the revision of a visit's step."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from easepath.clinic import clock, models
from easepath.clinic.caseload_lines import changed
from easepath.clinic.errors import RefusedError, StaleRevisionError


def record(
    action: str, complaint: models.Complaint, actor: models.User | None, details: dict[str, Any] | None = None
) -> models.AuditEntry:
    """Write the audit row of an action; `actor` None is the client at home. The action writes its own caseload line."""
    changed(complaint.client_id)
    return models.AuditEntry.objects.create(
        clinic=complaint.client.clinic, client=complaint.client, actor=actor, action=action,
        details=details or {}, at=clock.now(),
    )  # fmt: skip


def take_revision(
    visit: models.Visit,
    step: str,
    revision: int,
    actor: models.User,
    theirs: Callable[[], dict[str, Any]],
    yours: dict[str, Any],
) -> models.VisitStep:
    """Move a step to its next revision; raises StaleRevisionError when somebody saved in between."""
    require_open(visit)
    draft, _ = models.VisitStep.objects.select_for_update().get_or_create(visit=visit, step=step)
    if draft.revision != revision:
        by = draft.saved_by.name if draft.saved_by else "somebody"
        raise StaleRevisionError(draft.revision, by, theirs(), yours)
    draft.revision += 1
    draft.saved_by = actor
    draft.saved_at = clock.now()
    draft.save()
    return draft


def locked(complaint: int) -> models.Complaint:
    """A complaint as it stands now; nobody else changes it, or numbers anything in it, until the transaction ends."""
    found = models.Complaint.objects.select_for_update(of=("self",)).select_related("client__clinic")
    return found.get(pk=complaint)


def fresh(visit: models.Visit) -> models.Complaint:
    """The complaint of a visit as it stands now, locked until the transaction ends; `visit` is read anew as well.

    What an action decides on is read inside its transaction.
    """
    complaint = locked(visit.complaint_id)
    visit.refresh_from_db()
    visit.complaint = complaint
    return complaint


def require_open(visit: models.Visit) -> None:
    """Raise RefusedError on a closed visit: what was said and done in it stays as it was."""
    if visit.closed_at is not None:
        raise RefusedError("this visit is closed", ["open the next visit; it starts from what this one left"])
