"""What was measured and tried in the room, and what this client needs of a measure."""

from __future__ import annotations

import datetime as dt
from functools import cached_property
from typing import Annotated, Literal

from pydantic import Field

from easepath.core.facts.base import Fact
from easepath.core.vocabulary import SideWord, Symptom


class Sitting(Fact):
    """One sitting of one measure: its trials, in the measure's unit.

    `elsewhere` marks one taken for another complaint: it counts for ranges, never for findings, patterns, needs, goals
    or trends.
    """

    measure: str
    date: dt.date
    trials: Annotated[tuple[float, ...], Field(min_length=1)]
    side: SideWord | None = None
    state: Literal["cold", "after-drills"] | None = None
    position: str | None = None
    instrument: str | None = None
    elsewhere: bool = False

    @cached_property
    def value(self) -> float:
        """Mean of the trials."""
        return sum(self.trials) / len(self.trials)


class Tryout(Fact):
    """A drill done in the room, with a re-test before and after."""

    drill: str
    side: SideWord | None = None
    measure: str | None = None
    before: tuple[float, ...] = ()
    after: tuple[float, ...] = ()
    symptom: Symptom | None = None
    faults: tuple[str, ...] = ()
    check: dict[str, float] = Field(default_factory=dict)


class Goal(Fact):
    """What this client needs of a measure, set by a clinician."""

    measure: str
    value: float
    side: SideWord | None = None


class OwnError(Fact):
    """A clinic's own error of a measure from within-sitting repeats, in its unit, with its degrees of freedom."""

    sem: float
    mdc: float
    degrees_of_freedom: int
