"""Signs at home: what the last session of a drill told that stays until somebody answers it."""

from __future__ import annotations

import datetime as dt

from easepath.core.facts import HomeAnswer, LogEntry, Situation
from easepath.core.knowledge.library import Library
from easepath.core.vocabulary import SIGNS, SUSPENDING


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
    ending = (entry for entry in situation.last_entries if entry.symptom in SUSPENDING)
    return next((entry for entry in ending if not is_answered(situation, entry)), None)


def open_signs(situation: Situation) -> tuple[LogEntry, ...]:
    """The sessions that wait for a clinician's answer: with a sign, moved down the limb, or stopped; by date.

    Each is the last of its drill, planned still or not.
    """
    return tuple(e for e in situation.last_entries if _is_sign(e) and not is_answered(situation, e))


def open_checks(situation: Situation) -> tuple[HomeAnswer, ...]:
    """The questions of the home check that were answered yes and that no clinician has answered since."""
    until = max((one.date for one in situation.plan.answered if one.drill is None), default=dt.date.min)
    return tuple(check for check in situation.checks if check.date > until)


def sign_words(library: Library, entry: LogEntry) -> str:
    """What the client said of a session that waits for an answer: the sign, where it moved, why it was stopped."""
    symptom = library.symptoms[entry.symptom].text if entry.symptom in SIGNS and entry.symptom else ""
    moved = "it moved further down the limb" if entry.moved == "down" else ""
    stopped = f"stopped: {entry.stopped}" if entry.stopped else ""
    return "; ".join(word for word in (symptom, moved, stopped) if word) or "burning that travels"


def _is_sign(entry: LogEntry) -> bool:
    travels = entry.symptom == "burning" and entry.moved != "none"
    return entry.symptom in SIGNS or travels or entry.moved == "down" or entry.stopped is not None
