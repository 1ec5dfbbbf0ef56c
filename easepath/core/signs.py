"""Signs at home: what the last session of a drill told that stays until somebody answers it."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator, Mapping

from easepath.core.facts import LogEntry, Situation
from easepath.core.vocabulary import SIGNS, SUSPENDING, SideName


def last_sessions(situation: Situation) -> Mapping[tuple[str, SideName], tuple[LogEntry, ...]]:
    """By drill and side all of its last date in the log; of a planned drill since its present dose or rung began.

    Each side has its own: a calm right side does not end what the left one told.
    """
    since = {(row.drill, side): row.since for row in situation.plan.drills for side in row.sides if row.since}
    found: dict[tuple[str, SideName], list[LogEntry]] = {}
    for entry in reversed(situation.log_by_date):
        for side in entry.sides:
            key = entry.drill, side
            last = found.get(key)
            begun = since.get(key)
            if last is None:
                if begun is None or entry.date >= begun:
                    found[key] = [entry]
            elif last[0].date == entry.date:
                last.append(entry)
    return {key: tuple(reversed(entries)) for key, entries in found.items()}


def last_entries(situation: Situation) -> Iterator[LogEntry]:
    """Every entry of a last session once, in the order of the log."""
    kept = {id(entry): entry for entries in last_sessions(situation).values() for entry in entries}
    return (entry for entry in situation.log_by_date if id(entry) in kept)


def answered_until(situation: Situation, drill: str) -> dt.date | None:
    """The last date up to which a clinician answered the signs of a drill; None while none were."""
    dates = [one.date for one in situation.plan.answered if one.drill in (None, drill)]
    return max(dates, default=None)


def is_answered(situation: Situation, entry: LogEntry) -> bool:
    """Whether a clinician has answered the signs of a session."""
    until = answered_until(situation, entry.drill)
    return until is not None and entry.date <= until


def suspending_sign(situation: Situation) -> LogEntry | None:
    """The first session whose sign ends every drill until a clinician has answered it."""
    ending = (entry for entry in last_entries(situation) if entry.symptom in SUSPENDING)
    return next((entry for entry in ending if not is_answered(situation, entry)), None)


def open_signs(situation: Situation) -> tuple[LogEntry, ...]:
    """The sessions that wait for a clinician's answer: with a sign, moved down the limb, or stopped; by date.

    Each is the last of its drill, planned still or not.
    """
    return tuple(
        entry for entry in last_entries(situation)
        if (entry.symptom in SIGNS or entry.moved == "down" or entry.stopped) and not is_answered(situation, entry)
    )  # fmt: skip
