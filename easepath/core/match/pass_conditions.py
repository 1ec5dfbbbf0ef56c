"""What a gate, or a drill that opens later, asks of the facts: time, measures, a clinician's word."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from easepath.core.knowledge.models import PassCondition
from easepath.core.reasons import Reason
from easepath.core.screening.screen import ScreenResult
from easepath.core.vocabulary import SIDES


def facts_missing(screen: ScreenResult, rules: Iterable[PassCondition]) -> Iterator[Reason]:
    """What keeps conditions that ask for facts alone from being known to hold."""
    for rule in rules:
        if rule.any is not None:
            branches = [list(facts_missing(screen, branch)) for branch in rule.any]
            if all(branches):
                yield from min(branches, key=len)
        elif (reason := missing_fact(screen, rule)) is not None:
            yield reason


def missing_fact(screen: ScreenResult, rule: PassCondition) -> Reason | None:
    """What keeps one condition from being known to hold; None where it does."""
    plan, today = screen.situation.plan, screen.situation.today
    if rule.days_since is not None:
        return _elapsed(screen, rule.days_since, "days")
    if rule.weeks_since is not None:
        return _elapsed(screen, rule.weeks_since * 7, "weeks")
    if rule.weeks_in_stage is not None:
        days = None if plan.stage_since is None else (today - plan.stage_since).days
        if days is None or days < rule.weeks_in_stage * 7:
            return Reason("gate-weeks-in-stage", facts={"needed": rule.weeks_in_stage})
    if rule.clinician is not None and rule.clinician not in plan.confirmed:
        return Reason("gate-confirm", facts={"says": rule.says, "word": rule.clinician})
    return _missing_measure(screen, rule)


def _elapsed(screen: ScreenResult, days: int, unit: str) -> Reason | None:
    known = [screen.situation.complaint.days_since]
    assumed = screen.profile.assume if screen.profile else ()
    names = {*assumed, *(r for a in assumed for r in screen.library.factors[a].replaced_by)}
    known += [factor.days for factor in screen.factors if factor.id in names]
    smallest = min((value for value in known if value is not None), default=None)
    if smallest is not None and smallest >= days:
        return None
    needed = days if unit == "days" else days // 7
    return Reason("gate-elapsed", facts={"needed": needed, "unit": unit})


def _missing_measure(screen: ScreenResult, rule: PassCondition) -> Reason | None:
    measured, affected = screen.measured, screen.situation.complaint.affected
    for bound, sign, name in ((rule.measure_at_least, 1, "gate-at-least"), (rule.measure_at_most, -1, "gate-at-most")):
        if bound is None:
            continue
        values = [measured.value(bound[0], side) for side in sorted(affected)]
        if any(value is None or sign * value < sign * bound[1] for value in values):
            return Reason(name, facts={"measure": screen.library.measures[bound[0]].name, "needed": bound[1]})
    if rule.even is not None:
        left, right = measured.value(rule.even, "left"), measured.value(rule.even, "right")
        if left is None or right is None or round(abs(left - right), 6) > round(measured.mdc(rule.even), 6):
            facts = {"measure": screen.library.measures[rule.even].name, "threshold": measured.mdc(rule.even)}
            return Reason("gate-even", facts=facts)
    if rule.share_of_other is not None:
        return _missing_share(screen, *rule.share_of_other)
    return None


def _missing_share(screen: ScreenResult, measure: str, percent: float) -> Reason | None:
    values = {side: screen.measured.value(measure, side) for side in SIDES}
    known = [value for value in values.values() if value is not None]
    affected = screen.situation.complaint.affected
    if len(known) == len(SIDES):
        others = [v for s, v in values.items() if s not in affected and v is not None] or [max(known)]
        if all((values[side] or 0) * 100 >= percent * others[0] for side in affected):
            return None
    return Reason("gate-share", facts={"measure": screen.library.measures[measure].name, "needed": percent})
