"""A method: one school's dose shape, pain rule and order of progress."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from easepath.core.knowledge.models.base import Entry, Id, Words
from easepath.core.vocabulary import PainRule

DosePart = Literal[
    "sets", "reps", "hold_s", "breaths", "effort_pct", "seconds", "rate_hz", "contract_s", "relax_s",
    "directions", "spots", "hold_breaths",
]  # fmt: skip


class MethodDose(Entry):
    """Ranges [start, top] of each part; `tempo_s` is up, hold, down."""

    sets: tuple[int, int] | None = None
    reps: tuple[int, int] | None = None
    hold_s: tuple[int, int] | None = None
    breaths: tuple[int, int] | None = None
    hold_breaths: tuple[int, int] | None = None
    effort_pct: tuple[int, int] | None = None
    seconds: tuple[int, int] | None = None
    rate_hz: tuple[float, float] | None = None
    contract_s: tuple[int, int] | None = None
    relax_s: tuple[int, int] | None = None
    directions: tuple[int, int] | None = None
    spots: tuple[int, int] | None = None
    tempo_s: tuple[int, int, int] | None = None
    slow_breath: bool = False


class Method(Entry):
    """One way of working; `limit` is the highest pain it allows by itself."""

    id: Id
    name: str
    dose: MethodDose
    pain_rule: PainRule
    limit: int
    progresses: Words
    tissue: Words
    usual: MethodDose | None = None
    stages_allowed: bool = False
    until_eases: bool = False
    per_day: tuple[int, int] | None = None
    days_per_week: tuple[int, int] | None = None
    every_minutes: tuple[int, int] | None = None
    reason: str | None = Field(default=None)
