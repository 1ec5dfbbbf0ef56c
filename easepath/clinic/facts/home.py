"""Sessions and mornings from home as log entries; corrected sessions are left out, and those that do not count."""

from __future__ import annotations

import datetime as dt
from collections import defaultdict
from collections.abc import Iterable
from typing import TYPE_CHECKING, Any

from pydantic import TypeAdapter

from easepath.clinic.rows import MorningRow, SessionRow
from easepath.core import facts as core

if TYPE_CHECKING:
    from easepath.clinic.repository import Record

LOG = TypeAdapter(tuple[core.LogEntry, ...])


def effective_sessions(record: Record) -> list[SessionRow]:
    """Sessions that count and that no later one corrects, by date."""
    return [session for session in uncorrected_sessions(record) if session.left_out is None]


def uncorrected_sessions(record: Record) -> list[SessionRow]:
    """Sessions that no later one corrects, by date, whether they count or not."""
    corrected = {session.corrects for session in record.sessions if session.corrects}
    return [session for session in record.sessions if session.id not in corrected]


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


def log_entries(record: Record) -> tuple[core.LogEntry, ...]:
    """One entry per drill of each session; the morning of a session stands in each, to be charged later."""
    sessions = effective_sessions(record)
    dates = by_date(sessions)
    told = [entry for session in sessions for entry in _entries(session, morning_of(session, dates[session.date]))]
    return LOG.validate_python(told, strict=False)


def _entries(session: SessionRow, morning: MorningRow | None) -> Iterable[dict[str, Any]]:
    shared: dict[str, Any] = {
        "date": session.date, "session": str(session.id), "before": session.before, "after": session.after,
    }  # fmt: skip
    if morning is not None:
        shared |= {"next": morning.pain, "unusual": morning.unusual, "gone_48h": morning.gone_48h}
    for row in session.drills:
        yield {
            **shared, "drill": row.drill, "side": row.side, "done_pct": row.done_pct, "during": row.during,
            "symptom": row.symptom or None, "felt": row.felt or None, "moved": row.moved or "none",
        }  # fmt: skip
