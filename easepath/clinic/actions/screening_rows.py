"""Answers, factors and limits as rows: a clinician changes them, somebody who may not confirm only adds or asks."""

from __future__ import annotations

import datetime as dt
from collections.abc import Hashable, Iterable, Mapping
from dataclasses import dataclass

from easepath.clinic import clock, models
from easepath.clinic.policies import may
from easepath.core.knowledge import shipped_library


@dataclass(frozen=True)
class FactorEntry:
    """A background factor as it is entered."""

    factor: str
    side: str = ""
    since: dt.date | None = None
    trimester: int | None = None
    region: str = ""
    parameters: tuple[tuple[str, str], ...] = ()


@dataclass(frozen=True)
class LimitEntry:
    """A limit on a movement, in degrees, as it is entered; an empty side means both."""

    movement: str
    side: str
    degrees: float
    by: str


def save_answers(actor: models.User, complaint: models.Complaint, answers: Mapping[str, bool]) -> None:
    """Every answer given; a word left out is not answered.

    Who may not confirm takes no yes back and nothing confirmed: what they would have instead stands beside it.
    """
    confirms = may(actor, "confirm-screen")
    present = {answer.word: answer for answer in complaint.answers.all()}
    for word, old in present.items():
        if word in answers:
            continue
        if confirms or (old.to_confirm and not old.value):
            old.delete()
        else:
            _ask(actor, old, "open")
    for word, value in answers.items():
        known = present.get(word)
        if known is None or (known.value != value and (confirms or value)):
            _answer(actor, complaint, word, value)
        elif known.value and not value:
            _ask(actor, known, "no")


def _answer(actor: models.User, complaint: models.Complaint, word: str, value: bool) -> None:
    models.Answer.objects.update_or_create(
        complaint=complaint, word=word,
        defaults={
            "value": value, "is_context": word in shipped_library().contexts,
            "to_confirm": not may(actor, "confirm-screen"), "pending": "", "pending_by": None, "pending_at": None,
            "answered_by": actor, "answered_at": clock.now(),
        },
    )  # fmt: skip


def _ask(actor: models.User, answer: models.Answer, pending: str) -> None:
    """Keep what somebody would have instead beside the answer in force."""
    if answer.pending != pending:
        answer.pending, answer.pending_by, answer.pending_at = pending, actor, clock.now()
        answer.save(update_fields=["pending", "pending_by", "pending_at"])


def save_factors(actor: models.User, client: models.Client, factors: tuple[FactorEntry, ...]) -> None:
    """Every factor listed; one left out is withdrawn, or its withdrawal asked for."""
    present = {
        FactorEntry(r.factor, r.side, r.since, r.trimester, r.region, tuple(sorted(r.parameters.items()))): r
        for r in client.factors.filter(withdrawn_at=None)
    }
    _withdraw(actor, (row for entry, row in present.items() if entry not in factors))
    for entry in dict.fromkeys(factors):
        if entry not in present:
            models.ClientFactor.objects.create(
                client=client, factor=entry.factor, side=entry.side, since=entry.since, trimester=entry.trimester,
                region=entry.region, parameters=dict(entry.parameters), **_recorded(actor),
            )  # fmt: skip


def save_limits(actor: models.User, client: models.Client, limits: tuple[LimitEntry, ...]) -> None:
    """Every limit; one left out is withdrawn, or its withdrawal asked for, and stays as a row."""
    present: dict[Hashable, models.Limit] = {
        LimitEntry(r.movement, r.side, r.degrees, r.by): r for r in client.limits.filter(withdrawn_at=None)
    }
    _withdraw(actor, (row for entry, row in present.items() if entry not in limits))
    for entry in dict.fromkeys(limits):
        if entry not in present:
            models.Limit.objects.create(
                client=client, movement=entry.movement, side=entry.side, degrees=entry.degrees, by=entry.by,
                **_recorded(actor),
            )  # fmt: skip


def _recorded(actor: models.User) -> dict[str, object]:
    return {"recorded_by": actor, "recorded_at": clock.now(), "to_confirm": not may(actor, "confirm-screen")}


def _withdraw(actor: models.User, rows: Iterable[models.ClientFactor | models.Limit]) -> None:
    """A clinician withdraws at once; anybody else only what nobody has confirmed yet, and asks about the rest."""
    for row in rows:
        if may(actor, "confirm-screen") or row.to_confirm:
            row.withdrawn_at = clock.now()
            row.save(update_fields=["withdrawn_at"])
        elif row.withdraw_asked_at is None:
            row.withdraw_asked_by, row.withdraw_asked_at = actor, clock.now()
            row.save(update_fields=["withdraw_asked_by", "withdraw_asked_at"])
