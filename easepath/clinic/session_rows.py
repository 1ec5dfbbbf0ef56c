"""The sessions at home of some complaints, with their drills, mornings and counts: plain columns, a query each."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Collection, Mapping
from typing import Any, Final
from uuid import UUID

from django.db.models import CharField, QuerySet
from django.db.models.functions import Cast

from easepath.clinic import models
from easepath.clinic.rows import CountRow, MorningRow, SessionDrillRow, SessionRow

SESSION: Final = Cast("session", CharField())
"""The session a row belongs to, as text: a year has a thousand of them, and an identity made of each costs more
than all that is read with it."""
COUNT: Final = ("decided_by__first_name", "decided_by__last_name", "decided_by__username", "counts", "reason",
                "decided_at")  # fmt: skip


def read_sessions(complaints: Collection[int]) -> Mapping[int, tuple[SessionRow, ...]]:
    """By complaint its sessions by date and time, each with its drills in order; four queries."""
    drills: dict[str, list[SessionDrillRow]] = defaultdict(list)
    for session, *told in _of(models.SessionDrill.objects, complaints, *SessionDrillRow._fields).order_by("position"):
        drills[session].append(SessionDrillRow._make(told))
    mornings = {
        session: MorningRow._make(told)
        for session, *told in _of(models.MorningReport.objects, complaints, *MorningRow._fields).order_by("received_at")
    }
    counts = {
        session: CountRow(**dict(zip(CountRow.model_fields, told, strict=True)))
        for session, *told in _of(models.SessionCount.objects, complaints, *COUNT).order_by("pk")
    }
    found: dict[int, list[SessionRow]] = defaultdict(list)
    for of, session, version, date, before, after, note, corrects in _sessions(complaints):
        found[of].append(
            SessionRow(
                UUID(session), version, date, before, after, note, corrects, tuple(drills.get(session, ())),
                mornings.get(session), counts.get(session),
            )
        )  # fmt: skip
    return {of: tuple(sessions) for of, sessions in found.items()}


def _sessions(complaints: Collection[int]) -> QuerySet[Any, tuple[Any, ...]]:
    rows = models.SessionLog.objects.filter(complaint__in=complaints).order_by("date", "received_at")
    return rows.values_list(
        "complaint", Cast("pk", CharField()), "version__number", "date", "before", "after", "note", "corrects"
    )


def _of(rows: Any, complaints: Collection[int], *columns: str) -> QuerySet[Any, tuple[Any, ...]]:
    """Columns of rows that belong to a session of one of the complaints, after the session."""
    found: QuerySet[Any, tuple[Any, ...]] = rows.filter(session__complaint__in=complaints)
    return found.values_list(SESSION, *columns)
