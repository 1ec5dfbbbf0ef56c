"""Rest at home as Respond and Adjust show it."""

from __future__ import annotations

from easepath.clinic.facts.rests import Cause, rests_today
from easepath.clinic.repository import Record
from easepath.clinic.shown import View


class RestLine(View):
    """One rest in force; an empty title is the whole program. `id` is that of its row, None while none is written.

    What rests for a sign ends with the answer to the sign; everything else may be `ended` by an act.
    """

    id: int | None
    cause: Cause
    drill: str
    title: str
    since: str
    until: str | None
    words: str
    by: str
    ended_here: bool


def rest_lines(record: Record) -> list[RestLine]:
    """Every rest in force today, the whole program first."""
    library = record.assessment.library
    return [
        RestLine(
            id=one.row, cause=one.cause, drill=one.drill, title=library.title(one.drill) if one.drill else "",
            since=str(one.since), until=one.until and str(one.until), words=one.words, by=one.by,
            ended_here=one.cause != "sign" and one.row is not None,
        )
        for one in rests_today(record)
    ]  # fmt: skip
