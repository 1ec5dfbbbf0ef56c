"""A background factor and what it says about each exposure."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from easepath.core.knowledge.models.base import Entry, Id, Ids
from easepath.core.vocabulary import Verdict

Word = Literal["caution", "modify", "exclude"]
Effect = Word | tuple[Word, str]
EffectTable = dict[Id, Effect]


class Window(Entry):
    """Inside which values of its parameter a factor's `exposures` table acts."""

    weeks_since_below: int | None = None
    days_since_below: int | None = None
    trimester_from: int | None = None


class Factor(Entry):
    """Surgery, diagnosis, medicine or circumstance that changes what a body may be asked to do."""

    id: Id
    name: str
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
    unless_equipment: dict[Id, Id] = Field(default_factory=dict)
    replaced_by: Ids = ()
    effort_cap: dict[Id, Annotated[int, Field(ge=0, le=100)]] = Field(default_factory=dict)
    max_drills: int | None = None
    start_steps_down: int | None = None
    region_verdict: Word | None = None
    region_exposures: dict[Id, Ids] = Field(default_factory=dict)
    note: str | None = None


def effect_verdict(effect: Effect) -> Verdict:
    """The verdict word of a table value as a Verdict."""
    return Verdict[(effect if isinstance(effect, str) else effect[0]).upper()]


def effect_change(effect: Effect) -> str | None:
    """What to do instead, where the table value says so."""
    return None if isinstance(effect, str) else effect[1]
