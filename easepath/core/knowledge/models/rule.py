"""The rules of a review, what they do, and how a session is read: names, reasons, numbers."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Literal

from pydantic import Field

from easepath.core.knowledge.models.base import Entry, Id

Numbers = Annotated[Mapping[str, int | float], Field(default_factory=dict)]
"""By name what a rule reads: days, sessions, percent or pain 0-10, as the name says."""


class Rule(Entry):
    """Why an adjusting or plan rule exists, in plain words, and the numbers it reads.

    `attention` is what its speaking asks of the clinic, `what` how the caseload says so.
    """

    id: Id
    name: str
    text: str
    threshold_text: str = Field(alias="threshold")
    numbers: Numbers
    attention: Literal["look", "ask"] | None = None
    what: str = ""

    @property
    def threshold(self) -> str:
        """When the rule speaks, in words, with its numbers."""
        return self.threshold_text.format_map(self.numbers)


class Action(Entry):
    """What a rule does: how it is called, and what follows from it."""

    id: Literal[
        "suspend", "stop", "pause", "swap", "step-back", "ease", "restart", "hold", "progress", "keep", "open-gate"
    ]
    words: str
    at_home: Literal["pauses", "goes-on"] = "goes-on"
    leaves: bool = False
    changes: bool = False
    decided: bool = False
    grave: bool = False


class ResponseRule(Entry):
    """How one part of a session's response is read, and the numbers it is read by."""

    id: Id
    text: str
    numbers: Numbers
