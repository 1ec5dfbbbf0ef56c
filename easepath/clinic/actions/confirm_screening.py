"""Confirm what an assistant entered, or keep what stands against what an assistant asked for."""

from __future__ import annotations

from copy import copy
from dataclasses import replace
from functools import partial
from typing import TypeVar

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, act
from easepath.clinic.actions.keep_result import keep_result, screened
from easepath.clinic.actions.revisions import differing, move_person, require_open
from easepath.clinic.actions.save_screening import Screening
from easepath.clinic.actions.withheld_sheet import is_withheld_after
from easepath.clinic.repository import Record, read_again
from easepath.clinic.rows import FactorRow, LimitRow

Binding = TypeVar("Binding", FactorRow, LimitRow)


def confirm_screening(actor: models.User, visit: models.Visit, *, accept: bool = True) -> int:
    """Confirm everything entered and asked for; without `accept` what was asked for is dropped. Returns how many."""
    read = partial(read_again, visit)
    return act(actor, "confirm-screen", read, lambda record: _decide(actor, record, accept=accept))


def _decide(actor: models.User, record: Record, *, accept: bool) -> Act[int]:
    require_open(record.visit)
    after = _confirmed(record) if accept else _kept(record)
    after.complaint.sheet_withheld = is_withheld_after(actor, record, after)
    result = screened(after)

    def write() -> int:
        count = _confirm(actor, after) if accept else _keep(after.complaint)
        after.complaint.save(update_fields=["sheet_withheld"])
        keep_result(result, after)
        return count

    changed = differing(Screening.of(record).as_data(), Screening.of(after).as_data())
    details = {"visit": record.visit.number, "accepted": accept, **changed}
    return Act(write, "confirm-screening", lambda count: {**details, "count": count})


def _confirmed(record: Record) -> Record:
    """The record with everything entered and asked for in force."""
    answers = tuple(
        row.model_copy(update={"value": row.value and row.pending != "no", "pending": "", "to_confirm": False})
        for row in record.answers if row.pending != "open"
    )  # fmt: skip
    return replace(
        record, complaint=copy(record.complaint), answers=answers, factors=_standing(record.factors),
        limits=_standing(record.limits),
    )  # fmt: skip


def _standing(rows: tuple[Binding, ...]) -> tuple[Binding, ...]:
    return tuple(row.model_copy(update={"to_confirm": False}) for row in rows if row.withdraw_asked_at is None)


def _kept(record: Record) -> Record:
    """The record with nothing asked for any more."""
    return replace(
        record, complaint=copy(record.complaint),
        answers=tuple(row.model_copy(update={"pending": ""}) for row in record.answers),
        factors=tuple(row.model_copy(update={"withdraw_asked_at": None}) for row in record.factors),
        limits=tuple(row.model_copy(update={"withdraw_asked_at": None}) for row in record.limits),
    )  # fmt: skip


def _confirm(actor: models.User, after: Record) -> int:
    complaint = after.complaint
    bindings = (complaint.client.factors, complaint.client.limits)
    asked = {"pending": "", "pending_by": None, "pending_at": None}
    count = complaint.answers.filter(pending="no").update(value=False, to_confirm=False, **asked)
    count += complaint.answers.filter(pending="open").delete()[0]
    in_force = [rows.filter(withdrawn_at=None) for rows in bindings]
    withdrawn = sum(rows.filter(withdraw_asked_at__isnull=False).update(withdrawn_at=clock.now()) for rows in in_force)
    if withdrawn:
        move_person(after, actor)
    count += complaint.answers.filter(to_confirm=True).update(to_confirm=False)
    return count + withdrawn + sum(rows.filter(to_confirm=True).update(to_confirm=False) for rows in bindings)


def _keep(complaint: models.Complaint) -> int:
    count = complaint.answers.exclude(pending="").update(pending="", pending_by=None, pending_at=None)
    for rows in (complaint.client.factors, complaint.client.limits):
        asked = rows.filter(withdraw_asked_at__isnull=False, withdrawn_at=None)
        count += asked.update(withdraw_asked_by=None, withdraw_asked_at=None)
    return count
