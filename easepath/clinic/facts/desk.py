"""The desk plan of a complaint: the drills of a session over the breaks of the client's working day."""

from __future__ import annotations

import datetime as dt

from pydantic import BaseModel

from easepath.clinic import models
from easepath.core.assessment import Assessment
from easepath.core.compose import Session
from easepath.core.compose.desk import at_work, desk_plan
from easepath.core.ids import Methods
from easepath.core.vocabulary import SideWord


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
DEFAULT_HOURS = {"start": 9 * 60, "end": 17 * 60, "every": 90}


def desk_of(assessment: Assessment, session: Session, complaint: models.Complaint) -> DeskPlan | None:
    """Hours (minutes of the day), breaks, and what does not fit.

    None where the condition asks for no desk plan and nobody made one.
    """
    profile = assessment.screen.profile
    if not complaint.work_hours and (profile is None or profile.method != Methods.DESK_BREAK):
        return None
    hours = complaint.work_hours or DEFAULT_HOURS
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
