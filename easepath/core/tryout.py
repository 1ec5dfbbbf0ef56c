"""Try: what a drill changed in the room, against the error of its re-test."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from easepath.core.facts import Situation
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Drill
from easepath.core.measure.values import mdc_in_use, shortfall
from easepath.core.vocabulary import MOVEMENT_VARIANTS

GainKind = Literal["better", "worse", "no real change"]


def own_retest(library: Library, drill: Drill, offered: Sequence[str]) -> str | None:
    """Of the re-tests on offer the one that shows what a drill does: of a range it leads into or needs, else the first.

    None where nothing is on offer.
    """
    ranges = [{movement, *MOVEMENT_VARIANTS.get(movement, ())} for movement in (*drill.reaches, *drill.requires)]
    fitting = [measure for same in ranges for measure in offered if library.measures[measure].movement in same]
    return next(iter((*fitting, *offered)), None)


@dataclass(frozen=True)
class Gain:
    """Change in the better direction in the unit of the re-test, its error, and what that means."""

    amount: float
    error: float
    kind: GainKind


def gain_of(
    library: Library, situation: Situation, measure_id: str | None, before: Sequence[float], after: Sequence[float]
) -> Gain | None:
    """The gain of a try-out from the means before and after; None while either is not known."""
    measure = library.measures.get(measure_id or "")
    if measure is None or not before or not after:
        return None
    amount = shortfall(measure, sum(before) / len(before), sum(after) / len(after))
    error = mdc_in_use(library, situation, measure.id)
    if round(abs(amount), 6) <= round(error, 6):
        return Gain(amount, error, "no real change")
    return Gain(amount, error, "better" if amount > 0 else "worse")
