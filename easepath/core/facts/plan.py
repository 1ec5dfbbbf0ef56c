"""The running plan, and what a clinician decided by hand."""

from __future__ import annotations

import datetime as dt
from typing import Literal

from easepath.core.facts.base import Fact, Step, Weight
from easepath.core.knowledge.models import Dose
from easepath.core.vocabulary import SideName, SideWord, sides_of


class PlannedDrill(Fact):
    """A drill of the running plan at its present dose.

    `dose` wins over the step; parts left out are the start dose's. `kept` marks one that was handed over as a step of
    the ladder of its day: it is whole, and only where today's ladder says otherwise does it count as the drill's own.
    """

    drill: str
    side: SideWord | None = None
    method: str | None = None
    step: Step = 0
    since: dt.date | None = None
    dose: Dose | None = None
    kept: bool = False

    @property
    def sides(self) -> frozenset[SideName]:
        """The planned sides."""
        return sides_of(self.side)


class Plan(Fact):
    """The running plan: its stage and its drills, in order."""

    stage: int | None = None
    drills: tuple[PlannedDrill, ...] = ()
    start: dt.date | None = None
    stage_since: dt.date | None = None
    confirmed: tuple[str, ...] = ()


class Clearance(Fact):
    """A red flag cleared by a named doctor, with the date and a note of the document."""

    by: str
    reason: str
    date: dt.date | None = None


class NeedSet(Fact):
    """A need set by hand."""

    weight: Weight
    by: Literal["clinician"]
    reason: str


class Override(Fact):
    """A verdict overridden by a named person with a reason; `by_lead` whether a lead did it. Empty side: both."""

    drill: str
    side: SideWord | None = None
    by: str
    reason: str
    by_lead: bool = False
