"""The sessions at home of some complaints, with their drills, mornings and counts, as plain columns."""

from __future__ import annotations

import datetime as dt
import json
from collections import defaultdict
from collections.abc import Mapping, Sequence
from functools import lru_cache
from operator import itemgetter
from typing import Any, Final
from uuid import UUID

from django.db.models import CharField, OuterRef, QuerySet
from django.db.models.functions import Cast

from easepath.clinic import models
from easepath.clinic.row_lists import answered, as_text
from easepath.clinic.rows import CountRow, DrillsTold, MorningRow, SessionDrillRow, SessionRow

DRILLS: Final = as_text(
    models.SessionDrill.objects.filter(session=OuterRef("pk")), "position", *SessionDrillRow._fields
)
TOLD: Final = (
    "complaint", "pk", "version__number", Cast("date", CharField()), "before", "after", "worst", "note", "at_break",
    "corrects", DRILLS,
)  # fmt: skip
MORNING: Final = tuple(f"mornings__{name}" for name in MorningRow._fields)
COUNT: Final = (
    "counts__decided_by__first_name", "counts__decided_by__last_name", "counts__decided_by__username",
    "counts__counts", "counts__reason", "counts__decided_at",
)  # fmt: skip


def read_sessions(complaints: Sequence[int]) -> Mapping[int, tuple[SessionRow, ...]]:
    """By complaint its sessions by date and time, each with its drills in order; one query."""
    found: dict[int, dict[Any, SessionRow]] = defaultdict(dict)
    for (
        complaint, session, version, date, before, after, worst, note, at_break, corrects, drills,
        pain, unusual, gone_48h, *count,
    ) in answered(_asked, complaints):  # fmt: skip
        # told or decided on twice it stands twice, the last time as it counts
        found[complaint][session] = SessionRow(
            _name(session), version, _day(date), before, after, worst, note, at_break, corrects and _name(corrects),
            _drills(drills or "[]"), None if pain is None else _morning(pain, unusual, gone_48h),
            None if count[-1] is None else CountRow(**dict(zip(CountRow.model_fields, count, strict=True))),
        )  # fmt: skip
    return {complaint: tuple(sessions.values()) for complaint, sessions in found.items()}


def _asked(complaints: Sequence[int]) -> QuerySet[Any, tuple[Any, ...]]:
    of_these = models.SessionLog.objects.filter(complaint__in=complaints)
    in_order = of_these.order_by("date", "received_at", "pk", "mornings__received_at", "counts__pk")
    return in_order.values_list(*TOLD, *MORNING, *COUNT)


def _name(told: UUID | str) -> str:
    """An identity as text, as a file keeps it; read as figures only where somebody asks."""
    return told if isinstance(told, str) else told.hex


@lru_cache(maxsize=4096)
def _day(told: str) -> dt.date:
    """A day from its text; the sessions of all complaints fall on the same few hundred, which are read once."""
    return dt.date.fromisoformat(told)


@lru_cache(maxsize=1024)
def _morning(pain: int, unusual: str, gone: bool | int | None) -> MorningRow:
    """A morning; a file keeps yes and no as figures."""
    return MorningRow(pain, unusual, None if gone is None else bool(gone))


@lru_cache(maxsize=4096)
def _drills(text: str) -> DrillsTold:
    """The drills of a session in their order; over a year many sessions say the same."""
    return DrillsTold(SessionDrillRow._make(told) for _, *told in sorted(json.loads(text), key=itemgetter(0)))
