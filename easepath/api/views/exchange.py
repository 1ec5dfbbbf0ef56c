"""What a brought bundle holds, line by line, before anything of it is kept."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from typing import Literal

from easepath.clinic import models
from easepath.clinic.actions.open_client import like
from easepath.clinic.actions.take_in_case import TakenCase
from easepath.clinic.record_rows import Tables
from easepath.clinic.shown import View
from easepath.interchange.fhir.codes import Resource
from easepath.interchange.fhir.foreign import Becomes, foreign_lines, newcomer
from easepath.interchange.lists_in import Brought, Outcome


class ImportLine(View):
    """One resource: what it says, what it becomes, as which factor or reading, and why where it becomes nothing."""

    n: int
    kind: str
    says: str
    becomes: Becomes
    name: str
    side: str
    date: str | None
    why: str


class CountedRows(View):
    """How many rows of a kind a record holds."""

    what: str
    count: int


class ImportPreview(View):
    """What is brought: a record of our own whole, or what of a foreign one is known here.

    `here` are clients of the clinic with the same name.
    """

    kind: Literal["record", "foreign"]
    name: str
    born: str | None
    here: list[str]
    lines: list[ImportLine]
    counts: list[CountedRows]


COUNTED = {
    "complaint": "complaints", "visit": "visits", "sitting": "readings", "planversion": "versions",
    "sessionlog": "sessions", "outcometold": "answers about the whole", "document": "notes and letters",
}  # fmt: skip


def record_preview(user: models.User, tables: Tables) -> ImportPreview:
    """A record of our own: how much of what it holds."""
    person = (tables.get("client") or [{}])[0]
    first, last = str(person.get("first_name", "")), str(person.get("last_name", ""))
    counts = [CountedRows(what=words, count=len(tables.get(name, []))) for name, words in COUNTED.items()]
    return ImportPreview(
        kind="record", name=f"{first} {last}", born=person.get("birth_date"), here=_here(user, first, last), lines=[],
        counts=counts,
    )  # fmt: skip


def foreign_preview(user: models.User, resources: Sequence[Resource]) -> ImportPreview:
    """A foreign bundle, line by line."""
    lines = foreign_lines(resources)
    person = next(newcomer(resources[line.n]) for line in lines if line.becomes == "person")
    return ImportPreview(
        kind="foreign", name=f"{person.first_name} {person.last_name}".strip(),
        born=person.birth_date and str(person.birth_date), here=_here(user, person.first_name, person.last_name),
        lines=[
            ImportLine(
                n=line.n, kind=line.kind, says=line.says, becomes=line.becomes, name=line.name, side=line.side,
                date=line.date and str(line.date), why=line.why,
            )
            for line in lines
        ],
        counts=[],
    )  # fmt: skip


def _here(user: models.User, first: str, last: str) -> list[str]:
    assert user.clinic is not None
    found = like(user.clinic, first, last)
    return [f"{one}, born {one.birth_date or 'on a day not known'}" for one in found]


class BroughtLine(View):
    """A line of a brought table: new, here already, or with what is wrong with it."""

    line: int
    says: str
    outcome: Outcome
    why: str


class BroughtOut(View):
    """What became, or would become, of every line of a table."""

    lines: list[BroughtLine]
    new: int
    here: int
    faults: int


def brought_view(told: Sequence[Brought]) -> BroughtOut:
    """Every line, with how many were new, here, and faulty."""
    count = Counter(one.outcome for one in told)
    lines = [BroughtLine(line=one.line, says=one.says, outcome=one.outcome, why=one.why) for one in told]
    return BroughtOut(lines=lines, new=count["new"], here=count["here"], faults=count["fault"])


class CaseOut(View):
    """Whom a case became or would become, what no row could hold, and what the rules then say otherwise.

    `visit` is the one to go on in; None while nothing is kept.
    """

    name: str
    visit: int | None
    counts: list[CountedRows]
    left: list[str]
    differs: list[str]


def case_view(taken: TakenCase, *, kept: bool) -> CaseOut:
    """A case that was taken in, or was tried."""
    return CaseOut(
        name=taken.name, visit=taken.visit.pk if kept else None, left=list(taken.left), differs=list(taken.differs),
        counts=[CountedRows(what=what, count=count) for what, count in taken.counts.items()],
    )  # fmt: skip
