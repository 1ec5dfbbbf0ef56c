"""The frame of a visit whose facts cannot be read: who it is, what is wrong, and the way to the step that mends it."""

from __future__ import annotations

from typing import Any

from easepath.clinic import models
from easepath.clinic.repository import Record
from easepath.core.knowledge import shipped_library

STEPS = (
    ("story", "Story"), ("screening", "Screen"), ("measure", "Measure"), ("match", "Match"), ("compose", "Compose"),
    ("tryout", "Try"), ("home", "Home"), ("respond", "Respond"), ("adjust", "Adjust"),
)  # fmt: skip


def bare_frame(record: Record, fault: str) -> dict[str, Any]:
    """A frame that judges nothing: no program, no counts, only what stands in the rows and why it cannot be read."""
    visit, complaint = record.visit, record.complaint
    return {
        "visit": visit.pk, "fault": fault, "number": visit.number, "closed": visit.closed_at is not None,
        "complaint": complaint.pk, "last_time": last_time(visit), "cautions": [],
        "client": {
            "first_name": complaint.client.first_name, "name": str(complaint.client), "age": None,
            "trade": complaint.client.trade,
        },
        "condition": None, "condition_id": complaint.condition or None, "side": complaint.side,
        "since": None if complaint.since is None else str(complaint.since),
        "today": str(record.today), "outcome": "incomplete", "outcome_words": "not readable",
        "issues_program": False, "irritability": "unknown", "irritability_reasons": [], "refused": 0, "changed": 0,
        "knowledge_version": shipped_library().version,
        "revisions": {step.step: step.revision for step in record.steps},
        "path": [
            path_step(step, name, *(("waiting", "to correct") if step == "story" else ("idle", "cannot be read")))
            for step, name in STEPS
        ],
        "sheet": {
            "version": 1, "drills": [], "seconds": 0, "seconds_moving": 0, "seconds_rising": 0,
            "minutes_available": complaint.client.minutes, "over_minutes": False, "refused": [], "unchanged": False,
            "timeline": [], "have_ready": [], "leave_out": [],
        },
    }  # fmt: skip


def path_step(step: str, name: str, state: str, words: str) -> dict[str, Any]:
    """One step of the path: open, waiting, stopped or idle, and its state in words."""
    return {"step": step, "name": name, "state": state, "words": words}


def last_time(visit: models.Visit) -> dict[str, Any] | None:
    """The visit before this one: its number, its day, and what it left open."""
    before = visit.complaint.visits.filter(number__lt=visit.number).order_by("-number").first()
    if before is None:
        return None
    return {"number": before.number, "date": str(before.opened_at.date()), "left_open": before.left_open}
