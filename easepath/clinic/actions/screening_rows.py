"""Answers, factors and limits: a clinician changes them, somebody who may not confirm only adds or asks.

What becomes of the rows is decided before anything is written, so that the screen can be worked out on it.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any, Generic, TypeVar

from easepath.clinic import clock, models
from easepath.clinic.policies import may
from easepath.clinic.rows import NOT_WRITTEN, AnswerRow, FactorRow, LimitRow
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

    @classmethod
    def of(cls, row: FactorRow) -> FactorEntry:
        """A factor in force as it was entered."""
        parameters = tuple(sorted(row.parameters.items()))
        return cls(row.factor, row.side, row.since, row.trimester, row.region, parameters)


@dataclass(frozen=True)
class LimitEntry:
    """A limit on a movement, in degrees, as it is entered; an empty side means both."""

    movement: str
    side: str
    degrees: float
    by: str

    @classmethod
    def of(cls, row: LimitRow) -> LimitEntry:
        """A limit in force as it was entered."""
        return cls(row.movement, row.side, row.degrees, row.by)


@dataclass(frozen=True)
class AnswersAfter:
    """What becomes of the answers: which are written, which go, which are asked to become something else."""

    rows: tuple[AnswerRow, ...]
    written: tuple[AnswerRow, ...]
    gone: tuple[str, ...]
    asked: tuple[AnswerRow, ...]


def answers_after(
    actor: models.User, present: Sequence[AnswerRow], answers: Mapping[str, bool], asked_as: Mapping[str, str]
) -> AnswersAfter:
    """What becomes of the answers when these are given; a word left out is not answered.

    Who may not confirm takes no yes back and nothing confirmed: what they would have instead stands beside it.
    """
    confirms = may(actor, "confirm-screen")
    rows = {row.word: row for row in present}
    written, gone, asked = [], [], []
    for word, row in tuple(rows.items()):
        if word in answers:
            continue
        if confirms or (row.to_confirm and not row.value):
            gone.append(word)
            del rows[word]
        elif row.pending != "open":
            asked.append(row.model_copy(update={"pending": "open"}))
    for word, value in answers.items():
        known = rows.get(word)
        if known is None or (known.value != value and (confirms or value)):
            written.append(AnswerRow(
                word=word, value=value, is_context=word in shipped_library().contexts, to_confirm=not confirms,
                pending="", asked_as=asked_as.get(word, ""),
            ))  # fmt: skip
        elif known.value and not value and known.pending != "no":
            asked.append(known.model_copy(update={"pending": "no"}))
    rows |= {row.word: row for row in (*written, *asked)}
    return AnswersAfter(tuple(sorted(rows.values(), key=lambda r: r.word)), tuple(written), tuple(gone), tuple(asked))


def write_answers(actor: models.User, complaint: models.Complaint, after: AnswersAfter) -> None:
    """Write what becomes of the answers."""
    if after.gone:
        complaint.answers.filter(word__in=after.gone).delete()
    now = clock.now()
    models.Answer.objects.bulk_create(
        (
            models.Answer(
                complaint=complaint, **row.model_dump(), pending_by=None, pending_at=None, answered_by=actor,
                answered_at=now,
            )
            for row in after.written
        ),
        update_conflicts=True, unique_fields=["complaint", "word"],
        update_fields=["value", "is_context", "to_confirm", "pending", "pending_by", "pending_at", "asked_as",
                       "answered_by", "answered_at"],
    )  # fmt: skip
    for row in after.asked:
        asked = {"pending": row.pending, "pending_by": actor, "pending_at": now}
        complaint.answers.filter(word=row.word).update(**asked)


Entry = TypeVar("Entry", FactorEntry, LimitEntry)
BindingRow = TypeVar("BindingRow", FactorRow, LimitRow)


@dataclass(frozen=True)
class BindingAfter(Generic[Entry, BindingRow]):
    """What becomes of the factors or limits: which are added, which withdrawn, whose withdrawal is asked for."""

    rows: tuple[BindingRow, ...]
    added: tuple[Entry, ...]
    withdrawn: tuple[int, ...]
    asked: tuple[int, ...]


def factors_after(
    actor: models.User, present: Sequence[FactorRow], wanted: Iterable[FactorEntry]
) -> BindingAfter[FactorEntry, FactorRow]:
    """What becomes of the factors when these are listed; one left out is withdrawn, or its withdrawal asked for."""

    def row(entry: FactorEntry, number: int, to_confirm: bool) -> FactorRow:
        return FactorRow(
            id=number, factor=entry.factor, side=entry.side, since=entry.since, trimester=entry.trimester,
            region=entry.region, parameters=dict(entry.parameters), to_confirm=to_confirm, withdraw_asked_at=None,
        )  # fmt: skip

    return _after(actor, {FactorEntry.of(one): one for one in present}, wanted, row)


def limits_after(
    actor: models.User, present: Sequence[LimitRow], wanted: Iterable[LimitEntry]
) -> BindingAfter[LimitEntry, LimitRow]:
    """What becomes of the limits when these are listed; one left out is withdrawn, or its withdrawal asked for."""

    def row(entry: LimitEntry, number: int, to_confirm: bool) -> LimitRow:
        return LimitRow(
            id=number, movement=entry.movement, side=entry.side, degrees=entry.degrees, by=entry.by,
            to_confirm=to_confirm, withdraw_asked_at=None,
        )  # fmt: skip

    return _after(actor, {LimitEntry.of(one): one for one in present}, wanted, row)


def _after(
    actor: models.User,
    present: Mapping[Entry, BindingRow],
    wanted: Iterable[Entry],
    row: Callable[[Entry, int, bool], BindingRow],
) -> BindingAfter[Entry, BindingRow]:
    """A clinician withdraws at once; anybody else only what nobody has confirmed yet, and asks about the rest."""
    confirms = may(actor, "confirm-screen")
    listed = tuple(dict.fromkeys(wanted))
    left = [one for entry, one in present.items() if entry not in listed]
    withdrawn = tuple(one.id for one in left if confirms or one.to_confirm)
    asked = tuple(one.id for one in left if one.id not in withdrawn and one.withdraw_asked_at is None)
    added = tuple(entry for entry in listed if entry not in present)
    now = str(clock.now())
    kept: list[BindingRow] = [
        one.model_copy(update={"withdraw_asked_at": now}) if one.id in asked else one
        for one in present.values()
        if one.id not in withdrawn
    ]
    new: list[BindingRow] = [row(entry, NOT_WRITTEN + number, not confirms) for number, entry in enumerate(added)]
    return BindingAfter(tuple(kept + new), added, withdrawn, asked)


def write_factors(actor: models.User, client: models.Client, after: BindingAfter[FactorEntry, FactorRow]) -> None:
    """Write what becomes of the factors."""
    _write_withdrawals(actor, client.factors.all(), after)
    models.ClientFactor.objects.bulk_create(
        models.ClientFactor(
            client=client, factor=entry.factor, side=entry.side, since=entry.since, trimester=entry.trimester,
            region=entry.region, parameters=dict(entry.parameters), **_recorded(actor),
        )
        for entry in after.added
    )  # fmt: skip


def write_limits(actor: models.User, client: models.Client, after: BindingAfter[LimitEntry, LimitRow]) -> None:
    """Write what becomes of the limits; one withdrawn stays as a row."""
    _write_withdrawals(actor, client.limits.all(), after)
    models.Limit.objects.bulk_create(
        models.Limit(
            client=client, movement=entry.movement, side=entry.side, degrees=entry.degrees, by=entry.by,
            **_recorded(actor),
        )
        for entry in after.added
    )  # fmt: skip


def _write_withdrawals(actor: models.User, rows: Any, after: BindingAfter[Any, Any]) -> None:
    if after.withdrawn:
        rows.filter(pk__in=after.withdrawn).update(withdrawn_at=clock.now())
    if after.asked:
        rows.filter(pk__in=after.asked).update(withdraw_asked_by=actor, withdraw_asked_at=clock.now())


def _recorded(actor: models.User) -> dict[str, Any]:
    return {"recorded_by": actor, "recorded_at": clock.now(), "to_confirm": not may(actor, "confirm-screen")}
