"""Screen: questions, answers, factors, and what they do."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from easepath.api.schemas.common import In, SideWord, Word
from easepath.core.vocabulary import FlagAction, VerdictWord


class FactorIn(In):
    """A background factor."""

    factor: Word
    side: SideWord = ""
    since: dt.date | None = None
    trimester: Annotated[int, Field(ge=1, le=3)] | None = None
    region: Word = ""
    parameters: dict[str, Word] = {}


class LimitIn(In):
    """A limit on a movement, in degrees."""

    movement: Word
    side: SideWord = ""
    degrees: Annotated[float, Field(ge=-60, le=180)]
    by: Literal["surgeon", "clinician"]


class LimitOut(Schema):
    """A limit in force; one whose withdrawal was asked for stays in force until a clinician confirms it."""

    movement: str
    side: SideWord
    degrees: float
    by: Literal["surgeon", "clinician"]
    to_confirm: bool
    withdrawal_asked: bool


class SaveScreening(In):
    """Every answer and every factor on the revision they were made on; a word left out is unanswered."""

    revision: Annotated[int, Field(ge=0)]
    person_revision: Annotated[int, Field(ge=0)]
    answers: dict[str, bool]
    factors: list[FactorIn] = []
    limits: list[LimitIn] = []


class Question(Schema):
    """One question of the screen; a null value is unanswered."""

    word: str
    text: str
    value: bool | None
    to_confirm: bool
    pending: Literal["", "no", "open"]


class FlagGroup(Schema):
    """The questions of one red flag."""

    id: str
    action: FlagAction
    private: bool
    raised: bool
    context: Question | None
    questions: list[Question]


class RaisedOut(Schema):
    """A red flag that is raised."""

    id: str
    action: FlagAction
    blocks: bool
    why: str
    note: str
    positive: list[str]


class ClearedOut(Schema):
    """A red flag that a doctor cleared."""

    flag: str
    doctor: str
    date: str
    reason: str
    recorded_by: str


class FactorOut(Schema):
    """A listed factor."""

    factor: str
    name: str
    side: str
    since: str | None
    trimester: int | None
    region: str
    parameters: dict[str, str]
    to_confirm: bool
    withdrawal_asked: bool
    note: str


class AssumedOut(Schema):
    """A factor the profile assumes."""

    factor: str
    name: str
    side: str


class EffectGroup(Schema):
    """What one reason does to the library."""

    verdict: VerdictWord
    why: str
    count: int
    drills: list[str]


class ScreeningOut(Schema):
    """The Screen step."""

    revision: int
    person_revision: int
    carried_from: str | None
    limits: list[LimitOut]
    groups: list[FlagGroup]
    answers: dict[str, bool]
    profile_questions: list[Question]
    unanswered: list[str]
    raised: list[RaisedOut]
    cleared: list[ClearedOut]
    factors: list[FactorOut]
    assumed: list[AssumedOut]
    ask_factors: list[str]
    effects: list[EffectGroup]


class ClearanceIn(In):
    """A clearance: the doctor's name, the date, and what the document says."""

    flag: Word
    doctor: Annotated[str, Field(max_length=120)]
    date: dt.date
    reason: Annotated[str, Field(max_length=400)]
