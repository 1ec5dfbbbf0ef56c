"""Try: a drill done in the room with its re-test."""

from __future__ import annotations

from typing import Annotated, Literal

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
