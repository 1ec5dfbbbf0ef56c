"""The desk plan: one or two drills every hour or two inside working hours, each side once a day."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass

from easepath.core.compose.prescription import Prescription
from easepath.core.vocabulary import SideWord

MOST_PER_BREAK = 2
"""A break at work is over before a third drill."""
WORK_PLACES = ("desk", "chair", "wall", "stand")
"""Where a drill of a break at work is done: nobody lies down on an office floor."""


@dataclass(frozen=True)
class DeskDrill:
    """One drill on one side, with its seconds."""

    drill: str
    side: SideWord
    seconds: float


@dataclass(frozen=True)
class Break:
    """A movement break at a time of day."""

    at: dt.time
    drills: tuple[DeskDrill, ...]


@dataclass(frozen=True)
class DeskPlan:
    """The breaks of a working day, and what does not fit into it even with two drills a break."""

    breaks: tuple[Break, ...]
    left_over: tuple[DeskDrill, ...]


def at_work(items: Sequence[Prescription]) -> tuple[Prescription, ...]:
    """The drills of a session that can be done in a break at work."""
    return tuple(item for item in items if item.place in WORK_PLACES)


def desk_plan(
    items: Sequence[Prescription], start: dt.time, end: dt.time, every_minutes: int, pieces: int | None = None
) -> DeskPlan:
    """Rotate drills over the breaks from one interval after `start` to `end`.

    `pieces` are whole drills, both their sides in one break, so many at each; None takes one side of one drill, or two
    where the day would be over before every side came. Raises ValueError when the working hours, the interval or the
    pieces are not possible.
    """
    if end <= start or every_minutes < 1 or (pieces is not None and pieces < 1):
        raise ValueError("working hours end after they start; the interval is a minute and a break a piece at least")
    moments = _moments(start, end, every_minutes)
    whole = [tuple(DeskDrill(item.drill.id, side.side, side.seconds) for side in item.sides) for item in items]
    queue = whole if pieces is not None else [(one,) for drill in whole for one in drill]
    fit = queue[: (MOST_PER_BREAK if pieces is None else pieces) * len(moments)]
    each = pieces if pieces is not None else MOST_PER_BREAK if len(fit) > len(moments) else 1
    breaks = []
    for number, at in enumerate(moments):
        chosen = [fit[(number * each + offset) % len(fit)] for offset in range(min(each, len(fit)))] if fit else []
        breaks.append(Break(at, tuple(one for piece in dict.fromkeys(chosen) for one in piece)))
    return DeskPlan(tuple(breaks), tuple(one for piece in queue[len(fit) :] for one in piece))


def _moments(start: dt.time, end: dt.time, every_minutes: int) -> list[dt.time]:
    first, last = (clock.hour * 60 + clock.minute for clock in (start, end))
    return [dt.time(*divmod(minute, 60)) for minute in range(first + every_minutes, last + 1, every_minutes)]
