"""Shapes that several routers share."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from ninja import Schema
from pydantic import ConfigDict, Field

from easepath.core.vocabulary import ResponseClass, VerdictWord

Pain = Annotated[int, Field(ge=0, le=10)]
Side = Annotated[str, Field(max_length=5)]
Word = Annotated[str, Field(max_length=60)]
SideWord = Literal["", "left", "right", "both"]


class In(Schema):
    """Something sent; a key that is not known is refused."""

    model_config = ConfigDict(extra="forbid")


class Problem(Schema):
    """An error as problem+json: what, why, and what to do; `fields` maps a field to what is wrong with it."""

    type: str
    title: str
    status: int
    detail: str = ""
    fields: dict[str, str] = {}
    reasons: list[str] = []
    conflict: dict[str, Any] | None = None


class ReasonOut(Schema):
    """One reason of a verdict: the rule, the facts it read, the sentence, and where the rule comes from."""

    rule: str
    verdict: VerdictWord
    text: str
    facts: dict[str, Any]
    source: str | None


class Revision(Schema):
    """The revision a step has now."""

    revision: int


class Ripple(Schema):
    """The response of one date."""

    date: str
    kind: ResponseClass
    morning: int | None


class Named(Schema):
    """An id with its name."""

    id: str
    name: str
