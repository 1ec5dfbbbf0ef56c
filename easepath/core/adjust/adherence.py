"""Adherence: how many of the due dates were logged; a day of rest is neither due nor counted."""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Collection
from dataclasses import dataclass

WEEK = 7
"""Days."""


@dataclass(frozen=True)
class Adherence:
    """Dates due, dates logged of them, and days of rest, since the plan's start or the days looked back, the later.

    Where fewer dates are due than `fewest` the share is not known yet.
    """

    due: int
    done: int
    rest: int
    fewest: int

    @property
    def share(self) -> float | None:
        """Dates logged of dates due, 0-1 and over; None while too few are due."""
        return None if self.due < self.fewest else self.done / self.due

    def as_data(self) -> dict[str, float | None]:
        """Plain data, the share in percent."""
        share = None if self.share is None else round(100 * self.share, 6)
        return {"due": self.due, "done": self.done, "rest": self.rest, "share": share}


@dataclass(frozen=True)
class Span:
    """The days that are looked at: from the start, at most so many back, to yesterday."""

    start: dt.date
    today: dt.date
    most: int

    @property
    def days(self) -> tuple[dt.date, ...]:
        """Every day, the latest first."""
        long = min(self.most, (self.today - self.start).days)
        return tuple(self.today - dt.timedelta(days=back) for back in range(1, long + 1))


@dataclass(frozen=True)
class Week:
    """Seven days, or what is left of them at the start: the dates due, and those logged of the days without rest."""

    first: dt.date
    last: dt.date
    due: int
    done: int


def by_week(
    span: Span, logged: Collection[dt.date], resting: Collection[dt.date], days_per_week: int
) -> tuple[Week, ...]:
    """Whole weeks back from yesterday and the part of a week before them, the latest first.

    `days_per_week` is what was prescribed; no week owes more dates than it has days without rest.
    """
    found = []
    days = span.days
    for first in range(0, len(days), WEEK):
        week = days[first : first + WEEK]
        awake = [day for day in week if day not in resting]
        whole = days_per_week if len(week) == WEEK else math.floor(len(week) * days_per_week / WEEK)
        found.append(Week(week[-1], week[0], min(whole, len(awake)), sum(day in logged for day in awake)))
    return tuple(found)


def adherence(
    span: Span, logged: Collection[dt.date], resting: Collection[dt.date], days_per_week: int, fewest: int
) -> Adherence:
    """Of the dates due in the weeks of a span, those logged."""
    weeks = by_week(span, logged, resting, days_per_week)
    rest = sum(day in resting for day in span.days)
    return Adherence(sum(week.due for week in weeks), sum(week.done for week in weeks), rest, fewest)
