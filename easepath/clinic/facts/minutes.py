"""How many minutes were done at home, by day: what each session told it did, at the seconds of its own version."""

from __future__ import annotations

import datetime as dt
from collections import defaultdict

from easepath.clinic import models
from easepath.clinic.facts.home import effective_sessions
from easepath.clinic.repository import Record


def seconds_by_day(record: Record) -> dict[dt.date, float]:
    """Seconds under way in drills on each day with a session; a drill whose share was not told counts as nothing."""
    versions = {one.number: _seconds(one) for one in record.complaint.versions.prefetch_related("drills")}
    days: dict[dt.date, float] = defaultdict(float)
    for session in effective_sessions(record):
        planned = versions.get(session.version, {})
        for row in session.drills:
            drill = row.stands_for or row.drill
            seconds = planned.get((drill, row.side)) or planned.get((drill, ""), 0.0)
            days[session.date] += seconds * (row.done_pct or 0) / 100
    return dict(days)


def _seconds(version: models.PlanVersion) -> dict[tuple[str, str], float]:
    """By drill and side, and by drill alone under no side, what the tape of a version gives it."""
    rows = list(version.drills.all())
    found: dict[tuple[str, str], float] = defaultdict(float)
    for one in version.timeline:
        if one["kind"] == "side" and one["index"] is not None and one["index"] < len(rows):
            row = rows[one["index"]]
            found[row.drill, one["side"]] += one["seconds"]
            found[row.drill, ""] += one["seconds"]
    return found
