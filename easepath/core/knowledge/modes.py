"""What a drill does to the body in each of its methods and places."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from easepath.core.knowledge.models import Drill, Method
from easepath.core.vocabulary import Place, action_of

END_RANGE_HOLD_SECONDS = 20
END_RANGE_NEED_WEIGHT = 0.5


@dataclass(frozen=True)
class Mode:
    """One way of doing a drill; `own` and `other` are the exposures in force, the derived hold included."""

    method: str
    place: Place
    own: tuple[str, ...]
    other: tuple[str, ...]
    method_index: int
    place_index: int


def modes_of(drill: Drill, methods: Mapping[str, Method]) -> tuple[Mode, ...]:
    """Every method and place of the drill, in the order its lists give."""
    allowed = [m for m in drill.methods if m in methods]
    return tuple(
        Mode(
            method,
            place,
            _own(drill, place, _holds_at_end(drill, methods[method])),
            _in_force(drill.exposures_other, place),
            drill.methods.index(method),
            index,
        )
        for method in allowed
        for index, place in enumerate(drill.places)
    )


def _own(drill: Drill, place: Place, holds: bool) -> tuple[str, ...]:
    listed = (*_in_force(drill.exposures, place), *drill.exposures_at.get(place, ()))
    return tuple(dict.fromkeys((*listed, "end-range-hold") if holds else listed))


def _in_force(exposures: tuple[str, ...], place: Place) -> tuple[str, ...]:
    """`floor` counts only on the floor, `balance` only standing or at a wall."""
    return tuple(
        exposure
        for exposure in exposures
        if (exposure != "floor" or place == "floor") and (exposure != "balance" or place in ("stand", "wall"))
    )


def _holds_at_end(drill: Drill, method: Method) -> bool:
    stretches = any(
        weight >= END_RANGE_NEED_WEIGHT and action_of(need) in ("lengthen", "mobilise")
        for need, weight in drill.needs.items()
    )
    if not stretches:
        return False
    if method.id == drill.methods[0]:
        held = max(drill.dose.top.hold_s or 0, drill.dose.top.relax_s or 0)
    else:
        shape = method.usual or method.dose
        held = max((shape.hold_s or (0, 0))[1], (shape.relax_s or (0, 0))[1])
    return held >= END_RANGE_HOLD_SECONDS
