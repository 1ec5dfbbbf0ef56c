"""What the client's private link shows: the current sheet, and what is still to be told."""

from __future__ import annotations

from typing import Any, get_args

from easepath.clinic import models
from easepath.clinic.facts.home import by_date, effective_sessions
from easepath.clinic.facts.proposals import proposals_of
from easepath.clinic.repository import Record
from easepath.core.adjust.rest import rest_until
from easepath.core.knowledge import shipped_library
from easepath.core.respond import SORENESS_OPEN, asks_moved
from easepath.core.vocabulary import JOINT_SYMPTOMS, NERVE_SYMPTOMS, Symptom
from easepath.figure.album import album_of

MORNING_LOOK_BACK = 4


def sheet_of(version: models.PlanVersion) -> dict[str, Any]:
    """A version as it was handed over, for the screen, the phone and print."""
    complaint = version.complaint
    clinic = complaint.client.clinic
    return {
        "version": version.number,
        "first_name": complaint.client.first_name,
        "clinic": {"name": clinic.name, "phone": clinic.phone, "emergency": clinic.emergency_note},
        "date": str(version.start),
        "by": version.handed_over_by.name,
        "seconds": version.seconds,
        "minutes_available": version.minutes_available,
        "timeline": version.timeline,
        "have_ready": version.have_ready,
        "leave_out": version.leave_out,
        "difference": version.difference,
        "desk": version.desk,
        "overridden": version.overridden,
        "drills": [
            {
                "drill": row.drill, "side": row.side, "method": row.method, "step": row.step, "place": row.place,
                "paused": False, "picture": picture_of(row.drill), **row.prescription,
            }
            for row in version.drills.all()
        ],
    }  # fmt: skip


def picture_of(drill: str) -> str:
    """The name of a drill's pictures; empty for one the library does not have any more, which has words alone."""
    library = shipped_library()
    return album_of(library).name(drill) if drill in library.drills else ""


def home_sheet(record: Record) -> dict[str, Any]:
    """The sheet in force; withheld while a red flag blocks, with drills paused that a stop sign paused."""
    version, assessment = record.version, record.assessment
    assert version is not None
    sheet = sheet_of(version)
    stopped = {p.drill for p in proposals_of(assessment) if p.is_stop}
    for drill in sheet["drills"]:
        drill["paused"] = drill["drill"] in stopped
    withheld = assessment.screen.flags.blocking or record.complaint.sheet_withheld
    if withheld:
        sheet |= {"drills": [], "timeline": [], "seconds": 0}
    return sheet | {
        "withheld": withheld,
        "symptoms": list(get_args(Symptom)),
        "stop_symptoms": sorted(NERVE_SYMPTOMS | JOINT_SYMPTOMS),
        "rest_until": None if (until := rest_until(assessment.review.context)) is None else str(until),
        "today": str(record.today),
        "done_today": any(s.date == record.today for s in effective_sessions(record)),
        "mornings_open": mornings_open(record),
        "asks_moved": asks_moved(assessment.screen),
        "nerve_symptoms": sorted(NERVE_SYMPTOMS | {"burning"}),
        "soreness_open": soreness_open(record),
    }


def soreness_open(record: Record) -> list[dict[str, Any]]:
    """Sessions whose soreness the rules ask about, with the morning as it was told and the days since."""
    today = record.today
    answered = record.assessment.review.context.answered
    waiting = {one.entry.session for one in answered if one.response.reason.rule == SORENESS_OPEN}
    return [
        {
            "session": str(session.id), "date": str(session.date), "days": (today - session.date).days,
            "pain": session.morning.pain, "unusual": session.morning.unusual,
        }
        for session in effective_sessions(record)
        if str(session.id) in waiting and (today - session.date).days <= MORNING_LOOK_BACK
        and session.morning is not None
    ]  # fmt: skip


def mornings_open(record: Record) -> list[dict[str, Any]]:
    """One session of each of the last dates whose morning after can be told now and has not been."""
    return [
        {"session": str(sessions[-1].id), "date": str(date)}
        for date, sessions in by_date(effective_sessions(record)).items()
        if 0 < (record.today - date).days <= MORNING_LOOK_BACK and all(s.morning is None for s in sessions)
    ]
