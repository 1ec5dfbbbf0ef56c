"""The running plan, and what a clinician decided by hand."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import Field, Strict

from easepath.core.facts.base import Fact, Step, Weight
from easepath.core.knowledge.models import Dose
from easepath.core.vocabulary import Place, SideName, SideWord, sides_of


class StandingOrder(Fact):
    """What may change at home before the next review, as agreed at hand-over.

    `ease` lets the dose fall, `up_to` is the highest step it may rise to, `instead` what takes the drill's place.
    """

    ease: bool = True
    up_to: Step | None = None
    instead: str | None = None


Count = Annotated[int, Field(ge=1, le=1000)]


Beat = Annotated[int, Field(ge=0, le=60)]


class OwnDose(Fact):
    """The parts of a dose that are set by hand, each within what its method takes; the rest is the start dose's."""

    sets: Count | None = None
    reps: Count | None = None
    hold_s: Count | None = None
    breaths: Count | None = None
    hold_breaths: Count | None = None
    effort_pct: Annotated[int, Field(ge=1, le=100)] | None = None
    seconds: Count | None = None
    contract_s: Count | None = None
    relax_s: Count | None = None
    directions: Count | None = None
    circuits: Count | None = None
    spots: Count | None = None
    tempo_s: Annotated[tuple[Beat, ...], Field(min_length=3, max_length=3), Strict(False)] | None = None


BandStrength = Literal["light", "medium", "strong"]
"""How strong a band pulls, the weakest first."""
Level = Literal["thigh", "knee", "shin", "floor"]
"""How deep a drill goes, the highest first."""


class Manner(Fact):
    """How a drill is done beyond its dose, as a clinician set it; None leaves it to the rules.

    `rest_s` are the seconds between sets, `first` the side it begins with (`better`: the one that moves better that
    day, which the client is asked), `extra_set` whether the affected side does
    one more; `left` and `right` are the parts of the dose that differ there. What is heavy or deep - `kilograms`,
    `band`, `level`, `height_cm` - only a person raises. `cap_lift` raises its effort cap by so many percent until its
    next stirred or flared session. `until_eases`: a hold lasts until the client says that it has let go.
    """

    rest_s: Annotated[int, Field(ge=0, le=180)] | None = None
    per_day: Annotated[int, Field(ge=1, le=6)] | None = None
    days_per_week: Annotated[int, Field(ge=1, le=7)] | None = None
    extra_set: bool | None = None
    first: Literal["left", "right", "stiffer", "better"] | None = None
    kilograms: Annotated[float, Field(gt=0, le=60)] | None = None
    band: BandStrength | None = None
    level: Level | None = None
    height_cm: Annotated[int, Field(ge=1, le=120)] | None = None
    cap_lift: Literal[20] | None = None
    until_eases: Literal[True] | None = None
    left: OwnDose | None = None
    right: OwnDose | None = None

    def differs_on(self, side: SideName) -> OwnDose | None:
        """The parts of the dose that differ on a side; None where it does the same."""
        return self.left if side == "left" else self.right

    @property
    def work(self) -> Manner:
        """What makes it another dose: load, depth and what differs by side; not how often, rest or first side."""
        way = ("rest_s", "per_day", "days_per_week", "first", "cap_lift", "until_eases")
        return self.model_copy(update=dict.fromkeys(way))

    def same_on_both(self) -> Manner:
        """The manner without what differs by side: a dose that a rule changed is that of both."""
        return self.model_copy(update={"left": None, "right": None})


class There(Fact):
    """What a clinician chose for a drill at the second set of places; nothing chosen leaves it to the rules."""

    place: Place | None = None
    instead: str | None = None
    leave_out: bool = False


class PlannedDrill(Fact):
    """A drill of the running plan at its present dose.

    One that is a `rest` is played and printed, never logged, adjusted or counted. `dose` wins over the step; parts left
    out are the start dose's. `kept` marks one that was handed over as a step of the ladder of its day: it is whole, and
    only where today's ladder says otherwise does it count as the drill's own. `manner` is what was set beyond the dose.
    """

    drill: str
    side: SideWord | None = None
    method: str | None = None
    step: Step = 0
    since: dt.date | None = None
    dose: Dose | None = None
    kept: bool = False
    rest: bool = False
    order: StandingOrder | None = None
    manner: Manner | None = None

    @property
    def sides(self) -> frozenset[SideName]:
        """The planned sides."""
        return sides_of(self.side)


class SignAnswer(Fact):
    """A clinician's answer to the signs of one drill, or of every drill, in its sessions up to a date."""

    date: dt.date
    by: Annotated[str, Field(min_length=1)]
    reason: Annotated[str, Field(min_length=1)]
    drill: str | None = None


class DrillGroup(Fact):
    """Drills done one after the other in rounds: each with its sides (`round`), or all on one side first (`side`)."""

    drills: Annotated[tuple[str, ...], Field(min_length=1)]
    rounds: Annotated[int, Field(ge=1, le=5)] = 1
    order: Literal["round", "side"] = "round"


class Plan(Fact):
    """The running plan: its stage, its drills in order, their groups, and the signs that were answered."""

    stage: int | None = None
    drills: tuple[PlannedDrill, ...] = ()
    start: dt.date | None = None
    stage_since: dt.date | None = None
    confirmed: tuple[str, ...] = ()
    answered: tuple[SignAnswer, ...] = ()
    groups: tuple[DrillGroup, ...] = ()

    def rounds_of(self, drill: str) -> int | None:
        """The rounds of the group a drill is in; None for one in no group."""
        return next((group.rounds for group in self.groups if drill in group.drills), None)


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


class HouseNeed(Fact):
    """What a clinic expects of a condition: the weight of a need that stands for the shipped one, and why."""

    condition: str
    need: str
    weight: Weight
    reason: str


class Override(Fact):
    """A verdict overridden by a named person with a reason; `by_lead` whether a lead did it. Empty side: both."""

    drill: str
    side: SideWord | None = None
    by: str
    reason: str
    by_lead: bool = False
