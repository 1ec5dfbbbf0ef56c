"""Measure: the bench, every value with its error, observations, patterns and goals."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from easepath.api.schemas.common import In, Word

Reading = Annotated[float, Field(ge=-1000, le=1000)]
OneSide = Literal["", "left", "right"]


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
