"""The audit trail as leads read it."""

from __future__ import annotations

import datetime as dt
import json
from collections.abc import Iterator, Mapping
from typing import Any, Final
from zoneinfo import ZoneInfo

from django.db.models import QuerySet

from easepath.clinic import models
from easepath.clinic.policies import require

PAGE = 100
COLUMNS: Final = ("number", "at", "action", "actor", "client", "name", "details")


def audit_page(user: models.User, chosen: Mapping[str, Any]) -> dict[str, Any]:
    """The newest hundred entries that fit, and the number to go on from."""
    lines = [_line(entry) for entry in _entries(user, chosen)[: PAGE + 1]]
    more = len(lines) > PAGE
    return {"lines": lines[:PAGE], "before": lines[PAGE - 1]["number"] if more else None}


def audit_rows(user: models.User, chosen: Mapping[str, Any]) -> Iterator[dict[str, Any]]:
    """Every entry that fits, its details as one text."""
    for entry in _entries(user, chosen).iterator():
        line = _line(entry)
        yield {**line, "details": "" if line["details"] is None else json.dumps(line["details"], ensure_ascii=False)}


def _entries(user: models.User, chosen: Mapping[str, Any]) -> QuerySet[models.AuditEntry]:
    assert user.clinic is not None
    require(user, "read-audit", user.clinic)
    zone = ZoneInfo(user.clinic.time_zone)
    filters: dict[str, Any] = {
        "client": chosen.get("client"), "actor__username": chosen.get("actor"), "action": chosen.get("action"),
        "number__lt": chosen.get("before"),
    }  # fmt: skip
    if since := chosen.get("since"):
        filters["at__gte"] = dt.datetime.combine(since, dt.time(), zone)
    if (until := chosen.get("until")) and until < dt.date.max:
        filters["at__lt"] = dt.datetime.combine(until + dt.timedelta(days=1), dt.time(), zone)
    asked = {key: value for key, value in filters.items() if value is not None}
    found = models.AuditEntry.objects.filter(clinic=user.clinic, **asked)
    return found.select_related("actor", "client", "values").order_by("-number")


def _line(entry: models.AuditEntry) -> dict[str, Any]:
    return {
        "number": entry.number, "at": entry.at.isoformat(timespec="seconds"), "action": entry.action,
        "actor": entry.actor.name if entry.actor else "", "client": entry.client_id,
        "name": str(entry.client) if entry.client else "", "details": entry.details,
    }  # fmt: skip
