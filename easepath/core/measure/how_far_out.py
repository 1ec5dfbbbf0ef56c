"""How far out the test is that decided a pattern: what it asks for is no heavier than what was found."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from easepath.core.ids import Measures, Patterns
from easepath.core.measure.values import GRADE_ORDER, Grade, Measurements, grade_of
from easepath.core.vocabulary import SideName

SHARE: Mapping[Grade, float] = {"none": 0.45, "mild": 0.45, "moderate": 0.75, "marked": 1.0}
"""Of what a pattern asks for, by how far out its test is: one degree beyond the error asks for no whole program."""
ROTATION = (Measures.HIP_IR, Measures.HIP_IR_SEATED)
DECIDING: Mapping[tuple[str, str], tuple[str, ...]] = {
    (Patterns.TOE_REACH, "short-hamstring"): (Measures.SLR, Measures.AKE),
    (Patterns.TOE_REACH, "back-holds"): (Measures.TOE_REACH,),
    (Patterns.KNEE, "joint"): (Measures.KNEE_FLEXION,),
    (Patterns.KNEE, "muscle"): (Measures.KNEE_FLEXION_PRONE, Measures.KNEE_FLEXION_SIDE),
    (Patterns.HIP_ROTATION, "centre-first"): ROTATION,
    (Patterns.HIP_ROTATION, "free-it"): ROTATION,
    (Patterns.FRONT_OF_HIP, "both"): (Measures.THOMAS_HIP, Measures.THOMAS_KNEE),
    (Patterns.FRONT_OF_HIP, "thigh-high"): (Measures.THOMAS_HIP,),
    (Patterns.FRONT_OF_HIP, "knee-straight"): (Measures.THOMAS_KNEE,),
}
"""The tests that a result calls short; of those taken the one further out decides."""
TOO_LONG = {(Patterns.TOE_REACH, "long-hamstring"): Measures.SLR}
"""The test that a result calls too far instead."""


@dataclass(frozen=True, order=True)
class Out:
    """How far a test is out: its grade in order, then its distance in multiples of the error."""

    grade: int
    distance: float

    @property
    def share(self) -> float:
        """Of what the pattern asks for."""
        return SHARE[GRADE_ORDER[self.grade]]


NOT_OUT = Out(0, 0.0)
"""What was not taken, or is not short, asks for no more than a mild finding."""


def how_far_out(measured: Measurements, pattern: str, result: str, side: SideName) -> Out:
    """The deciding test of a result that is furthest out on a side."""
    long = TOO_LONG.get((pattern, result))
    if long is not None:
        return _beyond_norm(measured, long, side)
    short = [m for m in DECIDING.get((pattern, result), ()) if measured.is_short(m, side)]
    return max((_out(measured, measure, side) for measure in short), default=NOT_OUT)


def _out(measured: Measurements, measure: str, side: SideName) -> Out:
    row = measured.row(measure, side)
    if row is None:
        return NOT_OUT
    by_grade = Out(GRADE_ORDER.index(row.grade or "none"), (row.deficit or 0.0) / row.mdc)
    if row.reference_from == "goal" or measured.may_be_bone(measure, side):
        return by_grade
    short = measured.short_of_norm(measure, side)
    return by_grade if short is None else max(by_grade, _graded(short, row.mdc))


def _beyond_norm(measured: Measurements, measure: str, side: SideName) -> Out:
    short = measured.short_of_norm(measure, side)
    return NOT_OUT if short is None else _graded(-short, measured.mdc(measure))


def _graded(distance: float, mdc: float) -> Out:
    return Out(GRADE_ORDER.index(grade_of(distance, mdc)), distance / mdc)
