"""The caseload: who needs something today, and what."""

from __future__ import annotations

import datetime as dt
import time
from typing import Any

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.facts import assess, current_version
from easepath.clinic.facts.home import effective_sessions, morning_of
from easepath.clinic.policies import require
from easepath.clinic.selectors.access import COMPLAINT_PARTS
from easepath.core.adjust.attention import attention
from easepath.core.adjust.session_day import worst_class
from easepath.core.vocabulary import ResponseClass


def caseload(user: models.User) -> list[dict[str, Any]]:
    """One line per open complaint of the user's clinic, the most urgent first, all of today."""
    lines: list[dict[str, Any]] = caseload_within(user, None)["lines"]
    return lines


def caseload_within(user: models.User, seconds: float | None) -> dict[str, Any]:
    """The lines, worked out anew for about so many seconds; `left` still stand as they were seen last.

    On the first look of a day every line is new; it is then read in several rounds instead of one long wait.
    """
    assert user.clinic is not None
    require(user, "see-clients", user.clinic)
    today = clock.today(user.clinic.time_zone)
    left = refresh_lines(user.clinic, today, seconds)
    rows = models.Complaint.objects.filter(client__clinic=user.clinic, closed_at=None, client__archived=False)
    lines = [
        {"complaint": pk, **status, "as_of": None if status_on == today else "seen last"}
        for pk, status, status_on in rows.values_list("pk", "status", "status_on")
        if status
    ]
    return {"lines": sorted(lines, key=lambda line: (line["urgency"], line["name"])), "left": left}


def refresh_lines(clinic: models.Clinic, today: dt.date, seconds: float | None) -> int:
    """Work out the lines that are not of today, the most urgent of the last time first; returns how many are left.

    An action marks the line of its complaint stale.
    """
    stale = models.Complaint.objects.filter(client__clinic=clinic, closed_at=None).exclude(status_on=today)
    waiting = [pk for pk, _ in sorted(stale.values_list("pk", "status__urgency"), key=lambda row: row[1] or 0)]
    began = time.monotonic()
    while waiting and (seconds is None or time.monotonic() - began < seconds):
        _refresh(waiting.pop(0), today)
    return len(waiting)


@transaction.atomic
def _refresh(pk: int, today: dt.date) -> None:
    """Work out one line in a transaction: a change in between is not taken for seen, and a save waits for one line."""
    complaint = (
        models.Complaint.objects.select_related("client__clinic")
        .prefetch_related(*COMPLAINT_PARTS[1:], "visits")
        .get(pk=pk)
    )
    models.Complaint.objects.filter(pk=pk).update(status=_line(complaint), status_on=today)


def _line(complaint: models.Complaint) -> dict[str, Any]:
    today = clock.today_of(complaint)
    assessment = assess(complaint, today)
    need = attention(assessment.matcher, lambda: assessment.review)
    visits = sorted(complaint.visits.all(), key=lambda visit: visit.number)
    version = current_version(complaint)
    sessions = effective_sessions(complaint)
    condition = assessment.screen.profile
    return {
        "name": str(complaint.client),
        "trade": complaint.client.trade,
        "condition": condition.name if condition else "not named yet",
        "side": complaint.side,
        "kind": need.kind,
        "urgency": need.urgency,
        "what": need.what,
        "why": need.why,
        "visit": visits[-1].pk if visits else None,
        "visit_number": visits[-1].number if visits else None,
        "visit_open": bool(visits) and visits[-1].closed_at is None,
        "version": version.number if version else None,
        "last_session": str(sessions[-1].date) if sessions else None,
        "ripples": response_line(assessment, complaint),
    }


def response_line(assessment: Any, complaint: models.Complaint, most: int = 8) -> list[dict[str, Any]]:
    """The last sessions as (date, class): the gravest class of the drills of each date."""
    context = assessment.review.context
    log = assessment.screen.situation.log_by_date
    shown = set(sorted({entry.date for entry in log})[-most:])
    by_date: dict[dt.date, list[ResponseClass]] = {}
    for entry in log:
        if entry.date in shown:
            by_date.setdefault(entry.date, []).append(context.response(entry).kind)
    sessions = effective_sessions(complaint)
    mornings = {s.date: morning_of(s, sessions) for s in sessions}
    return [
        {
            "date": str(date),
            "kind": worst_class(kinds),
            "morning": morning.pain if (morning := mornings.get(date)) else None,
        }
        for date, kinds in by_date.items()
    ]
