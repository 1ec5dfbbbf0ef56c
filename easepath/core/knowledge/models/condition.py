"""A condition profile, its stages and the pass rules of its gates."""

from __future__ import annotations

from typing import Annotated, ClassVar, Literal, Self

from pydantic import Field, model_validator

from easepath.core.knowledge.models.base import Entry, Id, Ids, NeedId, Weight, Words
from easepath.core.vocabulary import PhaseName

Rating = Annotated[int, Field(ge=0, le=3)]


class Stage(Entry):
    """One stage of a staged rehabilitation: what it opens, what it blocks, how its gate is described."""

    stage: int
    name: str
    drills_up_to: dict[Id, int]
    blocks: Ids
    pass_: str = Field(alias="pass")
    except_: Ids = Field(default=(), alias="except")
    phases: tuple[PhaseName, ...] = ()


class Condition(Entry):
    """What a reported pain asks for before any finding changes it.

    `load_watch`: how many drills of one session may load an affected side that way. `per_day`: times a day by phase.
    """

    id: Id
    name: str
    region: Id
    icd10: str
    words: Words
    clues: dict[Id, int]
    needs: dict[NeedId, Weight]
    measure: Ids
    neighbours: Ids
    rate: dict[Id, tuple[Rating, Rating]]
    weeks: tuple[int, int]
    ask_first: Ids = ()
    withdraw_when: Ids = ()
    instead: Id | None = None
    assume: Ids = ()
    ask_factors: Ids = ()
    observe: Ids = ()
    withhold: Ids = ()
    after_pattern: tuple[NeedId, ...] = ()
    clinician_only: tuple[NeedId, ...] = ()
    patterns: Ids = ()
    effort_cap: dict[Id, int] = Field(default_factory=dict)
    days_per_week: int | dict[PhaseName, int] | None = None
    per_day: dict[PhaseName, Annotated[int, Field(ge=1)]] = Field(default_factory=dict)
    load_watch: dict[Id, Annotated[int, Field(ge=1)]] = Field(default_factory=dict)
    method: Id | None = None
    order: Words = ()
    retest: Ids = ()
    avoid: Words = ()
    gates: tuple[Stage, ...] = ()
    max_drills: int | None = None
    start_steps_down: int | None = None
    note: str | None = None

    def stage(self, number: int) -> Stage | None:
        """The stage with that number, None when the condition has no such stage."""
        return next((stage for stage in self.gates if stage.stage == number), None)


class PassCondition(Entry):
    """One fact a gate asks for; exactly one kind of fact, with the modifiers of `calm`."""

    calm: Ids | None = None
    times: int | None = None
    dose: Literal["top"] | dict[str, int] | None = None
    during_at_most: int | None = None
    both_sides: bool = False
    days_since: int | None = None
    weeks_since: int | None = None
    weeks_in_stage: int | None = None
    measure_at_least: tuple[Id, float] | None = None
    measure_at_most: tuple[Id, float] | None = None
    even: Id | None = None
    share_of_other: tuple[Id, float] | None = None
    clinician: Id | None = None
    says: str | None = None
    any: tuple[tuple[PassCondition, ...], ...] | None = None

    KINDS: ClassVar[tuple[str, ...]] = (
        "calm", "days_since", "weeks_since", "weeks_in_stage", "measure_at_least", "measure_at_most",
        "even", "share_of_other", "clinician", "any",
    )  # fmt: skip

    @model_validator(mode="after")
    def _one_kind(self) -> Self:
        kinds = [kind for kind in self.KINDS if getattr(self, kind) is not None]
        if len(kinds) != 1:
            raise ValueError(f"a pass condition asks exactly one thing, this one asks {kinds or 'nothing'}")
        if (self.calm is None) != (self.times is None):
            raise ValueError("calm and times go together")
        if (self.clinician is None) != (self.says is None):
            raise ValueError("clinician and says go together")
        return self


class Gates(Entry):
    """The computed pass rules of one condition: stage number to the conditions that must all hold."""

    condition: Id
    stages: dict[int, tuple[PassCondition, ...]]

    @property
    def confirm_words(self) -> frozenset[str]:
        """Every word a clinician can confirm for this condition."""
        return frozenset(word for rules in self.stages.values() for rule in rules for word in _words(rule))


def _words(rule: PassCondition) -> set[str]:
    nested = {word for branch in rule.any or () for part in branch for word in _words(part)}
    return nested | ({rule.clinician} if rule.clinician else set())
