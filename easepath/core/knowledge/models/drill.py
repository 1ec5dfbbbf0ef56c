"""A drill: what it is for, what it does to the body, what it needs, and its dose."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from easepath.core.knowledge.models.base import Entry, Id, Ids, NeedId, Weight, Words
from easepath.core.knowledge.models.condition import PassCondition
from easepath.core.vocabulary import SIDES, PhaseName, Place, SideName, SideWord, sides_of

Degrees = dict[Id, float]


class Dose(Entry):
    """The parts of a dose, each left out where it does not apply (seconds, percent, hertz, counts)."""

    sets: int | None = None
    reps: int | None = None
    hold_s: int | None = None
    tempo_s: tuple[int, int, int] | None = None
    breaths: int | None = None
    hold_breaths: int | None = None
    effort_pct: int | None = None
    seconds: int | None = None
    rate_hz: float | None = None
    contract_s: int | None = None
    relax_s: int | None = None
    directions: int | None = None
    circuits: int | None = None
    spots: int | None = None


class DoseRange(Entry):
    """Start and top of the drill's first method, per side; `rep_s` seconds of one repetition where not 4."""

    start: Dose
    top: Dose
    stages: Words = ()
    rep_s: int = 4


class Drill(Entry):
    """One drill of the library, facts only.

    `past`: ranges from which on it is no entry any more. `with`: lower rungs of its ladder that stay beside it.
    `opens`: what must be known to hold before it is offered. `beside`: costs no minutes. `alternate`: sides change with
    every repetition. `starts`: where the first move goes. `ways`: what its directions are. `home`: may be on a sheet.
    """

    id: Id
    name: str
    phase: PhaseName
    needs: dict[NeedId, Weight]
    sides: Literal["each", "both"]
    methods: Annotated[Ids, Field(min_length=1)]
    dose: DoseRange
    exposures: Ids
    exposures_other: Ids = ()
    exposures_at: dict[Place, Ids] = Field(default_factory=dict)
    requires: Degrees = Field(default_factory=dict)
    requires_other: Degrees = Field(default_factory=dict)
    reaches: Ids = ()
    reaches_other: Ids = ()
    past: Degrees = Field(default_factory=dict)
    ladder: tuple[Id, Annotated[int, Field(ge=1)]] | None = None
    with_: Ids = Field(default=(), alias="with")
    opens: tuple[PassCondition, ...] = ()
    starts: Literal["down"] | None = None
    ways: Words = ()
    alternate: bool = False
    beside: bool = False
    felt: str
    wrong_felt: dict[Id, str] = Field(default_factory=dict)
    places: Annotated[tuple[Place, ...], Field(min_length=1)]
    equip: Ids = ()
    helps: Ids = ()
    auto: bool = True
    home: bool = True
    note: str | None = None

    @property
    def main_need(self) -> str:
        """The heaviest need, the first listed at a tie."""
        return max(self.needs, key=lambda need: self.needs[need])

    def sides_judged(self, asked: SideWord | None = None) -> tuple[SideWord, ...]:
        """The side words under which it is judged where `asked` is meant, left first; both together have one."""
        return ("both",) if self.sides == "both" else tuple(sorted(sides_of(asked)))

    def sides_done(self, planned: SideWord | None) -> tuple[SideName, ...]:
        """The sides a plan for `planned` loads, left first; a drill done on both at once always loads both."""
        return SIDES if self.sides == "both" else tuple(sorted(sides_of(planned)))


class Mark(Entry):
    """A landmark the client can check at home without an instrument."""

    what: str
    unit: Literal["fingers", "hands"]
    better: Literal["up", "down"]


class Coaching(Entry):
    """What the clinician watches for in a drill, and how it is made lighter or deeper."""

    drill: Id
    faults: dict[Id, str]
    lighter: Words = ()
    deeper: Words = ()
    setup: str | None = None
    mark: Mark | None = None
