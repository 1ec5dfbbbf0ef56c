"""What Respond shows: the response of every drill and session, what was allowed, and which mornings are unknown."""

from __future__ import annotations

from typing import Any

from easepath.clinic.caseload_lines import response_line
from easepath.clinic.repository import Record
from easepath.clinic.selectors.home_sheet import mornings_open
from easepath.clinic.selectors.sessions import session_lines
from easepath.clinic.selectors.titles import title_of

MOST_SESSIONS = 14


def respond_view(record: Record) -> dict[str, Any]:
    """Per drill its line of responses with the last reason, per session the whole, the newest first."""
    assessment, version = record.assessment, record.version
    context = assessment.review.context
    drills = []
    for planned in assessment.screen.situation.plan.drills:
        for view in context.views(planned):
            days = view.all_days[-MOST_SESSIONS:]
            method = view.method
            drills.append({
                "drill": view.drill.id, "title": title_of(assessment, view.drill.id), "side": view.key,
                "method": method.name, "pain_rule": method.pain_rule, "limit": context.responder.limit(method),
                "since": None if planned.since is None else str(planned.since),
                "ripples": [
                    {"date": str(day.date), "kind": day.kind, "morning": day.morning} for day in days
                ],
                "why": days[-1].response.reason.text(assessment.library) if days else "",
                "source": days[-1].response.reason.source(assessment.library) if days else None,
                "counted": len(view.days),
            })  # fmt: skip
    return {
        "version": version.number if version else None,
        "drills": drills,
        "sessions": session_lines(record),
        "ripples": response_line(record, most=MOST_SESSIONS),
        "adherence": context.adherence,
        "mornings_open": mornings_open(record),
        "today": str(record.today),
        "planned": [] if version is None else [
            {
                "drill": row.drill, "title": row.prescription["title"], "side": row.side,
                "felt": row.prescription["felt_sites"],
            }
            for row in version.drills.all()
        ],
    }  # fmt: skip
