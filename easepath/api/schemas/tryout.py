"""Try: a drill done in the room with its re-test."""

from __future__ import annotations

from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from easepath.api.schemas.common import In, Word
from easepath.api.schemas.measure import Reading


class TryoutIn(In):
    """One drill tried on one side."""

    drill: Word
    side: Literal["left", "right", "both"]
    measure: Word = ""
    before: Annotated[list[Reading], Field(max_length=10)] = []
    after: Annotated[list[Reading], Field(max_length=10)] = []
    symptom: Word = ""
    faults: list[Word] = []
    brought_back: bool = False


class TryStep(In):
    """What this visit holds."""

    tryouts: list[TryoutIn] = []
    test_movement: Annotated[str, Field(max_length=120)] = ""


class SaveTryouts(TryStep):
    """The whole step on the revision it was made on."""

    revision: Annotated[int, Field(ge=0)]


class TryChoice(Schema):
    """A drill one can try."""

    drill: str
    title: str
    ticked: bool
    sides: list[str]


class RetestOut(Schema):
    """Something that can be tested before and after."""

    id: str
    name: str
    unit: str
    sided: bool
    valid: list[float]


class FaultOut(Schema):
    """A fault and the cue that mends it."""

    id: str
    cue: str


class GainOut(Schema):
    """What changed, against the error; better is positive."""

    amount: float
    error: float
    kind: str


class TriedOut(Schema):
    """What a try-out tells."""

    drill: str
    title: str
    side: str
    faults: list[FaultOut]
    setup: str
    lighter: list[str]
    deeper: list[str]
    felt: str
    dropped: bool
    gain: GainOut | None


class EarlierTryout(Schema):
    """A try-out of an earlier visit."""

    drill: str
    title: str
    side: str
    visit: int


class TryOut(Schema):
    """The Try step."""

    revision: int
    choices: list[TryChoice]
    retests: list[RetestOut]
    symptoms: list[str]
    step: TryStep
    tried: list[TriedOut]
    earlier: list[EarlierTryout]
