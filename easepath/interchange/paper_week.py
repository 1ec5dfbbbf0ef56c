"""A week on paper: a box for each time of each day that something is due."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from easepath.core.compose.due import WEEK, is_due
from easepath.core.phrases import Phrases

NAMED_TIMES: dict[int, tuple[str, ...]] = {
    2: ("paper-time-1", "paper-time-3"), 3: ("paper-time-1", "paper-time-2", "paper-time-3"),
}  # fmt: skip
"""What the times of a day are called where everybody has a word for them."""


@dataclass(frozen=True)
class WeekDay:
    """One day of the week: its name, its date, and whether anything is due on it."""

    name: str
    number: int
    due: bool


@dataclass(frozen=True)
class Week:
    """Seven days from the day of printing, the times of a day, and the title over it."""

    title: str
    days: tuple[WeekDay, ...]
    times: tuple[str, ...]


def week_of(
    words: Phrases, drills: Sequence[dict[str, Any]], made: dt.date, first: dt.date, rest_until: dt.date | None = None
) -> Week:
    """The week from `first` on, for a version handed over on `made`, from which its due days are counted.

    Up to and with `rest_until` nothing is due.
    """
    days = [first + dt.timedelta(days=n) for n in range(WEEK)]
    in_session = [drill for drill in drills if not drill["beside"]] or list(drills)
    return Week(
        title=words.say("paper-week", first=words.date(days[0]), last=words.date(days[-1])),
        days=tuple(
            WeekDay(words.weekday(day, short=True), day.day, _is_day(in_session, made, day, rest_until)) for day in days
        ),
        times=_times(words, max((drill["per_day"] for drill in in_session), default=1)),
    )


def _is_day(drills: Sequence[dict[str, Any]], made: dt.date, day: dt.date, rest_until: dt.date | None) -> bool:
    """Whether anything is due on a day, once the rest is over."""
    rests = rest_until is not None and day <= rest_until
    return not rests and any(is_due(drill["due"], made, day) for drill in drills)


def _times(words: Phrases, per_day: int) -> tuple[str, ...]:
    if per_day == 1:
        return (words.say("paper-done"),)
    named = NAMED_TIMES.get(per_day)
    return tuple(map(words.say, named)) if named else tuple(words.say("paper-time", n=n) for n in range(1, per_day + 1))
