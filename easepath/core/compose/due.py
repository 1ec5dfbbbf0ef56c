"""On which days of its week a drill is due: as evenly as its days per week allow, from the day its plan was given."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence

WEEK = 7
"""Days: a program is given by the week."""


def days_due(days_per_week: int) -> tuple[bool, ...]:
    """Seven days from the day of hand-over, true where a drill done so often a week is due; the first always is.

    Two to three days a week lie at least two days apart. Raises ValueError outside 1-7.
    """
    if not 1 <= days_per_week <= WEEK:
        raise ValueError(f"{days_per_week} days per week: 1 to {WEEK} are possible")
    due = {day * WEEK // days_per_week for day in range(days_per_week)}
    return tuple(day in due for day in range(WEEK))


def is_due(due: Sequence[bool], start: dt.date, day: dt.date) -> bool:
    """Whether a drill with such due days, counted from `start`, is due on a day; without any it always is."""
    return not due or due[(day - start).days % WEEK]
