"""What a drill does to the body in each of its methods and places."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Literal

from easepath.core.ids import Exposures, Methods
from easepath.core.knowledge.models import Drill, Exposure, Method
from easepath.core.vocabulary import Place, SideName, action_of, other_side

END_RANGE_HOLD_SECONDS = 20
"""A hold as long as this loads the end of range, whatever the drill lists."""
END_RANGE_NEED_WEIGHT = 0.5
"""Where lengthening is at least half of what the drill is for, its hold lies at the end of range."""

Who = Literal["drilled", "opposite", "whole"]
Loads = tuple[tuple[str, Who], ...]
"""Exposures in force, each with whom it loads: the drilled side, the opposite side, or the whole person."""


@dataclass(frozen=True)
class Mode:
    """One way of doing a drill: its loads, the derived hold included, and the effort from start to top (percent).

    `stretches`: a long hold of it lies at the end of range. `held_breaths`: the longest hold counted in breaths.
    """

    method: str
    place: Place
    loads: Loads
    effort: tuple[int, int]
    is_first_method: bool
    stretches: bool = False
    held_breaths: int = 0

    @property
    def exposures(self) -> tuple[str, ...]:
        """The exposures in force, whomever they load."""
        return tuple(exposure for exposure, _ in self.loads)


def reaches_side(who: Who, drilled: Iterable[SideName], sides: frozenset[SideName]) -> bool:
    """Whether a load meets one of `sides`, or the whole person, when the drilled sides work."""
    return who == "whole" or any((one if who == "drilled" else other_side(one)) in sides for one in drilled)


def loads_of(own: Iterable[str], other: Iterable[str], exposures: Mapping[str, Exposure]) -> Loads:
    """Whom each exposure loads; those of the side not drilled are read with the sides swapped."""
    found: dict[tuple[str, Who], None] = {}
    sides: tuple[tuple[Iterable[str], Who, Who], ...] = (
        (own, "drilled", "opposite"), (other, "opposite", "drilled"),
    )  # fmt: skip
    for names, same, across in sides:
        for name in names:
            acts_on = exposures[name].acts_on if name in exposures else "whole"
            who: Who = "whole" if acts_on == "whole" else same if acts_on == "same" else across
            found[name, who] = None
    return tuple(found)


def modes_of(drill: Drill, methods: Mapping[str, Method], exposures: Mapping[str, Exposure]) -> tuple[Mode, ...]:
    """Every method and place of the drill, in the order its lists give."""
    return tuple(
        Mode(
            method,
            place,
            loads_of(
                _own(drill, place, _holds_at_end(drill, methods[method])),
                _in_force(drill.exposures_other, place),
                exposures,
            ),
            _effort(drill, methods[method]),
            method == drill.methods[0],
            _stretches(drill),
            _held_breaths(drill, methods[method]),
        )
        for method in drill.methods
        if method in methods
        for place in drill.places
    )


def off_desk(drill: Drill) -> tuple[str, ...]:
    """The methods of a drill outside a desk plan: a movement break only where it is all there is."""
    return tuple(method for method in drill.methods if method != Methods.DESK_BREAK) or drill.methods


def _own(drill: Drill, place: Place, holds: bool) -> tuple[str, ...]:
    listed = (*_in_force(drill.exposures, place), *drill.exposures_at.get(place, ()))
    return (*listed, Exposures.END_RANGE_HOLD) if holds else listed


def _in_force(exposures: tuple[str, ...], place: Place) -> tuple[str, ...]:
    """`floor` counts only on the floor, `balance` only standing or at a wall."""
    return tuple(
        exposure
        for exposure in exposures
        if (exposure != Exposures.FLOOR or place == "floor")
        and (exposure != Exposures.BALANCE or place in ("stand", "wall"))
    )


def _effort(drill: Drill, method: Method) -> tuple[int, int]:
    """Effort at the start and at the top of the dose, before any cap; 0 where the dose names none."""
    if method.id == drill.methods[0]:
        return drill.dose.start.effort_pct or 0, drill.dose.top.effort_pct or 0
    return (method.usual or method.dose).effort_pct or (0, 0)


def _stretches(drill: Drill) -> bool:
    return any(
        weight >= END_RANGE_NEED_WEIGHT and action_of(need) in ("lengthen", "mobilise")
        for need, weight in drill.needs.items()
    )


def _held_breaths(drill: Drill, method: Method) -> int:
    if method.id == drill.methods[0]:
        return drill.dose.top.hold_breaths or 0
    return ((method.usual or method.dose).hold_breaths or (0, 0))[1]


def _holds_at_end(drill: Drill, method: Method) -> bool:
    if not _stretches(drill):
        return False
    if method.id == drill.methods[0]:
        held = max(drill.dose.top.hold_s or 0, drill.dose.top.relax_s or 0)
    else:
        shape = method.usual or method.dose
        held = max((shape.hold_s or (0, 0))[1], (shape.relax_s or (0, 0))[1])
    return held >= END_RANGE_HOLD_SECONDS
