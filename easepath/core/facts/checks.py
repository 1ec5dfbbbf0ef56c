"""Checks a situation against the knowledge: every id known, every value possible, nothing from the future."""

from __future__ import annotations

import datetime as dt
from collections.abc import Container, Iterable

from easepath.core.dose.bounds import dose_bounds, is_within
from easepath.core.errors import CaseError
from easepath.core.facts import ClientFactor, LogEntry, Plan, PlannedDrill, Sitting, Situation, Tryout
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Dose
from easepath.core.story import chosen_profile, profile_in_force


def check_situation(library: Library, situation: Situation) -> None:
    """Raise CaseError with the dotted path of the first thing that cannot be."""
    _check_client(library, situation)
    _check_complaint(library, situation)
    for index, sitting in enumerate(situation.measures):
        _check_sitting(library, situation.today, f"measures.{index}", sitting)
    for index, tryout in enumerate(situation.tryouts):
        _check_tryout(library, f"tryouts.{index}", tryout)
    _check_plan(library, situation)
    _check_log(library, situation)
    _check_choices(library, situation)


def _known(path: str, kind: str, word: str | None, known: Container[str]) -> None:
    if word is not None and word not in known:
        raise CaseError(path, f"there is no {kind} called {word!r}")


def _all_known(path: str, kind: str, words: Iterable[str], known: Container[str]) -> None:
    for word in words:
        _known(path, kind, word, known)


def _not_future(path: str, date: dt.date | None, today: dt.date) -> None:
    if date is not None and date > today:
        raise CaseError(path, f"{date} lies after today, {today}")


def _inside(path: str, value: float, valid: tuple[float, float], unit: str) -> None:
    if not valid[0] <= value <= valid[1]:
        raise CaseError(path, f"{value:g} is not possible: {valid[0]:g} to {valid[1]:g} {unit}")


def _check_client(library: Library, situation: Situation) -> None:
    for index, factor in enumerate(situation.client.factors):
        _check_factor(library, f"client.factors.{index}", factor)
    movements = library.movements
    for index, limit in enumerate(situation.client.limits):
        _known(f"client.limits.{index}.movement", "movement", limit.movement, movements)
    for name, stage in situation.client.stages.items():
        _known(f"client.stages.{name}", "condition", name, library.conditions)
        if library.conditions[name].stage(stage) is None:
            raise CaseError(f"client.stages.{name}", f"{name} has no stage {stage}")
    _all_known("client.equipment", "piece of equipment", situation.client.equipment, library.standins)


def _check_factor(library: Library, path: str, factor: ClientFactor) -> None:
    _known(f"{path}.id", "factor", factor.id, library.factors)
    _known(f"{path}.region", "region", factor.region, library.regions)
    parameters = library.factors[factor.id].parameters
    for name, value in factor.parameters.items():
        if name not in parameters:
            raise CaseError(f"{path}.{name}", f"{factor.id} does not ask for {name!r}")
        _known(f"{path}.{name}", "answer", value, parameters[name])


def _check_complaint(library: Library, situation: Situation) -> None:
    complaint = situation.complaint
    _known("complaint.condition", "condition", complaint.condition, library.conditions)
    _known("complaint.region", "region", complaint.region, library.regions)
    _all_known("complaint.observed", "observation", complaint.observed, library.observations)
    answers = library.flag_items.keys() | library.profile_words
    _all_known("complaint.answers", "question", complaint.answers, answers | library.observations)
    _all_known("complaint.context", "context question", complaint.context, library.contexts)


def _check_sitting(library: Library, today: dt.date, path: str, sitting: Sitting) -> None:
    _known(f"{path}.measure", "measure", sitting.measure, library.measures)
    _not_future(f"{path}.date", sitting.date, today)
    measure = library.measures[sitting.measure]
    if measure.both_sides and sitting.side not in ("left", "right"):
        raise CaseError(f"{path}.side", f"{measure.id} is measured on one side: left or right")
    for index, trial in enumerate(sitting.trials):
        _inside(f"{path}.trials.{index}", trial, measure.valid, measure.unit)


def _check_tryout(library: Library, path: str, tryout: Tryout) -> None:
    _known(f"{path}.drill", "drill", tryout.drill, library.drills)
    _known(f"{path}.measure", "measure", tryout.measure, library.measures)
    if tryout.measure is not None:
        measure = library.measures[tryout.measure]
        for name in ("before", "after"):
            for value in getattr(tryout, name):
                _inside(f"{path}.{name}", value, measure.valid, measure.unit)
    coaching = library.coaching.get(tryout.drill)
    _all_known(f"{path}.faults", "fault of this drill", tryout.faults, coaching.faults if coaching else ())


def _check_plan(library: Library, situation: Situation) -> None:
    plan = situation.plan
    for name in ("start", "stage_since"):
        _not_future(f"plan.{name}", getattr(plan, name), situation.today)
    for index, answered in enumerate(plan.answered):
        _known(f"plan.answered.{index}.drill", "drill", answered.drill, library.drills)
        _not_future(f"plan.answered.{index}.date", answered.date, situation.today)
    for index, planned in enumerate(plan.drills):
        _check_planned(library, situation.today, f"plan.drills.{index}", planned)
    _check_groups(plan)
    profile = profile_in_force(library, situation.complaint)
    gates = library.gates.get(profile.id) if profile else None
    known = gates.confirm_words if gates else frozenset[str]()
    everywhere = {word for each in library.gates.values() for word in each.confirm_words}
    _all_known("plan.confirmed", "word to confirm", plan.confirmed, known | everywhere)
    chosen = chosen_profile(library, situation.complaint)
    stages = [stage.stage for stage in chosen.gates] if chosen else []
    if plan.stage is not None and plan.stage not in (stages or [1]):
        raise CaseError("plan.stage", f"{chosen.id if chosen else 'this condition'} has no stage {plan.stage}")


def _check_groups(plan: Plan) -> None:
    """A group holds planned drills, and no drill is in two."""
    planned, grouped = {row.drill for row in plan.drills}, set[str]()
    for index, group in enumerate(plan.groups):
        for number, drill in enumerate(group.drills):
            path = f"plan.groups.{index}.drills.{number}"
            if drill not in planned:
                raise CaseError(path, f"{drill!r} is not in the plan")
            if drill in grouped:
                raise CaseError(path, f"{drill!r} is in two groups")
            grouped.add(drill)


def _check_planned(library: Library, today: dt.date, path: str, planned: PlannedDrill) -> None:
    _known(f"{path}.drill", "drill", planned.drill, library.drills)
    _not_future(f"{path}.since", planned.since, today)
    methods = library.drills[planned.drill].methods
    if planned.method is not None and planned.method not in methods:
        raise CaseError(f"{path}.method", f"{planned.drill} is not done as {planned.method!r}")
    if planned.order is not None:
        _known(f"{path}.order.instead", "drill", planned.order.instead, library.drills)
    if planned.dose is not None and not planned.kept:
        check_own_dose(library, f"{path}.dose", planned, planned.dose)


def check_own_dose(library: Library, path: str, planned: PlannedDrill, dose: Dose) -> None:
    """Each part within the widest range of its method, or of the drill in its first method; raises CaseError."""
    drill = library.drills[planned.drill]
    method = library.methods[planned.method or drill.methods[0]]
    bounds = dose_bounds(drill, method)
    for part, value in dose.model_dump(exclude_none=True).items():
        if part not in bounds:
            raise CaseError(f"{path}.{part}", f"{method.name.lower()} has no such part")
        least, most = bounds[part]
        if not is_within(value, least, most):
            raise CaseError(f"{path}.{part}", f"{value} is not possible: {least} to {most}")


def _check_log(library: Library, situation: Situation) -> None:
    """A year has a thousand entries of few drills and places: what each names is looked up where any is unknown."""
    log = situation.log_by_date
    drills = {drill for drill, _ in log.drills} - library.drills.keys()
    places = {place for told in log.distinct for place in told.places} - library.sites.keys() - {None}
    if drills or places or (log and log.dates[-1] > situation.today):
        for index, entry in enumerate(situation.log):
            _check_entry(library, situation.today, f"log.{index}", entry)


def _check_entry(library: Library, today: dt.date, path: str, entry: LogEntry) -> None:
    _known(f"{path}.drill", "drill", entry.drill, library.drills)
    _not_future(f"{path}.date", entry.date, today)
    _known(f"{path}.felt", "place", entry.felt, library.sites)


def _check_choices(library: Library, situation: Situation) -> None:
    for index, goal in enumerate(situation.goals):
        path = f"goals.{index}"
        _known(f"{path}.measure", "measure", goal.measure, library.measures)
        measure = library.measures[goal.measure]
        _inside(f"{path}.value", goal.value, measure.valid, measure.unit)
    for need, method in situation.methods.items():
        _known(f"methods.{need}", "need", need, library.needs)
        _known(f"methods.{need}", "method", method, library.methods)
    _all_known("needs", "need", situation.needs, library.needs)
    _all_known("clearance", "red flag", situation.clearance, library.red_flags)
    for flag, clearance in situation.clearance.items():
        _not_future(f"clearance.{flag}.date", clearance.date, situation.today)
