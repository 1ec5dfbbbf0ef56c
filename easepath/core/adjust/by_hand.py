"""What a clinician planned that the rules would have left out, and in what order: said, never undone."""

from __future__ import annotations

from collections.abc import Collection, Iterator
from typing import Literal, get_args

from easepath.core.adjust.view import Context
from easepath.core.compose.arrange import slots_in
from easepath.core.compose.candidates import OFFERED_RISK, loads_affected, watched_loads
from easepath.core.compose.order import OrderRules
from easepath.core.facts import PlannedDrill
from easepath.core.knowledge.models import Drill
from easepath.core.match.rungs import EntryRungs
from easepath.core.vocabulary import SideName

ByHand = Literal["rung-later", "rung-easier", "two-rungs", "clinician-only", "no-need", "risk", "load-watch"]
BY_HAND: tuple[ByHand, ...] = get_args(ByHand)


def by_hand(context: Context, planned: PlannedDrill) -> tuple[ByHand, ...]:
    """Why the rules would leave a planned drill out, in their order; empty where they would not."""
    drill = context.library.drill(planned.drill)
    sides = _judged_sides(context, drill, planned)
    found = {*_rung(context, drill, sides), *_row(context, drill, planned, sides)}
    return tuple(word for word in BY_HAND if word in found)


def out_of_order(context: Context) -> tuple[str, ...]:
    """Planned drills that stand after one which the order in force puts behind them."""
    rules = OrderRules(context.matcher)
    drills = [context.library.drill(row.drill) for row in context.planned]
    slots = slots_in([rules.spot(drill, drill.places[:1]) for drill in drills])
    keys = [(drill.beside, slot) for drill, slot in zip(drills, slots, strict=True)]
    return tuple(dict.fromkeys(drill.id for n, drill in enumerate(drills) if any(key > keys[n] for key in keys[:n])))


def _judged_sides(context: Context, drill: Drill, planned: PlannedDrill) -> tuple[SideName, ...]:
    """The affected sides it is planned for, else those it is planned for."""
    done = drill.sides_done(planned.side)
    affected = tuple(side for side in done if side in context.situation.complaint.affected)
    return affected or done


def _row(context: Context, drill: Drill, planned: PlannedDrill, sides: tuple[SideName, ...]) -> Iterator[ByHand]:
    matcher = context.matcher
    if any(_shares_ladder(context, drill, other, sides) for other in context.planned if other is not planned):
        yield "two-rungs"
    if not drill.auto:
        yield "clinician-only"
    if not any(matcher.candidate(drill, side).fit > 0 or matcher.relieves(drill, side) for side in sides):
        yield "no-need"
    if matcher.risk(drill) >= OFFERED_RISK and not _tried(context, drill):
        yield "risk"
    if any(_beyond(context, planned, load, most) for load, most in watched_loads(matcher).items()):
        yield "load-watch"


def _rung(context: Context, drill: Drill, sides: tuple[SideName, ...]) -> Iterator[ByHand]:
    """Whether it is no entry of its ladder as the rules find it without the plan, while nothing of it is logged."""
    if drill.ladder is None or _tried(context, drill):
        return
    ladder, rung = drill.ladder
    of_ladder = {one.id for drills in context.library.ladders[ladder].values() for one in drills}
    if any(drill in of_ladder for drill, _ in context.log.drills):
        return
    unplanned = EntryRungs(context.screen, context.matcher.stage, context.matcher.is_open, planned=())
    if any(unplanned.is_companion(drill, side) or context.matcher.rungs.is_companion(drill, side) for side in sides):
        return
    entries = [entry for side in sides if (entry := unplanned.entry(ladder, side)) is not None]
    if entries and rung not in entries:
        yield "rung-later" if rung > min(entries) else "rung-easier"


def _shares_ladder(context: Context, drill: Drill, row: PlannedDrill, sides: Collection[SideName]) -> bool:
    other = context.library.drill(row.drill)
    if drill.ladder is None or other.ladder is None or other.ladder[0] != drill.ladder[0] or other.id == drill.id:
        return False
    companions = other.id in drill.with_ or drill.id in other.with_
    return not companions and bool(set(sides) & set(other.sides_done(row.side)))


def _tried(context: Context, drill: Drill) -> bool:
    return any(tryout.drill == drill.id for tryout in context.situation.tryouts)


def _beyond(context: Context, planned: PlannedDrill, load: str, most: int) -> bool:
    """Whether rows before this one have used up what the condition lets load an affected side that way."""
    loading = [row for row in context.planned if _loads(context, row, load)]
    return planned in loading and loading.index(planned) >= most


def _loads(context: Context, row: PlannedDrill, load: str) -> bool:
    drill = context.library.drill(row.drill)
    return loads_affected(context.matcher, drill, frozenset(drill.sides_done(row.side)), load)
