"""The desk plan of a complaint: the drills of a session over the breaks of the client's working day."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping
from typing import TYPE_CHECKING

from pydantic import BaseModel

from easepath.clinic.facts.house import work_hours
from easepath.core.assessment import Assessment
from easepath.core.compose import Session
from easepath.core.compose.desk import at_work, desk_plan
from easepath.core.ids import Methods
from easepath.core.vocabulary import SideWord

if TYPE_CHECKING:
    from easepath.clinic.repository import Record


class BreakDrill(BaseModel):
    """One drill of a break at work; versions handed over before it had one do not name the drill."""

    drill: str = ""
    title: str
    side: SideWord


class Break(BaseModel):
    """A movement break at a time of day."""

    at: str
    drills: list[BreakDrill]


class DeskPlan(BaseModel):
    """The breaks of a working day, and what does not fit; start and end in minutes of the day.

    `pieces` are the drills of a break, each with its sides: 0 leaves it to the rules, `ALL_PIECES` is the whole set.
    """

    start: int
    end: int
    every: int
    pieces: int = 0
    breaks: list[Break]
    left_over: list[str]


ALL_PIECES = 20
"""As many drills as a session can have at work: every break has them all."""
CLOCK = range(24 * 60)
LEAST_EVERY, MOST_EVERY = 15, 240
SET_EVERY = 120
"""Minutes between breaks with the whole set: it takes longer than a drill does."""
DEFAULT_HOURS = {"start": 9 * 60, "end": 17 * 60, "every": 90}


def hours_fault(hours: Mapping[str, int]) -> str | None:
    """Why these are no hours of work; None where they are."""
    if {*hours, "pieces"} != {"start", "end", "every", "pieces"}:
        return "needs a start, an end and an interval"
    if hours.get("pieces", 0) not in range(ALL_PIECES + 1):
        return f"a break has up to {ALL_PIECES} drills"
    if hours["start"] not in CLOCK or hours["end"] not in CLOCK or hours["end"] <= hours["start"]:
        return "the end lies after the start, on the same day"
    return None if LEAST_EVERY <= hours["every"] <= MOST_EVERY else "a break every 15 to 240 minutes"


def hours_of_a_set(record: Record) -> dict[str, int]:
    """The hours that breaks with the whole set begin with: those of the house, else the product's, less often."""
    return {**(work_hours(record) or {**DEFAULT_HOURS, "every": SET_EVERY}), "pieces": ALL_PIECES}


def desk_of(assessment: Assessment, session: Session, record: Record) -> DeskPlan | None:
    """Hours (minutes of the day), breaks, and what does not fit.

    The client's own hours, else those of the house, else the product's. None where the condition asks for no desk plan
    and nobody made one.
    """
    profile, own = assessment.screen.profile, record.complaint.work_hours
    if not own and (profile is None or profile.method != Methods.DESK_BREAK):
        return None
    hours = own or work_hours(record) or DEFAULT_HOURS
    start, end = (dt.time(*divmod(hours[name], 60)) for name in ("start", "end"))
    items = at_work(session.drills)
    pieces = min(hours.get("pieces", 0), max(1, len(items))) or None
    plan = desk_plan(items, start, end, hours["every"], pieces)
    title = assessment.library.title
    return DeskPlan(
        **hours,
        breaks=[
            Break(
                at=f"{one.at:%H:%M}",
                drills=[BreakDrill(drill=d.drill, title=title(d.drill), side=d.side) for d in one.drills],
            )
            for one in plan.breaks
        ],
        left_over=[f"{title(d.drill)}, {d.side}" for d in plan.left_over],
    )
