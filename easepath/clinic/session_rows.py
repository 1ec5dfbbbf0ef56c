"""The sessions at home of some complaints, with their drills, mornings and counts, as plain columns."""

from __future__ import annotations

import json
from collections import defaultdict
from collections.abc import Collection, Mapping
from functools import lru_cache
from operator import itemgetter
from typing import Any, Final
from uuid import UUID

from django.db.models import OuterRef, QuerySet

from easepath.clinic import models
from easepath.clinic.row_lists import as_text
from easepath.clinic.rows import CountRow, MorningRow, SessionDrillRow, SessionRow

DRILLS: Final = as_text(
    models.SessionDrill.objects.filter(session=OuterRef("pk")), "session", "position", *SessionDrillRow._fields
)
TOLD: Final = (
    "complaint",
    "pk",
    "version__number",
    "date",
    "before",
    "after",
    "worst",
    "note",
    "at_break",
    "corrects",
    DRILLS,
)
MORNING: Final = tuple(f"mornings__{name}" for name in MorningRow._fields)
COUNT: Final = (
    "counts__decided_by__first_name", "counts__decided_by__last_name", "counts__decided_by__username",
    "counts__counts", "counts__reason", "counts__decided_at",
)  # fmt: skip


def read_sessions(complaints: Collection[int]) -> Mapping[int, tuple[SessionRow, ...]]:
    """By complaint its sessions by date and time, each with its drills in order; one query."""
    found: dict[int, dict[UUID, SessionRow]] = defaultdict(dict)
    for row in _sessions(complaints):  # a session told or decided on twice stands twice, the last time as it counts
        complaint, session, version, date, before, after, worst, note, at_break, corrects, drills = row[: len(TOLD)]
        morning, count = row[len(TOLD) : -len(COUNT)], row[-len(COUNT) :]
        found[complaint][session] = SessionRow(
            session, version, date, before, after, worst, note, at_break, corrects, _drills(drills or "[]"),
            None if morning[0] is None else MorningRow._make(morning),
            None if count[-1] is None else CountRow(**dict(zip(CountRow.model_fields, count, strict=True))),
        )  # fmt: skip
    return {complaint: tuple(sessions.values()) for complaint, sessions in found.items()}


@lru_cache(maxsize=4096)
def _drills(text: str) -> tuple[SessionDrillRow, ...]:
    """The drills of a session in their order; over a year many sessions say the same."""
    return tuple(SessionDrillRow._make(told) for _, *told in sorted(json.loads(text), key=itemgetter(0)))


def _sessions(complaints: Collection[int]) -> QuerySet[Any, tuple[Any, ...]]:
    of_these = models.SessionLog.objects.filter(complaint__in=complaints)
    in_order = of_these.order_by("date", "received_at", "pk", "mornings__received_at", "counts__pk")
    return in_order.values_list(*TOLD, *MORNING, *COUNT)
