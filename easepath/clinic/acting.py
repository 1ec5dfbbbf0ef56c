"""One way to act on a complaint: read, decide, and write what was decided while nothing has changed since.

What an action decides on is read and assessed before the write lock is taken. Inside it the complaint's count of
changes has to be the one that was read; where it is not, everything is read and decided anew. So nothing is decided on
facts that no longer stand, and nobody waits for somebody else's computing.
"""

from __future__ import annotations

import uuid
from collections.abc import Callable, Mapping
from contextvars import ContextVar
from dataclasses import dataclass
from typing import Any, Final, Generic, Literal, TypeVar

from django.db import IntegrityError, transaction
from django.db import models as fields

from easepath.clinic import clock, models
from easepath.clinic.audit import record_event
from easepath.clinic.errors import ClinicError, NotFoundError
from easepath.clinic.policies import require
from easepath.clinic.repository import Record
from easepath.core.assessment import Assessment
from easepath.core.code_version import code_version
from easepath.core.errors import CaseError

T = TypeVar("T")
M = TypeVar("M", bound=fields.Model)
TRIES: Final = 8
"""How often an action is decided anew because somebody else was quicker; then it is decided under the lock."""
_LOCKED: ContextVar[bool] = ContextVar("locked", default=False)


def inside_lock() -> bool:
    """Whether the write lock of an action is held here."""
    return _LOCKED.get()


@dataclass(frozen=True)
class Act(Generic[T]):
    """What an action has decided: how it is written, its name, and what the audit trail keeps of it.

    `details` is asked after the writing, with its result.
    """

    write: Callable[[], T]
    name: str
    details: Callable[[T], Mapping[str, Any]]


@dataclass(frozen=True)
class Unchanged(Generic[T]):
    """An action that changes nothing: said twice, or already so."""

    result: T


@dataclass(frozen=True)
class Saved:
    """The new revision of a step, and the record as it is after the save."""

    revision: int
    after: Record


class _ChangedSinceError(Exception):
    """Somebody changed the complaint after it was read."""


def act(
    actor: models.User | None,
    verb: str,
    read: Callable[[], Record],
    decide: Callable[[Record], Act[T] | Unchanged[T]],
) -> T:
    """Do one thing to one complaint; `actor` None is the client at home, who may what the link lets through.

    Permission, change, audit entry and the mark that makes the caseload's line old are one transaction. `decide` may
    raise whatever an action refuses with; nothing is written then.
    """
    for _ in range(TRIES):
        record = read()
        _require(actor, verb, record)
        try:
            decided = decide(record)
        except (ClinicError, CaseError):
            if _stands(record.complaint):
                raise
            continue
        if isinstance(decided, Unchanged):
            return decided.result
        try:
            with transaction.atomic():
                _lock(record.complaint, record.complaint.changes)
                return _write(actor, record.complaint, decided)
        except (_ChangedSinceError, IntegrityError):
            continue
    with transaction.atomic():
        _lock(read().complaint)
        record = read()
        _require(actor, verb, record)
        decided = decide(record)
        return decided.result if isinstance(decided, Unchanged) else _write(actor, record.complaint, decided)


def stored_already(model: type[M], identifier: uuid.UUID, complaint: models.Complaint, what: str) -> M | None:
    """The row that was stored under an id before, so that sending twice stores once; None for a new one.

    Raises NotFoundError where it is another complaint's: nobody is told what that holds.
    """
    known: Any = model._default_manager.filter(pk=identifier).first()
    if known is not None and known.complaint_id != complaint.pk:
        raise NotFoundError(f"no such {what}")
    return known  # type: ignore[no-any-return]


def _stands(complaint: models.Complaint) -> bool:
    """Whether nothing happened to a complaint since it was read: nobody is refused for what somebody else just did."""
    return models.Complaint.objects.filter(pk=complaint.pk, changes=complaint.changes).exists()


def _require(actor: models.User | None, verb: str, record: Record) -> None:
    if actor is not None:
        require(actor, verb, record.complaint.client.clinic)


def _lock(complaint: models.Complaint, changes: int | None = None) -> None:
    """Nobody else changes the complaint or its person until the transaction ends."""
    rows = models.Complaint.objects.select_for_update(of=("self", "client")).select_related("client")
    locked = rows.only("changes", "client__revision").get(pk=complaint.pk)
    if changes not in (None, locked.changes):
        raise _ChangedSinceError


def _write(actor: models.User | None, complaint: models.Complaint, decided: Act[T]) -> T:
    token = _LOCKED.set(True)
    try:
        result = decided.write()
    finally:
        _LOCKED.reset(token)
    note(actor, complaint, decided.name, decided.details(result))
    return result


def note(actor: models.User | None, complaint: models.Complaint, name: str, details: Mapping[str, Any]) -> None:
    """The audit entry of a change to the facts of a complaint, and the mark that its person's lines are old."""
    note_person(actor, complaint.client, name, {"complaint": complaint.pk, **details})


def note_person(actor: models.User | None, client: models.Client, name: str, details: Mapping[str, Any]) -> None:
    """The audit entry of a change to a person, and the mark that every line and every reading of the person is old.

    Factors, places and measurements bind every complaint of a person.
    """
    models.Complaint.objects.filter(client=client).update(changes=fields.F("changes") + 1, status_on=None)
    record_event(name, clinic=client.clinic, client=client, actor=actor, details=dict(details))


def lock_client(client: int) -> models.Client:
    """A client as it stands now; nobody else changes it until the transaction ends."""
    return models.Client.objects.select_for_update(of=("self",)).select_related("clinic").get(pk=client)


def keep_facts(
    assessment: Assessment, record: Record, of: Literal["screening", "hand-over", "review"]
) -> models.KeptFacts:
    """The facts of a decision as the rules read them, with the knowledge and the code that read them."""
    return models.KeptFacts.objects.create(
        complaint=record.complaint, visit=record.visit, of=of, kept_at=clock.now(),
        facts=assessment.facts.model_dump(mode="json", exclude_defaults=True),
        knowledge_version=assessment.library.version, code_version=code_version(),
    )  # fmt: skip
