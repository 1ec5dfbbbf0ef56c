"""Trend of a measure over weeks: a robust slope with its interval, and what it says about a goal."""

from __future__ import annotations

import datetime as dt
import math
from collections.abc import Sequence
from dataclasses import dataclass
from statistics import median
from typing import Literal

LEAST_SITTINGS = 4
"""Fewer points lie on any line."""
LEAST_DAYS = 14
"""Shorter than tissue changes."""
Z_95 = 1.959963984540054
"""Normal quantile of a two-sided 95 percent interval."""


@dataclass(frozen=True)
class Trend:
    """Change per week in the measure's unit, with its 95 percent interval (Theil-Sen slope, Kendall's interval)."""

    per_week: float
    low: float
    high: float


@dataclass(frozen=True)
class GoalForecast:
    """Weeks to the goal as a range; `latest` None means that it may not be reached at this rate."""

    kind: Literal["reached", "range", "not at this rate"]
    earliest: float | None = None
    latest: float | None = None


def trend(points: Sequence[tuple[dt.date, float]]) -> Trend | None:
    """The trend of dated values; None while it is too early to say (4 sittings over 14 days)."""
    ordered = sorted(points)
    if len(ordered) < LEAST_SITTINGS or (ordered[-1][0] - ordered[0][0]).days < LEAST_DAYS:
        return None
    slopes = sorted(
        7 * (later - value) / (after - day).days
        for index, (day, value) in enumerate(ordered)
        for after, later in ordered[index + 1 :]
        if after != day
    )
    low, high = _interval(slopes, len(ordered))
    return Trend(median(slopes), low, high)


def _interval(slopes: Sequence[float], sittings: int) -> tuple[float, float]:
    """The slopes between which the true one lies in 95 of 100 cases."""
    spread = Z_95 * math.sqrt(sittings * (sittings - 1) * (2 * sittings + 5) / 18)
    below = max(0, math.floor((len(slopes) - spread) / 2))
    above = min(len(slopes) - 1, math.ceil((len(slopes) + spread) / 2))
    return slopes[below], slopes[above]


def forecast(found: Trend, value: float, goal: float, better: Literal["up", "down"]) -> GoalForecast:
    """Weeks until the goal, from both ends of the interval."""
    sign = 1 if better == "up" else -1
    short = sign * (goal - value)
    if short <= 0:
        return GoalForecast("reached")
    rates = sorted((sign * found.low, sign * found.high), reverse=True)
    if rates[0] <= 0:
        return GoalForecast("not at this rate")
    latest = short / rates[1] if rates[1] > 0 else None
    return GoalForecast("range", short / rates[0], latest)
