"""Gates: whether every condition of the stage's pass rule is known to hold, and what is missing."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from easepath.core.adjust.session_day import SessionDay
from easepath.core.adjust.view import Context
from easepath.core.compose.play import in_rounds
from easepath.core.facts import PlannedDrill
from easepath.core.knowledge.models import Drill, PassCondition
from easepath.core.match.pass_conditions import missing_fact
from easepath.core.reasons import Reason
from easepath.core.vocabulary import SIDES, SideName


@dataclass(frozen=True)
class GateResult:
    """The gate of the present stage: whether it opens, and what is missing."""

    stage: int
    name: str
    opens: bool
    missing: tuple[Reason, ...]
    last: bool


def gate(context: Context) -> GateResult | None:
    """The gate of the present stage; None where the condition has no gates."""
    profile, stage = context.screen.profile, context.matcher.stage
    if profile is None or stage is None:
        return None
    rules = context.library.gates[profile.id].stages[stage.stage]
    missing = tuple(reason for rule in rules for reason in _missing(context, rule))
    return GateResult(stage.stage, stage.name, not missing, missing, stage.stage == len(profile.gates))


def _missing(context: Context, rule: PassCondition) -> Iterator[Reason]:
    """What keeps one pass condition from being known to hold."""
    if rule.any is not None:
        branches = [[reason for part in branch for reason in _missing(context, part)] for branch in rule.any]
        if all(branches):
            yield from min(branches, key=len)
        return
    if rule.calm is not None:
        for drill in rule.calm:
            yield from _missing_calm(context, rule, context.library.drill(drill))
        return
    reason = missing_fact(context.screen, rule)
    if reason is not None:
        yield reason


def _missing_calm(context: Context, rule: PassCondition, drill: Drill) -> Iterator[Reason]:
    """The last n sessions of a drill, on n dates, calm and complete, on every side asked for."""
    if drill.sides == "both":
        sides: tuple[SideName | None, ...] = (None,)
    else:
        sides = tuple(s for s in SIDES if rule.both_sides or s in context.situation.complaint.affected)
    for side in sides:
        if not _is_calm(context, rule, drill, side):
            dose = "" if rule.dose is None else " at the top dose" if rule.dose == "top" else _dose_words(rule.dose)
            facts = {
                "drill": drill.name, "sessions": "session" if rule.times == 1 else f"{rule.times} sessions",
                "dose": dose, "side": f" on the {side}" if side else "",
                "pain": "" if rule.during_at_most is None else f", pain no more than {rule.during_at_most}",
            }  # fmt: skip
            yield Reason("gate-calm", facts=facts)


def _dose_words(dose: dict[str, int]) -> str:
    words = ", ".join(f"{n} {part.removesuffix('_s').replace('_', ' ')}" for part, n in dose.items())
    return f" with at least {words}"


def _is_calm(context: Context, rule: PassCondition, drill: Drill, side: SideName | None) -> bool:
    days = context.days(drill.id, side)
    if rule.dose is not None:
        planned = _planned(context, drill, side)
        if planned is None or not _dose_reached(context, rule.dose, planned):
            return False
        days = days if planned.since is None else days.since(planned.since)
    times = rule.times or 0
    last = days[-times:] if times else ()
    complete = context.number("gate", "complete_pct")
    return len(last) == times and all(_counts(rule, day, complete) for day in last)


def _counts(rule: PassCondition, day: SessionDay, complete_pct: float) -> bool:
    mild = rule.during_at_most is None or (day.during is not None and day.during <= rule.during_at_most)
    complete = day.done_pct is not None and day.done_pct >= complete_pct
    return mild and complete and day.kind == "calm"


def _planned(context: Context, drill: Drill, side: SideName | None) -> PlannedDrill | None:
    return next(
        (p for p in context.situation.plan.drills if p.drill == drill.id and (side is None or side in p.sides)), None
    )


def _dose_reached(context: Context, wanted: str | dict[str, int], planned: PlannedDrill) -> bool:
    view = next(iter(context.views(planned)))
    if isinstance(wanted, str):
        return view.step >= view.ladder.top
    rounds = context.situation.plan.rounds_of(planned.drill)
    dose = view.present.dose if rounds is None else in_rounds(view.present.dose, rounds)
    return all((getattr(dose, part) or 1) >= number for part, number in wanted.items())
