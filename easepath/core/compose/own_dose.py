"""A dose that was set by hand or handed over, and where it stands on today's ladder."""

from __future__ import annotations

import math
from dataclasses import dataclass

from easepath.core.compose.weekly import weekly_work
from easepath.core.dose.ladder import DoseLadder
from easepath.core.facts import PlannedDrill
from easepath.core.knowledge.models import Dose, Drill, Method
from easepath.core.match.rank import Matcher


@dataclass(frozen=True)
class GivenDose:
    """A planned drill's own dose; `kept` was handed over as a step of the ladder of its day, else it was set by hand.

    What a dose set by hand leaves out is the start dose's; a kept one is whole.
    """

    dose: Dose
    kept: bool = False


def given_dose(planned: PlannedDrill | None) -> GivenDose | None:
    """The dose a planned drill carries beside its step; None where its step alone says it."""
    return None if planned is None or planned.dose is None else GivenDose(planned.dose, planned.kept)


@dataclass(frozen=True)
class DoseInForce:
    """The dose a client does, its step on today's ladder, and whether it is another than that step's."""

    dose: Dose
    step: int
    own: bool


def dose_in_force(
    matcher: Matcher, drill: Drill, method: str, ladder: DoseLadder, step: int, given: GivenDose | None
) -> DoseInForce:
    """The given dose under the effort cap in force, else the ladder's at `step`."""
    at = ladder.clamp(step)
    if given is None:
        return DoseInForce(ladder.at(at), at, own=False)
    dose = ladder.capped(given.dose if given.kept else _filled(ladder.at(0), given.dose))
    if given.kept and dose == ladder.at(at):
        return DoseInForce(dose, at, own=False)
    return DoseInForce(dose, located_step(matcher, drill, method, ladder, dose), own=True)


def located_step(matcher: Matcher, drill: Drill, method: str, ladder: DoseLadder, dose: Dose) -> int:
    """The highest step of the ladder with no more weekly work than `dose`; -1 when every step is more."""
    work = round(weekly_work(matcher, drill, method, dose), 6)
    lighter = [n for n, one in enumerate(ladder.steps) if round(weekly_work(matcher, drill, method, one), 6) <= work]
    return max(lighter, default=-1)


def step_above(matcher: Matcher, drill: Drill, method: str, ladder: DoseLadder, dose: Dose) -> int | None:
    """The lowest step of the ladder with more weekly work than `dose`; None at the top."""
    work = round(weekly_work(matcher, drill, method, dose), 6)
    heavier = [n for n, one in enumerate(ladder.steps) if round(weekly_work(matcher, drill, method, one), 6) > work]
    return min(heavier, default=None)


def halved(dose: Dose, method: Method) -> Dose | None:
    """Half of every part the method progresses, rounded up, effort to 5 percent; None when nothing gets less."""
    changes = {
        part: _half(part, value)
        for part in method.progresses
        if part in Dose.model_fields and (value := getattr(dose, part)) is not None
    }
    less = dose.model_copy(update=changes)
    return None if less == dose else less


def _half(part: str, value: float) -> float:
    return math.ceil(value / 2 / 5) * 5 if part == "effort_pct" else math.ceil(value / 2)


def _filled(start: Dose, given: Dose) -> Dose:
    return start.model_copy(update=given.model_dump(exclude_none=True))
