"""Gates: whether every condition of the stage's pass rule is known to hold, and what is missing."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from easepath.core.adjust.session_day import SessionDay
from easepath.core.adjust.view import Context
from easepath.core.facts import PlannedDrill
from easepath.core.knowledge.models import Drill, PassCondition
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
    reason = _missing_fact(context, rule)
    if reason is not None:
        yield reason


def _missing_fact(context: Context, rule: PassCondition) -> Reason | None:
    plan, today = context.situation.plan, context.situation.today
    if rule.days_since is not None:
        return _elapsed(context, rule.days_since, "days")
    if rule.weeks_since is not None:
        return _elapsed(context, rule.weeks_since * 7, "weeks")
    if rule.weeks_in_stage is not None:
        days = None if plan.stage_since is None else (today - plan.stage_since).days
        if days is None or days < rule.weeks_in_stage * 7:
            return Reason("gate-weeks-in-stage", facts={"needed": rule.weeks_in_stage})
    if rule.clinician is not None and rule.clinician not in plan.confirmed:
        return Reason("gate-confirm", facts={"says": rule.says, "word": rule.clinician})
    return _missing_measure(context, rule)


def _elapsed(context: Context, days: int, unit: str) -> Reason | None:
    known = [context.situation.complaint.days_since]
    assumed = context.screen.profile.assume if context.screen.profile else ()
    names = {*assumed, *(r for a in assumed for r in context.library.factors[a].replaced_by)}
    known += [factor.days for factor in context.screen.factors if factor.id in names]
    smallest = min((value for value in known if value is not None), default=None)
    if smallest is not None and smallest >= days:
        return None
    needed = days if unit == "days" else days // 7
    return Reason("gate-elapsed", facts={"needed": needed, "unit": unit})


def _missing_measure(context: Context, rule: PassCondition) -> Reason | None:
    measured, affected = context.screen.measured, context.situation.complaint.affected
    for bound, sign, name in ((rule.measure_at_least, 1, "gate-at-least"), (rule.measure_at_most, -1, "gate-at-most")):
        if bound is None:
            continue
        values = [measured.value(bound[0], side) for side in sorted(affected)]
        if any(value is None or sign * value < sign * bound[1] for value in values):
            return Reason(name, facts={"measure": _measure_name(context, bound[0]), "needed": bound[1]})
    if rule.even is not None:
        left, right = measured.value(rule.even, "left"), measured.value(rule.even, "right")
        if left is None or right is None or round(abs(left - right), 6) > round(measured.mdc(rule.even), 6):
            facts = {"measure": _measure_name(context, rule.even), "threshold": measured.mdc(rule.even)}
            return Reason("gate-even", facts=facts)
    if rule.share_of_other is not None:
        return _missing_share(context, *rule.share_of_other)
    return None


def _missing_share(context: Context, measure: str, percent: float) -> Reason | None:
    values = {side: context.screen.measured.value(measure, side) for side in SIDES}
    known = [value for value in values.values() if value is not None]
    affected = context.situation.complaint.affected
    if len(known) == len(SIDES):
        others = [v for s, v in values.items() if s not in affected and v is not None] or [max(known)]
        if all((values[side] or 0) * 100 >= percent * others[0] for side in affected):
            return None
    return Reason("gate-share", facts={"measure": _measure_name(context, measure), "needed": percent})


def _measure_name(context: Context, measure: str) -> str:
    return context.library.measures[measure].name


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
                "drill": drill.name, "times": rule.times, "dose": dose, "side": f" on the {side}" if side else "",
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
    return all((getattr(view.present.dose, part) or 1) >= number for part, number in wanted.items())
