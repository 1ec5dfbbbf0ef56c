"""The story of one complaint and the answers of the screen."""

from __future__ import annotations

from functools import cached_property
from typing import Literal

from pydantic import Field

from easepath.core.facts.base import Elapsed, Fact, Pain
from easepath.core.vocabulary import SideName, SideWord, Wakes, sides_of


class PainReport(Fact):
    """Pain 0-10 at different times."""

    now: Pain | None = None
    rest: Pain | None = None
    worst: Pain | None = None
    usual: Pain | None = None
    morning: Pain | None = None


class Complaint(Fact):
    """The story and the answers of the screen."""

    condition: str | None = None
    side: SideWord | None = None
    region: str | None = None
    days_since: Elapsed | None = None
    pain: PainReport = PainReport()
    settle_minutes: Elapsed | None = None
    wakes: Wakes | None = None
    stiff_minutes: Elapsed | None = None
    observed: tuple[str, ...] = ()
    answers: dict[str, bool | None] = Field(default_factory=dict)
    context: dict[str, bool | None] = Field(default_factory=dict)
    answers_default: Literal["no"] | None = None

    @cached_property
    def affected(self) -> frozenset[SideName]:
        """The sides the complaint lies on; left out means both."""
        return sides_of(self.side)
