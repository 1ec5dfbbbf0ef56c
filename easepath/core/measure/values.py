"""Measured values: latest sitting, error, reference, deficit, grade and change of each measure and side."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property
from typing import Literal

from easepath.core.facts import Sitting, Situation
from easepath.core.ids import Measures, Observations
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Measure
from easepath.core.measure.error import blend
from easepath.core.vocabulary import BOTH, SIDES, SideName, SideWord, other_side, sides_of

Grade = Literal["none", "mild", "moderate", "marked"]
Change = Literal["better", "worse", "no real change", "not comparable"]
GRADE_WEIGHT: Mapping[Grade, float] = {"none": 0.0, "mild": 0.3, "moderate": 0.5, "marked": 0.7}
"""How heavy a need a range of each grade asks for."""
GRADE_ORDER: tuple[Grade, ...] = ("none", "mild", "moderate", "marked")
EQUAL_ROTATION = frozenset({Measures.HIP_IR, Measures.HIP_IR_SEATED, Measures.HIP_ER, Measures.HIP_ER_FLEXED})


@dataclass(frozen=True)
class Row:
    """What is known of one measure on one side; lengths in the measure's unit."""

    measure: str
    side: SideWord
    value: float
    trials: tuple[float, ...]
    mdc: float
    reference: float | None
    reference_from: Literal["other-side", "norm", "goal"] | None
    deficit: float | None
    grade: Grade | None
    side_difference: float | None
    change: Change | None
    change_from_first: Change | None
    sitting: Sitting

    @property
    def spread(self) -> float:
        """Largest minus smallest trial."""
        return max(self.trials) - min(self.trials)


def grade_of(deficit: float, mdc: float) -> Grade:
    """None up to one MDC, mild up to two, moderate up to four, marked beyond."""
    bounds: tuple[tuple[Grade, int], ...] = (("none", 1), ("mild", 2), ("moderate", 4))
    for grade, multiple in bounds:
        if round(deficit, 6) <= round(multiple * mdc, 6):
            return grade
    return "marked"


def shortfall(measure: Measure, value: float, reference: float) -> float:
    """How far `value` falls short of `reference` in the better direction; negative beyond it."""
    return reference - value if measure.better == "up" else value - reference


def mdc_in_use(library: Library, situation: Situation, measure: str) -> float:
    """The minimal detectable change of a measure at the client's age, blended with the clinic's own error."""
    shipped = library.measures[measure].mdc_at(situation.client.years)
    return blend(shipped, situation.errors.get(measure)).used


class Measurements:
    """Every measured value of one complaint, and what was measured anywhere; built once per situation."""

    def __init__(self, library: Library, situation: Situation) -> None:
        self._library = library
        self._situation = situation
        self._series: dict[tuple[str, SideWord], list[Sitting]] = {}
        self._anywhere: dict[tuple[str, SideWord], list[Sitting]] = {}
        for sitting in situation.sittings_anywhere:
            two_sided = library.measures[sitting.measure].both_sides
            side: SideWord = (sitting.side or "both") if two_sided else "both"
            self._anywhere.setdefault((sitting.measure, side), []).append(sitting)
            if not sitting.elsewhere:
                self._series.setdefault((sitting.measure, side), []).append(sitting)

    def series(self, measure: str, side: SideWord) -> list[Sitting]:
        """All sittings of a measure on a side, by date."""
        return self._series.get((measure, side), [])

    def latest_anywhere(self, measure: str, side: SideWord) -> Sitting | None:
        """The latest sitting of a measure on a side, taken for whichever complaint."""
        found = self._anywhere.get((measure, side))
        return found[-1] if found else None

    def key(self, measure: str, side: SideName) -> SideWord:
        """The side word under which this measure is kept for `side`."""
        return side if self._library.measures[measure].both_sides else "both"

    def value(self, measure: str, side: SideName) -> float | None:
        """The latest value on `side` (a measure without sides counts on both), None when not measured."""
        series = self.series(measure, self.key(measure, side))
        return series[-1].value if series else None

    def mdc(self, measure: str) -> float:
        """The minimal detectable change in use for this client."""
        return mdc_in_use(self._library, self._situation, measure)

    @cached_property
    def rows(self) -> dict[tuple[str, SideWord], Row]:
        """One row per measure and side, in the order of the library."""
        ordered = sorted(self._series, key=lambda key: (list(self._library.measures).index(key[0]), key[1]))
        return {key: self.row_at(key[0], key[1], len(self._series[key]) - 1) for key in ordered}

    def row(self, measure: str, side: SideName) -> Row | None:
        """The row that holds for `side`."""
        return self.rows.get((measure, self.key(measure, side)))

    def row_at(self, measure_id: str, side: SideWord, index: int) -> Row:
        """The row as it stood at the sitting with that index in its series."""
        measure = self._library.measures[measure_id]
        series = self.series(measure_id, side)
        sitting = series[index]
        mdc = self.mdc(measure_id)
        reference, source = self._reference(measure, side)
        deficit = None if reference is None else shortfall(measure, sitting.value, reference)
        return Row(
            measure_id, side, sitting.value, sitting.trials, mdc, reference, source, deficit,
            self._grade(measure, side, deficit, mdc),
            self._side_difference(measure_id, side),
            self._change(measure, series, index, latest=True),
            self._change(measure, series, index, latest=False),
            sitting,
        )  # fmt: skip

    def goal(self, measure: str, side: SideWord) -> float | None:
        """The clinician's goal for this measure and side, the last that fits."""
        fitting = [g for g in self._situation.goals if g.measure == measure and _fits(g.side, side)]
        return fitting[-1].value if fitting else None

    def short_of_norm(self, measure_id: str, side: SideName) -> float | None:
        """Distance short of the published norm (None: no value or no norm)."""
        measure = self._library.measures[measure_id]
        value, norm = self.value(measure_id, side), measure.norm_at(self._situation.client.years)
        return None if value is None or norm is None else shortfall(measure, value, norm)

    def is_short(self, measure_id: str, side: SideName) -> bool | None:
        """Graded above none, or more than the MDC short of the norm; a goal alone decides; None: not measured."""
        row = self.row(measure_id, side)
        if row is None:
            return None
        if row.grade is not None and row.grade != "none":
            return True
        if row.reference_from == "goal":
            return False
        by_norm = self.short_of_norm(measure_id, side)
        return by_norm is not None and round(by_norm, 6) > round(row.mdc, 6)

    def _reference(
        self, measure: Measure, side: SideWord
    ) -> tuple[float | None, Literal["other-side", "norm", "goal"] | None]:
        goal = self.goal(measure.id, side)
        if goal is not None:
            return goal, "goal"
        norm = measure.norm_at(self._situation.client.years)
        if side != "both":
            other = other_side(side)
            value = self.value(measure.id, other)
            healthy = other not in self._situation.complaint.affected
            if value is not None and healthy and self._near_norm(measure, value, norm):
                return value, "other-side"
        return norm, None if norm is None else "norm"

    def _near_norm(self, measure: Measure, value: float, norm: float | None) -> bool:
        return norm is None or round(abs(value - norm), 6) <= round(2 * self.mdc(measure.id), 6)

    def _grade(self, measure: Measure, side: SideWord, deficit: float | None, mdc: float) -> Grade | None:
        if deficit is None:
            return None
        grade = grade_of(deficit, mdc)
        return "mild" if grade in ("moderate", "marked") and self.may_be_bone(measure.id, side) else grade

    def may_be_bone(self, measure: str, side: SideWord) -> bool:
        """Equal, painless loss of hip rotation on both sides may be the shape of the bone."""
        if measure not in EQUAL_ROTATION or self.goal(measure, side) is not None:
            return False
        mdc = self.mdc(measure)
        left, right = self.value(measure, "left"), self.value(measure, "right")
        if left is None or right is None or Observations.FRONT_PINCH in self._situation.complaint.observed:
            return False
        both_lost = all((self.short_of_norm(measure, s) or 0) > mdc for s in SIDES)
        return both_lost and round(abs(left - right), 6) <= round(mdc, 6)

    def _side_difference(self, measure: str, side: SideWord) -> float | None:
        if side == "both":
            return None
        mine, other = self.value(measure, side), self.value(measure, other_side(side))
        return None if mine is None or other is None else mine - other

    def _change(self, measure: Measure, series: list[Sitting], index: int, *, latest: bool) -> Change | None:
        if index == 0:
            return None
        now = series[index]
        alike = [s for s in series[:index] if _alike(s, now)]
        if not alike:
            return "not comparable"
        before = alike[-1] if latest else alike[0]
        gain = shortfall(measure, before.value, now.value)
        if round(abs(gain), 6) <= round(self.mdc(measure.id), 6):
            return "no real change"
        return "better" if gain > 0 else "worse"


def _alike(one: Sitting, other: Sitting) -> bool:
    return (one.position, one.instrument, one.state) == (other.position, other.instrument, other.state)


def _fits(goal_side: SideWord | None, side: SideWord) -> bool:
    return side == "both" or sides_of(goal_side) == BOTH or goal_side == side
