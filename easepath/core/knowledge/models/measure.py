"""A measure, and the findings that turn a shortfall or an observation into needs."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from easepath.core.knowledge.models.base import Entry, Id, Ids, NeedId, Weight


class ByAge(Entry):
    """A reference value by age band."""

    default: float
    from_60: float | None = None
    from_70: float | None = None
    from_80: float | None = None

    def at(self, age: int) -> float:
        """The value that holds at `age` years."""
        bands = ((80, self.from_80), (70, self.from_70), (60, self.from_60))
        return next((value for start, value in bands if value is not None and age >= start), self.default)

    @property
    def largest(self) -> float:
        """The largest value of any band."""
        return max(v for v in (self.default, self.from_60, self.from_70, self.from_80) if v is not None)


class Measure(Entry):
    """Something that can be measured: unit, better direction, reference, error and physical limits."""

    id: Id
    name: str
    unit: Literal["deg", "cm", "s", "nrs", "kg", "pct", "reps", "pts", "min", "mmHg"]
    better: Literal["up", "down"]
    norm: float | ByAge | None
    mdc: float | ByAge
    basis: Literal["published", "default"]
    source: str | None = None
    both_sides: bool
    valid: tuple[float, float]
    plausible: tuple[float, float]
    movement: Id | None
    position: str | None
    sensor: Literal["two-channel"] | None = None
    exposures: Ids
    exposures_other: Ids = ()
    ask_if: Ids = ()
    guard: str | None = None
    note: str | None = None

    def norm_at(self, age: int | None) -> float | None:
        """The published reference at `age`; a table by age has none while the age is unknown."""
        if isinstance(self.norm, ByAge):
            return None if age is None else self.norm.at(age)
        return self.norm

    def mdc_at(self, age: int | None) -> float:
        """The smallest change that is real at `age`; the largest of a table while the age is unknown."""
        if isinstance(self.mdc, ByAge):
            return self.mdc.largest if age is None else self.mdc.at(age)
        return self.mdc


class Finding(Entry):
    """A measured shortfall or a ticked observation, and the needs it raises (share of its weight)."""

    needs: dict[NeedId, Weight] = Field(default_factory=dict)
    measure: Id | None = None
    observed: Id | None = None
    pattern: Id | None = None
    unless: Id | None = None
    only_with: Id | None = None
    raises: Id | None = None
    joint: Id | None = None
