"""The sessions at home of some complaints, with their drills, mornings and counts: plain columns, a query each."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Collection, Mapping, Sequence
from typing import Any, Final
from uuid import UUID

from django.db.models import CharField, QuerySet
from django.db.models.functions import Cast

from easepath.clinic import models
from easepath.clinic.rows import CountRow, MorningRow, SessionDrillRow, SessionRow

SESSION: Final = Cast("session", CharField())
"""The session a row belongs to, as text: a year has a thousand of them, and an identity made of each costs more
than all that is read with it."""
TOLD: Final = ("complaint", Cast("pk", CharField()), "version__number", "date", "before", "after", "note", "corrects")
MORNING: Final = tuple(f"mornings__{name}" for name in MorningRow._fields)
COUNT: Final = (
    "counts__decided_by__first_name", "counts__decided_by__last_name", "counts__decided_by__username",
    "counts__counts", "counts__reason", "counts__decided_at",
)  # fmt: skip


def read_sessions(complaints: Collection[int]) -> Mapping[int, tuple[SessionRow, ...]]:
    """By complaint its sessions by date and time, each with its drills in order; two queries."""
    drills = _drills(complaints)
    found: dict[int, dict[str, SessionRow]] = defaultdict(dict)
    for row in _sessions(complaints):  # a session told or decided on twice stands twice, the last time as it counts
        complaint, session, version, date, before, after, note, corrects = row[: len(TOLD)]
        morning, count = row[len(TOLD) : -len(COUNT)], row[-len(COUNT) :]
        found[complaint][session] = SessionRow(
            UUID(session), version, date, before, after, note, corrects, tuple(drills.get(session, ())),
            None if morning[0] is None else MorningRow._make(morning),
            None if count[-1] is None else CountRow(**dict(zip(CountRow.model_fields, count, strict=True))),
        )  # fmt: skip
    return {complaint: tuple(sessions.values()) for complaint, sessions in found.items()}


def _drills(complaints: Collection[int]) -> Mapping[str, Sequence[SessionDrillRow]]:
    of_these = models.SessionDrill.objects.filter(session__complaint__in=complaints).order_by("position")
    found: dict[str, list[SessionDrillRow]] = defaultdict(list)
    for session, *told in of_these.values_list(SESSION, *SessionDrillRow._fields):
        found[session].append(SessionDrillRow._make(told))
    return found


def _sessions(complaints: Collection[int]) -> QuerySet[Any, tuple[Any, ...]]:
    of_these = models.SessionLog.objects.filter(complaint__in=complaints)
    in_order = of_these.order_by("date", "received_at", "pk", "mornings__received_at", "counts__pk")
    return in_order.values_list(*TOLD, *MORNING, *COUNT)
