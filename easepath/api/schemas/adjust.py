"""Adjust: proposals and decisions."""

from __future__ import annotations

from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from easepath.api.schemas.common import In, Side, Word
from easepath.api.schemas.home import VersionLine
from easepath.core.adjust.decision import Action
from easepath.core.vocabulary import ResponseClass

ActionWord = Action | Literal["", "open-gate"]


class Target(Schema):
    """A drill in a method at a dose step."""

    drill: str
    method: str
    step: int


class TargetIn(In):
    """A drill in a method at a dose step, chosen by hand."""

    drill: Word
    method: Word
    step: Annotated[int, Field(ge=-1, le=99)]


class Choice(Target):
    """A dose step in words."""

    words: str


class ProposalSession(Schema):
    """A session as it stands behind a proposal."""

    id: str
    date: str
    kind: ResponseClass
    before: int | None
    during: int | None
    after: int | None
    morning: int | None
    symptom: str
    felt: str
    why: str
    done_pct: int | None


class MissingOut(Schema):
    """What a gate still misses; a word can be confirmed by a clinician."""

    text: str
    word: str | None


class ProposalOut(Schema):
    """What a rule proposes, the facts, and the decision; `waits` says that a clinician has still to decide it."""

    key: str
    about: Literal["drill", "plan"]
    drill: str
    side: Side
    title: str
    response: Literal["", "calm", "stirred", "flared", "waiting"]
    rule: str
    rule_name: str
    rule_text: str
    threshold: str
    action: ActionWord
    detail: str
    source: str | None
    differs: str
    waits: bool
    to: Target | None
    to_words: str
    present: Choice | None
    opens: bool | None
    missing: list[MissingOut]
    decision: Literal["open", "accept", "change", "refuse"]
    reason: str
    changed_to: Target | None
    changed_words: str
    decided_by: str | None
    sessions: list[ProposalSession]
    choices: list[Choice]


class ReviewOut(Schema):
    """The Adjust step."""

    version: int
    first_name: str
    adherence: float | None
    knowledge_version: str
    proposals: list[ProposalOut]


class DecisionIn(In):
    """A decision about one of today's proposals, named by its key."""

    key: Annotated[str, Field(min_length=1, max_length=240)]
    decision: Literal["open", "accept", "change", "refuse"]
    reason: Annotated[str, Field(max_length=400)] = ""
    changed_to: TargetIn | None = None


class CloseIn(In):
    """The version whose review is closed."""

    version: Annotated[int, Field(ge=1)]


class ClosedReview(Schema):
    """What closing a review made."""

    version: VersionLine | None


class GateWordIn(In):
    """What a clinician has seen, or takes back."""

    word: Word
    confirmed: bool
