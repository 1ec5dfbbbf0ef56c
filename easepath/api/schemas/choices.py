"""A clinician's own choices, and overrides."""

from __future__ import annotations

from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from easepath.api.schemas.common import In, Word
from easepath.core.vocabulary import PainRule

Why = Annotated[str, Field(max_length=400)]


class NeedByHand(In):
    """A need set by hand; `by` is filled by the server."""

    weight: Annotated[float, Field(ge=0, le=1)]
    reason: Why
    by: str = ""


class ChoicesIn(In):
    """Every choice on the revision it was made on."""

    revision: Annotated[int, Field(ge=0)]
    methods: dict[str, Word] = {}
    needs_set: dict[str, NeedByHand] = {}
    pinned: list[Word] = []
    barred: dict[str, Why] = {}
    work_hours: dict[str, int] = {}


class OverrideIn(In):
    """Which verdict is overridden, and why."""

    drill: Word
    side: Literal["left", "right", "both"]
    reason: Why


class OverrideOut(Schema):
    """An override in force."""

    id: int
    drill: str
    title: str
    side: str
    was: str
    reason: str
    by: str
    date: str


class MethodCompared(Schema):
    """One need under one method: minutes a session, stretch a week, how hard it may hurt, what goes up first."""

    method: str
    name: str
    drill: str
    words: str
    seconds: int
    weekly_seconds: int
    pain_rule: PainRule
    progresses: list[str]
    reason: str
    chosen: bool


class ComparedNeed(Schema):
    """A need under every method that can serve it."""

    need: str
    methods: list[MethodCompared]
