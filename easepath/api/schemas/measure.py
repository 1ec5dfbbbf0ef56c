"""Measure: the bench, every value with its error, observations, patterns and goals."""

from __future__ import annotations

from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from easepath.api.schemas.common import In, Named, ReasonOut, Word
from easepath.api.schemas.match import SourceOut
from easepath.core.vocabulary import VerdictWord

Reading = Annotated[float, Field(ge=-1000, le=1000)]
OneSide = Literal["", "left", "right"]


class ErrorOut(Schema):
    """The three figures of an error, and the one in use, in the measure's unit."""

    default: float
    own: float | None
    repeats: int
    in_use: float


class RowOut(Schema):
    """One measured value with everything that is told about it."""

    value: float
    trials: list[float]
    spread: float
    single: bool
    mdc: float
    repeat: bool
    reference: float | None
    reference_from: str | None
    deficit: float | None
    grade: str | None
    side_difference: float | None
    difference_real: bool
    change: str | None
    change_from_first: str | None
    date: str
    state: str


class SeriesPoint(Schema):
    """One sitting of a series."""

    date: str
    value: float
    state: str


class TestSide(Schema):
    """One side of a test."""

    side: str
    verdict: VerdictWord
    reasons: list[ReasonOut]
    row: RowOut | None
    series: list[SeriesPoint]
    trend: str
    elsewhere: SeriesPoint | None


class TestOut(Schema):
    """One test on the bench."""

    measure: str
    name: str
    unit: str
    better: str
    position: str
    why: str
    guard: str
    note: str
    valid: list[float]
    plausible: list[float]
    norm: float | None
    source: str
    error: ErrorOut
    sides: list[TestSide]


class SignOut(Schema):
    """An observation one can tick."""

    id: str
    text: str
    asked: bool
    pattern: str | None


class WeighedNeed(Schema):
    """A need with a weight."""

    id: str
    weight: float


class PatternOut(Schema):
    """What one pattern says, and which test would settle it."""

    id: str
    name: str
    result: str
    words: str
    missing: list[Named]
    needs: list[WeighedNeed]
    unwanted: list[str]
    decided: bool


class FindingNeed(Schema):
    """A need with what asks for it."""

    id: str
    weight: float
    computed: float
    sources: list[SourceOut]


class SittingIn(In):
    """One measure on one side in this visit."""

    measure: Word
    side: OneSide = ""
    trials: Annotated[list[Reading], Field(min_length=1, max_length=10)]
    state: Literal["cold", "after-drills"] = "cold"
    instrument: Annotated[str, Field(max_length=40)] = ""


class GoalIn(In):
    """A goal; an empty side means both."""

    measure: Word
    side: OneSide = ""
    value: Reading


class MeasureStep(In):
    """What this visit holds."""

    sittings: list[SittingIn] = []
    observed: list[Word] = []
    goals: list[GoalIn] = []


class SaveMeasure(MeasureStep):
    """The whole step on the revision it was made on."""

    revision: Annotated[int, Field(ge=0)]


class MeasureOut(Schema):
    """The Measure step."""

    revision: int
    tests: list[TestOut]
    source: str
    position_changes: int
    others: list[Named]
    signs: list[SignOut]
    patterns: list[PatternOut]
    findings: list[FindingNeed]
    step: MeasureStep
