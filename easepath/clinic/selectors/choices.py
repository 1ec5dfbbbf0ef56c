"""A clinician's own choices as the screens show them: overrides in force, and needs under several methods."""

from __future__ import annotations

from typing import Any

from easepath.clinic import models
from easepath.clinic.repository import Record
from easepath.clinic.rows import OverrideRow
from easepath.clinic.selectors.titles import title_of
from easepath.core.assessment import Assessment
from easepath.core.compose.comparison import compare_methods
from easepath.core.compose.prescription import prescribe
from easepath.core.dose.words import dose_words
from easepath.core.knowledge import shipped_library

MOST_NEEDS = 8


def override_line(row: OverrideRow) -> dict[str, Any]:
    """One override: what, by whom, when and why."""
    library = shipped_library()
    return {
        "id": row.id, "drill": row.drill, "title": library.title(row.drill),
        "side": row.side, "was": row.was, "reason": row.reason, "by": row.by,
        "date": str(row.recorded_at.date()),
    }  # fmt: skip


def row_of(override: models.Override) -> OverrideRow:
    """An override that was just written, as it is read."""
    by = override.recorded_by
    return OverrideRow(
        id=override.pk, drill=override.drill, side=override.side, was=override.was, reason=override.reason,
        by_lead=override.by_lead, recorded_at=override.recorded_at, by_first=by.first_name, by_last=by.last_name,
        by_login=by.username,
    )  # fmt: skip


def choices_view(record: Record) -> dict[str, Any]:
    """Every choice by hand that binds the match and the session."""
    complaint = record.complaint
    return {
        "methods": complaint.methods, "needs_set": complaint.needs_set, "pinned": complaint.pinned,
        "barred": complaint.barred, "work_hours": complaint.work_hours,
        "overrides": [override_line(row) for row in record.overrides],
        "revision": record.revision_of("choices"),
    }  # fmt: skip


def compared_methods(record: Record) -> list[dict[str, Any]]:
    """The heaviest needs, each under every method in which a ranked drill meets it."""
    assessment = record.assessment
    found = [
        {"need": need, "methods": _methods(assessment, record.complaint, need)}
        for need in list(assessment.matcher.needs.weights)[:MOST_NEEDS]
    ]
    return [row for row in found if row["methods"]]


def _methods(assessment: Assessment, complaint: models.Complaint, need: str) -> list[dict[str, Any]]:
    library, matcher = assessment.library, assessment.matcher
    rows = []
    for one in compare_methods(matcher, need):
        item = prescribe(matcher, library.drills[one.drill], method=one.method)
        words = dose_words(item.sides[0].dose, one.method) if item else ""
        rows.append({
            "method": one.method, "name": library.methods[one.method].name, "drill": title_of(assessment, one.drill),
            "words": words, "seconds": one.seconds, "weekly_seconds": round(one.tension_per_week),
            "pain_rule": one.pain_rule, "progresses": list(one.progresses),
            "reason": library.methods[one.method].reason or "", "chosen": complaint.methods.get(need) == one.method,
        })  # fmt: skip
    return rows
