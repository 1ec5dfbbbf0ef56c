"""Charging a morning: one bad morning of a session belongs to the drills that earned it, not to all of them."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from itertools import groupby
from operator import attrgetter

from easepath.core.facts import Log, LogEntry, Session
from easepath.core.match.relief import rating
from easepath.core.respond import Responder
from easepath.core.screening.screen import ScreenResult


@dataclass(frozen=True)
class DrillInSession:
    """What charging a morning needs to know about each drill of a session."""

    entry: LogEntry
    changed: dt.date | None
    risk: int


def charge_morning(
    responder: Responder, drills: tuple[DrillInSession, ...], *, shared_after: bool = False
) -> tuple[LogEntry, ...]:
    """Charge one bad morning of a session to the drills that earned it; the others hold.

    To those whose own pain during or after was out of bounds, else to the drill changed last, else to
    the riskiest. With `shared_after` the pain right after was asked once for the whole session, so it
    is charged like the morning and speaks for no single drill. What is not bad belongs to all alike.
    """

    def own_fault(drill: DrillInSession) -> bool:
        return responder.over_allowed(drill.entry) or (not shared_after and responder.lingers(drill.entry))

    if not any(_is_bad(responder, drill.entry, shared_after=shared_after) for drill in drills):
        return tuple(drill.entry for drill in drills)
    guilty = [drill for drill in drills if own_fault(drill)]
    charged = guilty or [_most_suspect(drills)]
    mark = {} if guilty else {"unexplained": True}
    return tuple(d.entry.model_copy(update=mark if d in charged else {"held": True}) for d in drills)


def _is_bad(responder: Responder, entry: LogEntry, *, shared_after: bool) -> bool:
    return responder.morning_is_worse(entry) or (shared_after and responder.lingers(entry))


def _most_suspect(drills: tuple[DrillInSession, ...]) -> DrillInSession:
    dates = [drill.changed for drill in drills if drill.changed is not None]
    newest = [drill for drill in drills if dates and drill.changed == max(dates)]
    suspects = newest if len(newest) == 1 else newest or list(drills)
    return max(suspects, key=lambda drill: (drill.risk, drill.entry.drill))


def charged_log(screen: ScreenResult) -> Log:
    """The sessions by date, the morning and the pain right after of each date charged.

    For a log in which both were asked once for a whole session and not drill by drill.
    """
    situation = screen.situation
    methods = {planned.drill: planned.method for planned in situation.plan.drills if planned.method}
    responder = Responder(screen, methods, situation.log_by_date)
    changed = {planned.drill: planned.since for planned in situation.plan.drills}
    bad = _bad_dates(responder, situation.log_by_date)
    if not bad:
        return situation.log_by_date
    sessions: list[Session] = []
    for date, of_date in groupby(situation.log_by_date.sessions, key=attrgetter("date")):
        if date not in bad:
            sessions += of_date
            continue
        drills = tuple(
            DrillInSession(entry, _changed_by(changed, entry), _risk(screen, entry.drill))
            for session in of_date
            for entry in session.entries()
        )
        sessions += Log.of(charge_morning(responder, drills, shared_after=True)).sessions
    return Log(sessions)


def _bad_dates(responder: Responder, log: Log) -> set[dt.date]:
    """Dates with a bad morning, or a bad time right after; the drills of one session tell the same of both."""
    bad = {told for told in log.distinct if told.entries and _is_bad(responder, told.entries[0], shared_after=True)}
    return {session.date for session in log.sessions if session.told in bad}


def _risk(screen: ScreenResult, drill: str) -> int:
    return rating(screen.profile, screen.library.drills[drill])[1]


def _changed_by(changed: dict[str, dt.date | None], entry: LogEntry) -> dt.date | None:
    """When the drill's present dose began, unless that was after the session."""
    since = changed.get(entry.drill)
    return since if since is not None and since <= entry.date else None
