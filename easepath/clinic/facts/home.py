"""Sessions and mornings from home as log entries; corrected sessions are left out, and those that do not count."""

from __future__ import annotations

import datetime as dt
from collections import defaultdict
from collections.abc import Iterable, Iterator
from functools import lru_cache
from typing import TYPE_CHECKING, Any, Final

from easepath.clinic.rows import DrillsTold, MorningRow, SessionDrillRow, SessionRow
from easepath.core import facts as core
from easepath.core.vocabulary import SIGNS

if TYPE_CHECKING:
    from easepath.clinic.repository import Record

UNTOLD: Final = (None, "none", None)
"""The morning that nobody told."""


def effective_sessions(record: Record) -> list[SessionRow]:
    """Sessions that count and that no later one corrects, by date."""
    return [session for session in uncorrected_sessions(record) if session.left_out is None]


def uncorrected_sessions(record: Record) -> list[SessionRow]:
    """Sessions that no later one corrects, by date, whether they count or not."""
    corrected = {session.corrects for session in record.sessions if session.corrects}
    return [session for session in record.sessions if not corrected or session.name not in corrected]


def by_date(sessions: Iterable[SessionRow]) -> dict[dt.date, list[SessionRow]]:
    """Sessions by their date, the dates in order."""
    found: dict[dt.date, list[SessionRow]] = defaultdict(list)
    for session in sessions:
        found[session.date].append(session)
    return found


def morning_of(session: SessionRow, same_date: Iterable[SessionRow]) -> MorningRow | None:
    """The morning after a session: its own report, else the worst told of another session of that date."""
    if session.morning is not None:
        return session.morning
    others = (other.morning for other in same_date)
    return max((morning for morning in others if morning is not None), key=lambda one: one.pain, default=None)


def log_of(record: Record) -> core.Log:
    """One entry per drill of each session; the morning of a session stands in each, to be charged later."""
    sessions = effective_sessions(record)
    dates = by_date(sessions) if any(session.morning is None for session in sessions) else {}
    told: list[core.Session] = []
    for session in sessions:
        morning = morning_of(session, dates.get(session.date, ())) or UNTOLD
        told.append(
            core.Session(session.date, session.name, _told(session.drills, session.before, session.after, *morning))
        )
    return core.Log(told)


@lru_cache(maxsize=1024)
def _told(drills: DrillsTold, *around: Any) -> core.SessionTold:
    """The drills of a session with what it tells around them, whatever its day."""
    shared = _around(*around)
    return core.SessionTold([_done(row).with_known(shared) for row in drills])


@lru_cache(maxsize=4096)
def _around(
    before: int | None, after: int | None, pain: int | None, unusual: str, gone_48h: bool | None
) -> dict[str, Any]:
    """What a session tells around its drills, as the core reads it; the same is told again and again over a year."""
    told = {"before": before, "after": after, "next": pain, "unusual": unusual, "gone_48h": gone_48h}
    return _read(told).model_dump(include=set(told))


READ = ("drill", "side", "done_pct", "during")
READ_OR_NONE = ("symptom", "felt", "stopped", "stands_for")
"""What the rules read of a drill as it was told; an empty word was not asked."""


@lru_cache(maxsize=4096)
def _done(row: SessionDrillRow) -> core.LogEntry:
    """One drill of a session, as the core reads it; what the session tells around it is to be put in."""
    told = row._asdict()
    around = {"session": "-", **_around(None, None, *UNTOLD)}
    return _read({
        **around, **{name: told[name] for name in READ}, "moved": row.moved or "none",
        **{name: told[name] or None for name in READ_OR_NONE},
    })  # fmt: skip


def _read(told: dict[str, Any]) -> core.LogEntry:
    """Part of an entry, read strictly; raises ValidationError for what the core has no word for."""
    return core.LogEntry.model_validate({"date": dt.date.min, "drill": "", **told}, strict=False)


def is_stopped(session: SessionRow) -> bool:
    """Whether a drill of it was broken off, or told of a sign."""
    return any(stopped_at(session))


def stopped_at(session: SessionRow) -> Iterator[SessionDrillRow]:
    """The drills of a session that were broken off, or told of a sign."""
    return (drill for drill in session.drills if drill.stopped or drill.symptom in SIGNS)


def stopped_today(record: Record) -> bool:
    """Whether a session of today ended with a stop: it is not done once more on the same day."""
    return any(is_stopped(session) for session in effective_sessions(record) if session.date == record.today)
