"""Sessions and mornings from home as log entries; corrected sessions are left out, and those that do not count."""

from __future__ import annotations

import datetime as dt
from collections import defaultdict
from collections.abc import Iterable

from easepath.clinic import models
from easepath.core import facts as core


def effective_sessions(complaint: models.Complaint) -> list[models.SessionLog]:
    """Sessions that count and that no later one corrects, by date."""
    return [session for session in uncorrected_sessions(complaint) if left_out(session) is None]


def uncorrected_sessions(complaint: models.Complaint) -> list[models.SessionLog]:
    """Sessions that no later one corrects, by date, whether they count or not."""
    sessions = list(complaint.sessions.all())
    corrected = {session.corrects_id for session in sessions if session.corrects_id}
    return [session for session in sessions if session.pk not in corrected]


def left_out(session: models.SessionLog) -> models.SessionCount | None:
    """The decision that leaves a session out of the count; None where it counts."""
    latest = max(session.counts.all(), key=lambda row: row.pk, default=None)
    return None if latest is None or latest.counts else latest


def latest_morning(session: models.SessionLog) -> models.MorningReport | None:
    """The morning report that counts: the last received."""
    mornings = list(session.mornings.all())
    return mornings[-1] if mornings else None


def morning_of(session: models.SessionLog, sessions: Iterable[models.SessionLog]) -> models.MorningReport | None:
    """The morning after a session: its own report, else the worst told of another session of that date."""
    own = latest_morning(session)
    if own is not None:
        return own
    others = [latest_morning(other) for other in sessions if other.date == session.date]
    return max((m for m in others if m is not None), key=lambda morning: morning.pain, default=None)


def log_entries(complaint: models.Complaint) -> tuple[core.LogEntry, ...]:
    """One entry per drill of each session; the morning of a session stands in each, to be charged later."""
    sessions = effective_sessions(complaint)
    by_date: dict[dt.date, list[models.SessionLog]] = defaultdict(list)
    for session in sessions:
        by_date[session.date].append(session)
    return tuple(
        entry for session in sessions for entry in _entries(session, morning_of(session, by_date[session.date]))
    )


def _entries(session: models.SessionLog, morning: models.MorningReport | None) -> Iterable[core.LogEntry]:
    for row in session.drills.all():
        yield core.LogEntry(
            date=session.date,
            session=str(session.pk),
            drill=row.drill,
            side=row.side,  # type: ignore[arg-type]
            done_pct=row.done_pct,
            before=session.before,
            during=row.during,
            after=session.after,
            next=None if morning is None else morning.pain,
            symptom=row.symptom or None,  # type: ignore[arg-type]
            felt=row.felt or None,
            moved=row.moved or "none",  # type: ignore[arg-type]
            unusual="none" if morning is None else morning.unusual,  # type: ignore[arg-type]
            gone_48h=None if morning is None else morning.gone_48h,
        )
