"""The line of a complaint on the caseload: worked out when somebody looks, and written by the timer."""

from __future__ import annotations

import datetime as dt
import hashlib
import json
import logging
import threading
from collections import defaultdict
from collections.abc import Iterable, Iterator, Sequence
from functools import lru_cache
from typing import Any

from django.db import models as fields
from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.facts.home import by_date, effective_sessions, morning_of
from easepath.clinic.repository import Record, read_records
from easepath.core.adjust.attention import URGENCY, Attention, Kind, attention
from easepath.core.adjust.session_day import latest_dates, worst_class
from easepath.core.code_version import code_version
from easepath.core.errors import CaseError, UnknownIdError
from easepath.core.knowledge import shipped_library
from easepath.core.signs import open_signs, sign_words
from easepath.core.vocabulary import ResponseClass

LOG = logging.getLogger(__name__)
Stamp = tuple[int, int, str, dt.date]
"""A complaint, how often it was changed, what its line was worked out with, and the day."""


def stamps(rows: Iterable[models.Complaint], clinic: models.Clinic, today: dt.date) -> dict[int, Stamp]:
    """What the lines of some complaints of a clinic are worked out with today; one query."""
    measures: dict[int, set[str]] = defaultdict(set)
    for client, measure in models.Sitting.objects.filter(client__clinic=clinic).values_list("client", "measure"):
        measures[client].add(measure)
    repeats = tuple((name, tuple(found)) for name, found in sorted(clinic.repeats.items()))
    return {row.pk: (row.pk, row.changes, _basis(repeats, frozenset(measures[row.client_id])), today) for row in rows}


@lru_cache(maxsize=4096)
def _basis(repeats: tuple[tuple[str, tuple[float, ...]], ...], measures: frozenset[str]) -> str:
    """The knowledge, the code, and the clinic's own error of the client's measures."""
    own = [row for row in repeats if row[0] in measures]
    return f"{made_with()}{hashlib.sha256(json.dumps(own).encode()).hexdigest()[:8]}"


def made_with() -> str:
    """The knowledge and the code that lines are worked out with, as their basis begins."""
    return f"{shipped_library().version}-{code_version()}-"


def is_current(row: models.Complaint, stamp: Stamp) -> bool:
    """Whether the stored line is of today, of this knowledge and of this error."""
    return (row.status_on, row.status_basis) == (stamp[3], stamp[2])


def write_lines(complaints: fields.QuerySet[models.Complaint]) -> int:
    """Work out and store every line that is not current; returns how many.

    A line is only stored while nothing was changed since its facts were read.
    """
    written = 0
    for clinic in models.Clinic.objects.filter(clients__complaints__in=complaints.filter(closed_at=None)).distinct():
        today = clock.today(clinic.time_zone)
        rows = list(complaints.filter(client__clinic=clinic, closed_at=None))
        known = stamps(rows, clinic, today)
        old = [known[row.pk] for row in rows if not is_current(row, known[row.pk])]
        for few in batched(old, AT_A_TIME):
            lines = list(work_out(few))
            with transaction.atomic():
                for stamp, line in lines:
                    models.Complaint.objects.filter(pk=stamp[0], changes=stamp[1]).update(
                        status=line, status_on=today, status_basis=stamp[2]
                    )
            written += len(lines)
    return written


_KEPT: dict[Stamp, dict[str, Any]] = {}
_KEPT_LOCK = threading.Lock()
MOST_KEPT = 400
AT_A_TIME = 32
"""Complaints read at once: the question to the database is put together once for them, and a look stays short."""


def kept_line(stamp: Stamp) -> dict[str, Any] | None:
    """A line this process has worked out already and not stored."""
    return _KEPT.get(stamp)


def forget_lines() -> None:
    """Forget what this process has worked out: for a database that begins anew."""
    with _KEPT_LOCK:
        _KEPT.clear()


def work_out(stamps: Sequence[Stamp]) -> Iterator[tuple[Stamp, dict[str, Any]]]:
    """The lines of some complaints, a few read at a time; what cannot be read is said in its line and stops no list.

    They are kept in this process, and the most urgent of a few come first as they were given.
    """
    for few in batched(stamps, AT_A_TIME):
        records = {r.complaint.pk: r for r in read_records(models.Complaint.objects.filter(pk__in=[s[0] for s in few]))}
        for stamp in few:
            line = _line_or_fault(records[stamp[0]])
            with _KEPT_LOCK:
                while len(_KEPT) >= MOST_KEPT:
                    _KEPT.pop(next(iter(_KEPT)))
                _KEPT[stamp] = line
            yield stamp, line


def batched(stamps: Sequence[Stamp], most: int) -> Iterator[Sequence[Stamp]]:
    """A sequence in parts of at most so many."""
    for start in range(0, len(stamps), most):
        yield stamps[start : start + most]


def _line_or_fault(record: Record) -> dict[str, Any]:
    try:
        return _line(record)
    except (CaseError, UnknownIdError) as fault:
        return unreadable_line(record, str(fault))
    except Exception:
        LOG.exception("the line of complaint %s cannot be worked out", record.complaint.pk)
        return unreadable_line(record, "its facts do not fit together; tell whoever keeps this installation")


def _head(record: Record) -> dict[str, Any]:
    complaint, version = record.complaint, record.version
    latest = record.visits[-1] if record.visits else None
    sessions = effective_sessions(record)
    return {
        "client": complaint.client_id,
        "name": str(complaint.client),
        "telephone": complaint.client.telephone,
        "trade": complaint.client.trade,
        "side": complaint.side,
        "visit": latest.id if latest else None,
        "visit_number": latest.number if latest else None,
        "visit_open": latest is not None and latest.closed_at is None,
        "version": version.number if version else None,
        "last_session": str(sessions[-1].date) if sessions else None,
        "next_visit": str(complaint.visit_on) if version and complaint.visit_on else None,
        "last_visit": latest.opened_at[:10] if latest else None,
    }


def unreadable_line(record: Record, why: str) -> dict[str, Any]:
    """A line that says what cannot be read; nothing is known of such a client, so it stands on top."""
    condition = shipped_library().conditions.get(record.complaint.condition)
    return _head(record) | {
        "condition": condition.name if condition else "not named yet", "kind": "unreadable",
        "urgency": URGENCY.index("unreadable"), "what": "cannot be read", "why": why, "ripples": [], "told": [],
    }  # fmt: skip


def _line(record: Record) -> dict[str, Any]:
    assessment = record.assessment
    need = _written(record, _agreed(record, attention(assessment)))
    condition = assessment.screen.profile
    return _head(record) | {
        "condition": condition.name if condition else "not named yet", "kind": need.kind, "urgency": need.urgency,
        "what": need.what, "why": need.why, "ripples": response_line(record), "told": _told(record),
        "wrote": bool(record.unread),
    }  # fmt: skip


def _told(record: Record) -> list[dict[str, Any]]:
    """The signs that wait for an answer, the newest first: what was said of which drill, and when it came in."""
    library, signs = record.assessment.library, open_signs(record.facts)
    if not signs:
        return []
    came_in = {
        session.hex: str(at)
        for session, at in models.SessionLog.objects.filter(
            complaint=record.complaint, date__in={entry.date for entry in signs}
        ).values_list("pk", "received_at")
    }
    return [
        {
            "words": sign_words(library, entry), "drill": library.title(entry.drill), "side": entry.side or "",
            "pain": None if entry.during is None else round(entry.during), "date": str(entry.date),
            "at": came_in.get(entry.session or "", ""),
        }
        for entry in reversed(signs)
    ]  # fmt: skip


def _agreed(record: Record, need: Attention) -> Attention:
    """The need, or that the agreed day has come: nobody has looked at it together since, and nothing is more urgent."""
    day = record.complaint.visit_on if record.version else None
    if day is None or day > record.today or need.urgency < URGENCY.index("ask"):
        return need
    if any(visit.closed_at and visit.closed_at[:10] >= str(day) for visit in record.visits):
        return need
    return Attention("ask", "look at it together", f"agreed for {day:%-d %B}; {need.what}")


def _written(record: Record, need: Attention) -> Attention:
    """The need, or that the client has written and nobody has read it; nothing is more urgent."""
    new = record.unread
    kind: Kind = "look" if any(one.speaks_of for one in new) else "ask"
    if not new or need.urgency < URGENCY.index(kind):
        return need
    return Attention(kind, "has written", f"“{new[-1].words}”; {need.what}")


def response_line(record: Record, most: int = 8) -> list[dict[str, Any]]:
    """The last dates as (date, class): the worst class of the drills of each date."""
    assessment = record.assessment
    last = latest_dates(assessment.log, most)
    if not last:
        return []
    first, _ = last[-1]
    kinds_of: dict[dt.date, list[ResponseClass]] = {}
    for one in assessment.review.context.responder.answered_since(first):
        kinds_of.setdefault(one.entry.date, []).append(one.response.kind)
    dates = by_date(session for session in effective_sessions(record) if session.date >= first)
    mornings = {date: morning_of(sessions[-1], sessions) for date, sessions in dates.items()}
    return [
        {
            "date": str(date),
            "kind": worst_class(kinds),
            "morning": morning.pain if (morning := mornings.get(date)) else None,
        }
        for date, kinds in kinds_of.items()
    ]
