"""Adherence: how many of the due dates were logged."""

from __future__ import annotations

import datetime as dt
from bisect import bisect_left, bisect_right
from operator import attrgetter

from easepath.core.facts import Situation
from easepath.core.knowledge.library import Library


def adherence(library: Library, situation: Situation) -> float | None:
    """Dates logged of dates due, from the plan's start or the days looked back, the later, to yesterday.

    None when the start or the client's days per week are unknown, or less than one date is due.
    """
    start, days = situation.plan.start, situation.client.days_per_week
    if start is None or days is None:
        return None
    first = max(start, situation.today - dt.timedelta(days=library.number("low-adherence", "look_back_days")))
    last = situation.today - dt.timedelta(days=1)
    due = ((last - first).days + 1) * days / 7
    if due < 1:
        return None
    by_date = attrgetter("date")
    log = situation.log_by_date
    logged = {entry.date for entry in log[bisect_left(log, first, key=by_date) : bisect_right(log, last, key=by_date)]}
    return len(logged) / due
