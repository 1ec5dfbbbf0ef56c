"""Match: needs, ranking, what is left out, what is ticked."""

from __future__ import annotations

from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from easepath.api.schemas.choices import NeedByHand, OverrideOut
from easepath.api.schemas.common import In, Named, ReasonOut, Word
from easepath.core.vocabulary import NeedSource, VerdictWord


class SourceOut(Schema):
    """What asks for a need."""

    kind: NeedSource
    name: str
    weight: float


class NeedOut(Schema):
    """A need and its weight."""

    id: str
    weight: float
    sources: list[SourceOut]


class RankedDrill(Schema):
    """A ranked drill with its four parts."""

    drill: str
    title: str
    name: str
    phase: str
    side: str
    tick_side: str
    score: float
    fit: float
    relief: float
    risk: int
    burden: float
    verdict: VerdictWord
    place: str
    method: str
    reasons: list[ReasonOut]
    needs: list[str]
    methods: list[Named]
    ladder: str | None
    override: Literal["open", "lead", "never"]
    picture: str
    alt: str


class LeftOutDrill(Schema):
    """A drill left out, with the reason and every reason of its verdict."""

    drill: str
    title: str
    name: str
    side: str
    rule: str
    reason: str
    source: str | None
    verdict: VerdictWord
    reasons: list[ReasonOut]
    relevant: bool
    override: Literal["open", "lead", "never"]


class TickedDrill(In):
    """A ticked drill; no step leaves the start dose to the rules."""

    drill: Word
    side: Literal["left", "right", "both"]
    method: Word = ""
    step: Annotated[int, Field(ge=-1, le=99)] | None = None
    place: Literal["", "floor", "bed", "chair", "desk", "wall", "stand"] = ""


class StageOut(Schema):
    """A stage and what its gate asks."""

    stage: int
    name: str
    passes: str


class ChoicesOut(Schema):
    """A clinician's own choices in force."""

    revision: int
    methods: dict[str, str]
    needs_set: dict[str, NeedByHand]
    pinned: list[str]
    barred: dict[str, str]
    work_hours: dict[str, int]
    overrides: list[OverrideOut]


class MatchOut(Schema):
    """The Match step."""

    revision: int
    needs: list[NeedOut]
    ranked: list[RankedDrill]
    left_out: list[LeftOutDrill]
    ticked: list[TickedDrill]
    stage: int | None
    stages: list[StageOut]
    stage_fixed: bool
    arranged: bool
    choices: ChoicesOut
    issues_program: bool


class SaveMatch(In):
    """The ticked drills in order on the revision they were made on."""

    revision: Annotated[int, Field(ge=0)]
    drills: list[TickedDrill]
    stage: int | None = None
    arranged: bool = False
