"""The standing order that is offered at hand-over: rest and ease at home, no rise, and what takes a drill's place."""

from __future__ import annotations

from collections.abc import Iterator

from easepath.core.adjust.moves import OPEN_RISK, neighbour_rung, swap_candidates
from easepath.core.adjust.view import Context, DrillView
from easepath.core.facts import PlannedDrill, StandingOrder
from easepath.core.knowledge.models import Drill


def offered_orders(context: Context) -> dict[str, StandingOrder]:
    """By drill of the plan what is offered: the next lower open rung stands in for it, else the best swap.

    The rows are asked in plan order, and none is offered what another row holds or was offered before.
    """
    found = {}
    for planned in context.planned:
        instead = next(stand_ins(context, planned), None)
        if instead is not None:
            context.given.append((instead.id, planned.sides))
        found[planned.drill] = StandingOrder(instead=None if instead is None else instead.id)
    return found


def stand_ins(context: Context, planned: PlannedDrill) -> Iterator[Drill]:
    """What may take a drill's place at home on every side it is planned for, the first to be offered first."""
    views: tuple[DrillView, ...] = context.views(planned)
    if not views:
        return
    matcher, view = context.matcher, views[0]
    lower = neighbour_rung(view, up=False)
    ranked = [candidate.drill for candidate in swap_candidates(view)]
    for drill in [lower, *ranked] if lower is not None else ranked:
        is_free = drill.id not in view.given_before
        if is_free and matcher.risk(drill) < OPEN_RISK and all(matcher.is_open(drill, one.side) for one in views):
            yield drill
