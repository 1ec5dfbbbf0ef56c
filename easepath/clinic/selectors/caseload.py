"""The caseload: who needs something today, and what."""

from __future__ import annotations

from typing import Any

from easepath.clinic import clock, models
from easepath.clinic.facts import assess, current_version
from easepath.clinic.facts.home import effective_sessions, latest_morning
from easepath.clinic.policies import require
from easepath.clinic.selectors.access import COMPLAINT_PARTS
from easepath.core.adjust.attention import attention


def caseload(user: models.User) -> list[dict[str, Any]]:
    """One line per open complaint of the user's clinic, the most urgent first."""
    assert user.clinic is not None
    require(user, "see-clients", user.clinic)
    refresh_lines(user.clinic)
    complaints = models.Complaint.objects.filter(
        client__clinic=user.clinic, closed_at=None, client__archived=False
    ).select_related("client")
    lines = [{"complaint": c.pk, **c.status} for c in complaints if c.status]
    return sorted(lines, key=lambda line: (line["urgency"], line["name"]))


def refresh_lines(clinic: models.Clinic) -> None:
    """Compute the lines that are not of today; an action marks the line of its complaint stale."""
    today = clock.today(clinic.time_zone)
    stale = (
        models.Complaint.objects.filter(client__clinic=clinic, closed_at=None)
        .exclude(status_on=today)
        .select_related("client__clinic")
        .prefetch_related(*COMPLAINT_PARTS[1:], "visits")
    )
    for complaint in stale:
        complaint.status = _line(complaint)
        models.Complaint.objects.filter(pk=complaint.pk).update(status=complaint.status, status_on=today)


def _line(complaint: models.Complaint) -> dict[str, Any]:
    today = clock.today_of(complaint)
    assessment = assess(complaint, today)
    need = attention(assessment.matcher)
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
    from easepath.core.adjust.view import Context

    context = Context(assessment.matcher)
    order = ("flared", "stirred", "waiting", "calm")
    by_date: dict[Any, list[str]] = {}
    for entry in assessment.screen.situation.log_by_date:
        by_date.setdefault(entry.date, []).append(context.response(entry).kind)
    mornings = {s.date: latest_morning(s) for s in effective_sessions(complaint)}
    return [
        {
            "date": str(date),
            "kind": min(kinds, key=order.index),
            "morning": morning.pain if (morning := mornings.get(date)) else None,
        }
        for date, kinds in list(by_date.items())[-most:]
    ]
