"""Compose: exact sessions side by side, the draft with its choices, what is covered, the desk plan."""

from __future__ import annotations

from ninja import Schema

from easepath.api.schemas.common import Named
from easepath.api.schemas.match import ChoicesOut, TickedDrill
from easepath.api.schemas.visit import BreakOut, Stretch
from easepath.core.vocabulary import VerdictWord


class OptionDrill(Schema):
    """One drill of an exact session."""

    drill: str
    title: str
    phase: str
    place: str
    seconds: int
    side: str


class UncoveredOut(Schema):
    """A need left uncovered, and why."""

    need: str
    reason: str


class LengthOption(Schema):
    """The exact session for so many minutes; one that is not `proved` is the best of the sets that were looked at."""

    minutes: int
    own: bool
    seconds: int
    drills: list[OptionDrill]
    timeline: list[Stretch]
    uncovered: list[UncoveredOut]
    reason: str | None
    minutes_to_cover: float | None
    proved: bool


class SideWords(Schema):
    """What one side does."""

    side: str
    words: str


class StepWords(Schema):
    """One step of a dose ladder."""

    step: int
    words: str


class SwapOut(Schema):
    """What could stand in a drill's place."""

    id: str
    name: str
    score: float


class DraftDrillOut(Schema):
    """One drill of the draft and what may be chosen about it."""

    drill: str
    title: str
    phase: str
    place: str
    side: str
    one_sided: bool
    method: str
    step: int
    seconds: int
    words: list[SideWords]
    days_per_week: int
    per_day: int
    verdict: VerdictWord
    needs: list[str]
    steps: list[StepWords]
    methods: list[Named]
    places: list[str]
    swaps: list[SwapOut]
    picture: str
    alt: str


class CoverageOut(Schema):
    """A need, what the draft gives it, and its weekly seconds under stretch."""

    need: str
    weight: float
    share: float
    must: bool
    covered: bool
    drills: list[str]
    stretch_seconds: int | None
    stretch_threshold: int | None


class DeskOut(Schema):
    """The breaks of a working day; start and end in minutes of the day."""

    start: int
    end: int
    every: int
    breaks: list[BreakOut]
    left_over: list[str]


class ComposeOut(Schema):
    """The Compose step."""

    revision: int
    lengths: list[LengthOption]
    drills: list[DraftDrillOut]
    coverage: list[CoverageOut]
    desk: DeskOut | None
    arranged: bool
    issues_program: bool
    draft: list[TickedDrill]
    stage: int | None
    stage_fixed: bool
    choices: ChoicesOut
    timeline: list[Stretch]
