"""The lists of a clinic as tables: its people with where they stand, every reading, every session drill by drill."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from typing import Any, Final, Literal

from easepath.clinic import models
from easepath.clinic.facts.home import uncorrected_sessions
from easepath.clinic.repository import Record, read_records
from easepath.core.knowledge import shipped_library
from easepath.interchange.table import table_of

List = Literal["people", "readings", "sessions"]
WHO: Final = ("first_name", "last_name", "birth_date")
COLUMNS: Final[Mapping[List, tuple[str, ...]]] = {
    "people": (*WHO, "sex", "trade", "telephone", "email", "language", "complaint", "side", "since", "version",
               "last_visit", "last_session", "next_visit", "ended"),
    "readings": (*WHO, "measure", "side", "date", "state", "instrument", "unit", "trials"),
    "sessions": (*WHO, "session", "version", "date", "drill", "side", "done_pct", "before", "during", "after",
                 "symptom", "stopped", "felt", "morning", "note"),
}  # fmt: skip
"""The columns of each list; what comes in again is read from the same."""
Row = dict[str, Any]


def list_table(clinic: models.Clinic, of: List) -> str:
    """One of the lists of a clinic as a table (CSV)."""
    rows = models.Complaint.objects.filter(client__clinic=clinic, client__erased_at=None).order_by("client", "pk")
    found = read_records(rows)
    return table_of((row for record in found for row in _OF[of](record)), COLUMNS[of])


def _who(record: Record) -> Row:
    client = record.complaint.client
    return {"first_name": client.first_name, "last_name": client.last_name, "birth_date": client.birth_date or ""}


def _people(record: Record) -> Iterator[Row]:
    complaint, client, version = record.complaint, record.complaint.client, record.version
    profile = shipped_library().conditions.get(complaint.condition)
    sessions = uncorrected_sessions(record)
    told = {name: getattr(client, name) for name in ("sex", "trade", "telephone", "email", "language")}
    yield _who(record) | told | {
        "complaint": profile.name if profile else complaint.words, "side": complaint.side,
        "since": complaint.since or "", "version": version.number if version else "",
        "last_visit": record.visits[-1].opened_at[:10] if record.visits else "",
        "last_session": sessions[-1].date if sessions else "", "next_visit": complaint.visit_on or "",
        "ended": f"{complaint.closed_at:%Y-%m-%d}" if complaint.closed_at else "",
    }  # fmt: skip


def _readings(record: Record) -> Iterator[Row]:
    measures = shipped_library().measures
    for row in record.sittings:
        if row.complaint == record.complaint.pk and row.measure in measures:
            yield _who(record) | {
                "measure": row.measure, "side": row.side, "date": row.date, "state": row.state,
                "instrument": row.instrument, "unit": measures[row.measure].unit,
                "trials": " ".join(f"{trial:g}" for trial in row.trials),
            }  # fmt: skip


def _sessions(record: Record) -> Iterator[Row]:
    for session in uncorrected_sessions(record):
        for row in session.drills:
            yield _who(record) | {
                "session": session.id, "version": session.version, "date": session.date, "drill": row.drill,
                "side": row.side, "done_pct": row.done_pct, "before": session.before, "during": row.during,
                "after": session.after, "symptom": row.symptom, "stopped": row.stopped, "felt": row.felt,
                "morning": session.morning.pain if session.morning else "", "note": session.note,
            }  # fmt: skip


_OF: Final[Mapping[List, Callable[[Record], Iterator[Row]]]] = {
    "people": _people, "readings": _readings, "sessions": _sessions,
}  # fmt: skip
