"""The same need under two methods: minutes, time under tension, pain rule, and what progresses first."""

from __future__ import annotations

from dataclasses import dataclass

from easepath.core.compose.prescription import Prescription, prescribe
from easepath.core.dose.time import side_work
from easepath.core.knowledge.models import Drill
from easepath.core.match.rank import Matcher


@dataclass(frozen=True)
class MethodSide:
    """One method for a need: its best ranked drill at the start dose, seconds a session and seconds a week."""

    method: str
    drill: str
    seconds: int
    tension_per_week: float
    pain_rule: str
    limit: int
    progresses: tuple[str, ...]


def compare_methods(matcher: Matcher, need: str) -> tuple[MethodSide, ...]:
    """Every method in which a ranked drill meets the need, its best drill each, in the library's order."""
    found: dict[str, MethodSide] = {}
    for candidate in matcher.result.ranked:
        if candidate.drill.needs.get(need, 0) <= 0:
            continue
        for method in matcher.screen.rules.methods_of(candidate.drill):
            if method not in found:
                side = _side(matcher, candidate.drill, method)
                if side is not None:
                    found[method] = side
    return tuple(found[method] for method in matcher.screen.library.methods if method in found)


def _side(matcher: Matcher, drill: Drill, method: str) -> MethodSide | None:
    item = prescribe(matcher, drill, method=method)
    if item is None:
        return None
    model = matcher.screen.library.method(method)
    return MethodSide(
        method, drill.id, item.seconds, _tension(item), model.pain_rule, model.limit, model.progresses
    )  # fmt: skip


def _tension(item: Prescription) -> float:
    """Seconds a week of work on the side that does most, without the rests."""
    work = max(side_work(side.dose, item.drill, item.method, item.breath_s) for side in item.sides)
    return work * item.per_day * item.days_per_week
