"""Adjust: proposals and decisions."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from easepath.api.schemas.common import In, Word


class TargetIn(In):
    """A drill in a method at a dose step, chosen by hand."""

    drill: Word
    method: Word
    step: Annotated[int, Field(ge=-1, le=99)]


class DecisionIn(In):
    """A decision about one of today's proposals, named by its key; `tried`: the next drill was tried out together."""

    key: Annotated[str, Field(min_length=1, max_length=240)]
    decision: Literal["open", "accept", "change", "refuse"]
    reason: Annotated[str, Field(max_length=400)] = ""
    changed_to: TargetIn | None = None
    tried: bool = False


class CloseIn(In):
    """The version whose review is closed."""

    version: Annotated[int, Field(ge=1)]


class GateWordIn(In):
    """What a clinician has seen, or takes back."""

    word: Word
    confirmed: bool
