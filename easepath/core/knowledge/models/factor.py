"""A background factor and what it says about each exposure."""

from __future__ import annotations

from typing import Annotated, Final, Literal

from pydantic import Field

from easepath.core.knowledge.models.base import Entry, Id, Ids
from easepath.core.vocabulary import Verdict

Word = Literal["caution", "modify", "exclude"]
LIMIT: Final = "limit"
"""Allowed as far as a recorded limit says, refused without one: graver than a change, milder than a refusal."""
Effect = Word | tuple[Word | Literal["limit"], str]
EffectTable = dict[Id, Effect]


class Window(Entry):
    """Inside which values of its parameter a factor's `exposures` table acts."""

    weeks_since_below: int | None = None
    days_since_below: int | None = None
    trimester_from: int | None = None


class FirstWeeks(Window):
    """A shorter window with a table of its own, beside the whole one."""

    exposures: EffectTable


class Factor(Entry):
    """Surgery, diagnosis, medicine or circumstance that changes what a body may be asked to do.

    `profile`: the condition whose precautions hold inside the window, whatever the complaint is. `when_factor`: tables
    that add to it while another factor is there too. `first`: what is added in the first weeks. `also`: what people and
    doctors call it, and the medicines that speak of it.
    """

    id: Id
    name: str
    also: Annotated[tuple[str, ...], Field(min_length=1)]
    exposures: EffectTable
    side: Literal["same"] | None = None
    joint: Id | None = None
    unmeasured: Literal["exclude"] | None = None
    needs: Literal["weeks_since", "days_since", "trimester", "region"] | None = None
    when: Window | None = None
    otherwise: EffectTable = Field(default_factory=dict)
    parameters: dict[Id, Ids] = Field(default_factory=dict)
    when_parameter: dict[Id, dict[Id, EffectTable]] = Field(default_factory=dict)
    last_trimester: EffectTable = Field(default_factory=dict)
    when_factor: dict[Id, EffectTable] = Field(default_factory=dict)
    first: FirstWeeks | None = None
    profile: Id | None = None
    unless_equipment: dict[Id, Id] = Field(default_factory=dict)
    replaced_by: Ids = ()
    effort_cap: dict[Id, Annotated[int, Field(ge=0, le=100)]] = Field(default_factory=dict)
    max_drills: int | None = None
    start_steps_down: int | None = None
    region_verdict: Word | None = None
    region_exposures: dict[Id, Ids] = Field(default_factory=dict)
    note: str | None = None

    @property
    def tables(self) -> tuple[EffectTable, ...]:
        """Every table it has, in force or not."""
        answers = [table for tables in self.when_parameter.values() for table in tables.values()]
        first = [self.first.exposures] if self.first else []
        return (
            self.exposures, self.otherwise, self.last_trimester, *answers, *self.when_factor.values(), *first,
        )  # fmt: skip


EFFECT_ORDER: Final = ("caution", "modify", LIMIT, "exclude")


def effect_word(effect: Effect) -> str:
    """The word of a table value: caution, modify, limit or exclude."""
    return effect if isinstance(effect, str) else effect[0]


def graver(one: Effect, other: Effect) -> Effect:
    """The stricter of two table values, the first of equals."""
    return max(one, other, key=lambda effect: EFFECT_ORDER.index(effect_word(effect)))


def effect_verdict(effect: Effect) -> Verdict:
    """The verdict of a table value; a limit counts as the refusal it is until one is recorded."""
    word = effect_word(effect)
    return Verdict.EXCLUDE if word == LIMIT else Verdict[word.upper()]


def effect_change(effect: Effect) -> str | None:
    """What to do instead, where the table value says so."""
    return None if isinstance(effect, str) else effect[1]
