"""The revision of a step and of the person: what was saved by somebody else in between is not overwritten."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from easepath.clinic import clock, models
from easepath.clinic.errors import RefusedError, StaleRevisionError
from easepath.clinic.repository import Record


def next_revision(record: Record, step: str, seen: int, theirs: Mapping[str, Any], yours: Mapping[str, Any]) -> int:
    """The revision a save makes; raises StaleRevisionError when somebody saved since `seen`."""
    require_open(record.visit)
    if record.revision_of(step) != seen:
        by = next((row.by for row in record.steps if row.step == step), "somebody")
        person = record.complaint.client.revision
        raise StaleRevisionError(record.revision_of(step), by, dict(theirs), dict(yours), person)
    return seen + 1


def person_moves(
    record: Record, step: str, seen: int | None, theirs: Mapping[str, Any], yours: Mapping[str, Any]
) -> bool:
    """Whether what is saved of the person differs from what stands, so that the person moves to a next revision.

    Raises StaleRevisionError when it differs and the person was changed since `seen`, on whichever complaint's page;
    `seen` is None for a caller that read the person in the same breath.
    """
    client = record.complaint.client
    if theirs == yours:
        return False
    if seen is not None and seen != client.revision:
        by = client.changed_by.name if client.changed_by else "somebody"
        raise StaleRevisionError(record.revision_of(step), by, dict(theirs), dict(yours), client.revision)
    return True


def keep_revision(actor: models.User, record: Record, step: str, number: int) -> None:
    """Write the revision a save made."""
    saved = {"revision": number, "saved_by": actor, "saved_at": clock.now()}
    if any(row.step == step for row in record.steps):
        models.VisitStep.objects.filter(visit=record.visit, step=step).update(**saved)
    else:
        models.VisitStep.objects.create(visit=record.visit, step=step, **saved)


def move_person(record: Record, actor: models.User | None) -> None:
    """Write the person's next revision: facts of the person changed."""
    client = record.complaint.client
    client.revision, client.changed_by = client.revision + 1, actor
    client.save(update_fields=["revision", "changed_by"])


def differing(before: Mapping[str, Any], after: Mapping[str, Any]) -> dict[str, Any]:
    """The old and the new values of what changed, for the audit entry."""
    names = [name for name in {**before, **after} if before.get(name) != after.get(name)]
    return {"old": {n: before.get(n) for n in names}, "new": {n: after.get(n) for n in names}}


def require_open(visit: models.Visit) -> None:
    """Raise RefusedError on a closed visit: what was said and done in it stays as it was."""
    if visit.closed_at is not None:
        raise RefusedError("this visit is closed", ["open the next visit; it starts from what this one left"])
