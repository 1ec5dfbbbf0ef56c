"""What a lead has set for the clinic, as the facts of each of its complaints; what the library lost is passed over."""

from __future__ import annotations

from typing import TYPE_CHECKING, Final

from easepath.core.facts import HouseNeed
from easepath.core.knowledge import Library

if TYPE_CHECKING:
    from easepath.clinic.repository import Record

WORK: Final = "work"
"""What the hours of work are kept under: a clinic has one set of them."""


def methods(library: Library, record: Record) -> dict[str, str]:
    """By need the method that is preferred here."""
    return {
        need: row.value
        for need, row in record.set_in_house("method").items() if need in library.needs and row.value in library.methods
    }  # fmt: skip


def barred(record: Record) -> dict[str, str]:
    """By drill why it is offered to nobody here."""
    return {drill: f"switched off in this clinic, {row.reason}" for drill, row in record.set_in_house("drill").items()}


def priors(record: Record) -> tuple[HouseNeed, ...]:
    """The weights of needs that stand for those of the conditions."""
    found = []
    for key, row in record.set_in_house("need").items():
        condition, need = expected_by(key)
        found.append(HouseNeed(condition=condition, need=need, weight=float(row.value), reason=row.reason))
    return tuple(found)


def expected_by(key: str) -> tuple[str, str]:
    """The condition and the need that a weight is kept under; no need where the key names a condition alone."""
    condition, _, need = key.partition(" ")
    return condition, need


def work_hours(record: Record) -> dict[str, int] | None:
    """Start, end and the minutes between breaks, in minutes of the day; None where the product's own hold."""
    row = record.set_in_house("hours").get(WORK)
    return None if row is None else hours_of(row.value)


def hours_of(value: str) -> dict[str, int]:
    """Hours as they are kept, `09:00 17:00 90`, in minutes of the day; raises ValueError for anything else."""
    start, end, every = value.split()
    return {"start": _minutes(start), "end": _minutes(end), "every": int(every)}


def _minutes(clock: str) -> int:
    hour, minute = (int(part) for part in clock.split(":"))
    if not (0 <= hour < 24 and 0 <= minute < 60):
        raise ValueError(f"{clock} is no time of day")
    return hour * 60 + minute
