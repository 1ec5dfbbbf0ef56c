"""What rests at home today: by the rules as they read the log now, and as a clinician ordered or ended it."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from typing import Literal

from easepath.clinic.repository import Record
from easepath.clinic.rows import RestRow
from easepath.core.adjust.rest import rests_of
from easepath.core.vocabulary import one_of

Cause = Literal["sign", "flare", "clinician"]
CAUSES: tuple[Cause, ...] = ("sign", "flare", "clinician")


@dataclass(frozen=True)
class Rested:
    """One rest in force; an empty drill is the whole program, `until` its last day where one is known.

    `row` is the number of its row, None as long as none is written; `by` who ordered it, nobody for the rules.
    """

    row: int | None
    cause: Cause
    drill: str
    since: dt.date
    until: dt.date | None
    words: str = ""
    by: str = ""


def rests_today(record: Record) -> tuple[Rested, ...]:
    """Every rest in force, the whole program first; one that a clinician ended holds no more."""
    today = record.today
    rows = {(row.cause, row.drill, row.from_on): row for row in record.rests if row.cause != "clinician"}
    found = [
        Rested(row.id, "clinician", row.drill, row.from_on, row.until_on, row.words, row.by)
        for row in record.rests
        if row.cause == "clinician" and row.in_force(today)
    ]
    for rest in rests_of(record.assessment.review) if record.version is not None else ():
        row = rows.get((rest.cause, rest.drill, rest.since))
        if not _ended(row, rest.cause):
            number = None if row is None else row.id
            found.append(Rested(number, one_of(CAUSES, rest.cause), rest.drill, rest.since, rest.until))
    return tuple(sorted(found, key=lambda one: one.drill != ""))


def _ended(row: RestRow | None, cause: str) -> bool:
    """Whether an act ended it; a sign is answered, never ended."""
    return row is not None and row.ended_on is not None and cause != "sign"
