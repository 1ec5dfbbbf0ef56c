"""The caseload: who needs something today, and what. Reading it writes nothing."""

from __future__ import annotations

import time
from collections.abc import Sequence
from typing import Any

from django.db.models import OuterRef, Subquery

from easepath.clinic import clock, models
from easepath.clinic.actions.open_client import like
from easepath.clinic.caseload_lines import Stamp, is_current, kept_line, stamps, work_out
from easepath.clinic.policies import require
from easepath.core.knowledge import shipped_library

IN_SIGHT = 40
MOST_KNOWN = 5


def caseload(
    user: models.User, sight: Sequence[int] = (), seconds: float | None = None, most: int = IN_SIGHT
) -> dict[str, Any]:
    """One line per open complaint of the user's clinic, the most urgent first.

    Lines that are not of today are worked out for those that were changed and for the complaints in `sight` (without
    any: the first `most`), for about so many `seconds`, and not stored; `left` of those still stand as they were seen
    last. A line is `mine` where the user opened the latest visit or handed over the latest version.
    """
    assert user.clinic is not None
    require(user, "see-clients", user.clinic)
    today = clock.today(user.clinic.time_zone)
    rows = list(
        models.Complaint.objects.filter(client__clinic=user.clinic, closed_at=None, client__archived=False)
        .select_related("client")
        .only("client", "status", "status_on", "status_basis", "changes", "client__first_name", "client__last_name")
        .annotate(seen_by=_latest(models.Visit, "opened_by"), planned_by=_latest(models.PlanVersion, "handed_over_by"))
    )
    known = stamps(rows, user.clinic, today)
    lines = {row.pk: _stored(row, known[row.pk]) for row in rows}
    ordered = _by_urgency(rows, lines)
    wanted = set(sight) if sight else {row.pk for row in ordered[:most]}
    waiting = [row for row in ordered if lines[row.pk]["as_of"] and (row.pk in wanted or _just_changed(row))]
    waiting.sort(key=lambda row: not _just_changed(row))
    began, left = time.monotonic(), len(waiting)
    for stamp, line in work_out([known[row.pk] for row in waiting]) if seconds != 0 else ():
        lines[stamp[0]] = {"complaint": stamp[0], **line, "as_of": None}
        left -= 1
        if seconds is not None and time.monotonic() - began >= seconds:
            break
    for row in rows:
        lines[row.pk]["mine"] = user.pk in (row.seen_by, row.planned_by)
    return {"lines": sorted(lines.values(), key=lambda line: (line["urgency"], line["name"])), "left": left}


def _latest(kind: type[models.Visit] | type[models.PlanVersion], by: str) -> Subquery:
    """Who made the latest row of a complaint."""
    return Subquery(kind._default_manager.filter(complaint=OuterRef("pk")).order_by("-number").values(by)[:1])


def _just_changed(row: models.Complaint) -> bool:
    """Something happened to it since its line was written: whatever it says now must not wait for somebody to look."""
    return row.status is not None and row.status_on is None


def _by_urgency(rows: Sequence[models.Complaint], lines: dict[int, dict[str, Any]]) -> list[models.Complaint]:
    return sorted(rows, key=lambda row: (lines[row.pk]["urgency"], lines[row.pk]["name"]))


def _stored(row: models.Complaint, stamp: Stamp) -> dict[str, Any]:
    """The line as this process or the rows have it; of a complaint never looked at, what is known without looking."""
    worked_out = row.status if is_current(row, stamp) else kept_line(stamp)
    if worked_out:
        return {"complaint": row.pk, **worked_out, "as_of": None}
    never = {
        "client": row.client_id, "name": str(row.client), "telephone": "",
        "trade": "", "condition": "", "side": "", "kind": "answer", "urgency": 0,
        "what": "not looked at yet", "why": "", "visit": None, "visit_number": None, "visit_open": False,
        "version": None, "last_session": None, "ripples": [], "told": [],
    }  # fmt: skip
    return {"complaint": row.pk, **(row.status or never), "as_of": "seen last"}


def known_clients(user: models.User, first_name: str, last_name: str) -> list[dict[str, Any]]:
    """The clients of the user's clinic with that name: when born, with what, and the latest visit."""
    assert user.clinic is not None
    require(user, "see-clients", user.clinic)
    found = like(user.clinic, first_name, last_name)
    return [_known(client) for client in found[:MOST_KNOWN]]


def _known(client: models.Client) -> dict[str, Any]:
    complaint = client.complaints.order_by("-pk").first()
    visit = complaint.visits.order_by("-number").first() if complaint else None
    condition = shipped_library().conditions.get(complaint.condition) if complaint else None
    return {
        "name": str(client), "born": client.birth_date and str(client.birth_date),
        "condition": condition.name if condition else "", "visit": visit.pk if visit else None,
    }  # fmt: skip
