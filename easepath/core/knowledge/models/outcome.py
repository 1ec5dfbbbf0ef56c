"""A scale that a client answers about the whole: what it asks, its ends, which way is better, and its own error."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from easepath.core.knowledge.models.base import Entry, Id, Words


class OutcomeScale(Entry):
    """Whole numbers from `low` to `high`; a change of at most `error` of them may be chance.

    A scale of several things (`most` of them) is their mean, and `one_error` is the error of one alone. `words` name
    every number of a scale that is answered in words. It is asked again after `every_days`.
    """

    id: Id
    name: str
    ask: str
    low: int
    low_words: str
    high: int
    high_words: str
    better: Literal["up", "down"]
    error: Annotated[float, Field(gt=0)]
    one_error: Annotated[float, Field(gt=0)] | None = None
    most: Annotated[int, Field(ge=1)] = 1
    every_days: Annotated[int, Field(ge=1)]
    words: Words = ()

    @model_validator(mode="after")
    def _fits(self) -> Self:
        if self.low >= self.high:
            raise ValueError("low is not below high")
        if self.words and len(self.words) != self.high - self.low + 1:
            raise ValueError(f"words are {len(self.words)}, and {self.high - self.low + 1} numbers want one each")
        return self
