"""Risks that a fall, dizziness or heaviness below shares with other drills."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from easepath.core.adjust.decision import DrillReview
from easepath.core.adjust.nerve import exposures_anywhere
from easepath.core.adjust.view import Context
from easepath.core.ids import Exposures
from easepath.core.vocabulary import Symptom

BALANCE = frozenset({
    Exposures.BALANCE, Exposures.BALANCE_HARD, Exposures.BALANCE_ONE_LEG, Exposures.HEAD_BELOW_HEART, Exposures.FLOOR,
})  # fmt: skip
PRESSURE = frozenset({Exposures.ABDOMINAL_LOAD, Exposures.EFFORT_MAXIMAL, Exposures.EFFORT_SUSTAINED})
PAUSED: Mapping[Symptom, frozenset[str]] = {"fall": BALANCE, "dizzy": BALANCE, "heaviness": PRESSURE}
"""By sign what a drill lists or derives that is paused until the sign is answered."""


def risks_paused(symptoms: Iterable[Symptom | None]) -> frozenset[str]:
    """Every exposure that some signs pause."""
    return frozenset(exposure for symptom in symptoms if symptom for exposure in PAUSED.get(symptom, ()))


def risks_of(context: Context, found: DrillReview) -> frozenset[str]:
    """Every exposure a planned drill lists, and those it derives at the client's places in its method."""
    maximal = context.screen.rules.reaches_maximal(found.drill, found.method, found.planned.sides)
    derived = {Exposures.EFFORT_MAXIMAL} if maximal else set[str]()
    listed = exposures_anywhere(found.drill) - {Exposures.FLOOR, Exposures.BALANCE}
    modes = context.screen.rules.modes_here(found.drill)
    return frozenset({*listed, *derived, *(exposure for mode in modes for exposure in mode.exposures)})
