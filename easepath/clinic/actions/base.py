"""What every action shares: the audit row, and the revision of a visit's step."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any, TypeVar

from django.db import IntegrityError

from easepath.clinic import clock, models
from easepath.clinic.audit import record_event
from easepath.clinic.caseload_lines import changed
from easepath.clinic.errors import RefusedError, StaleRevisionError

Row = TypeVar("Row", models.SessionLog, models.MorningReport)


def record(
    action: str, complaint: models.Complaint, actor: models.User | None, details: dict[str, Any] | None = None
) -> models.AuditEntry:
    """Write the audit entry of an action that changed facts; `actor` None is the client at home.

    The caseload line of the client is written anew once the change is committed.
    """
    changed(complaint.client_id)
    client = complaint.client
    facts = {"complaint": complaint.pk, **(details or {})}
    return record_event(action, clinic=client.clinic, client=client, actor=actor, details=facts)


def differing(before: Mapping[str, Any], after: Mapping[str, Any]) -> dict[str, Any]:
    """The old and the new values of what changed, for the audit entry."""
    names = [name for name in {**before, **after} if before.get(name) != after.get(name)]
    return {"old": {n: before.get(n) for n in names}, "new": {n: after.get(n) for n in names}}


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
        person = visit.complaint.client.revision
        raise StaleRevisionError(draft.revision, name_of(draft.saved_by), theirs(), yours, person)
    draft.revision += 1
    draft.saved_by = actor
    draft.saved_at = clock.now()
    draft.save(update_fields=["revision", "saved_by", "saved_at"])
    return draft


def take_person(
    client: models.Client, seen: int | None, draft: models.VisitStep, theirs: dict[str, Any], yours: dict[str, Any]
) -> None:
    """Move the person to the next revision when what is saved of them differs from what stands.

    Raises StaleRevisionError when it differs and the person was changed since `seen`, on whichever complaint's page;
    `seen` is None for a caller that read the person in the same breath.
    """
    if theirs == yours:
        return
    if seen is not None and seen != client.revision:
        step = draft.revision - 1
        raise StaleRevisionError(step, name_of(client.changed_by), theirs, yours, client.revision)
    move_person(client, draft.saved_by)


def move_person(client: models.Client, actor: models.User | None) -> None:
    """Move the person to the next revision: facts of the person changed."""
    client.revision, client.changed_by = client.revision + 1, actor
    client.save(update_fields=["revision", "changed_by"])


def name_of(user: models.User | None) -> str:
    """Who saved, for a conflict."""
    return user.name if user else "somebody"


def stored_once(act: Callable[[], Row]) -> Row:
    """What `act` stores; where another stored the same at that moment, `act` again, which finds the stored row."""
    try:
        return act()
    except IntegrityError:
        return act()


def locked(complaint: int) -> models.Complaint:
    """A complaint and its client as they stand now; nobody else changes them until the transaction ends."""
    found = models.Complaint.objects.select_for_update(of=("self", "client")).select_related("client__clinic")
    return found.get(pk=complaint)


def lock_client(client: int) -> models.Client:
    """A client as it stands now; nobody else changes it until the transaction ends."""
    return models.Client.objects.select_for_update(of=("self",)).select_related("clinic").get(pk=client)


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
