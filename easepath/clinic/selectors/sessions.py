"""Versions and sessions as Home and Respond show them."""

from __future__ import annotations

from typing import Any

from easepath.clinic import models
from easepath.clinic.facts import Assessment
from easepath.clinic.facts.home import effective_sessions, left_out, morning_of, uncorrected_sessions
from easepath.clinic.selectors.titles import title_of
from easepath.core.respond import Response


def home_view(visit: models.Visit) -> dict[str, Any]:
    """Versions and living links."""
    complaint = visit.complaint
    return {
        "versions": [version_line(v) for v in complaint.versions.all()],
        "links": [
            {
                "id": link.pk,
                "made_on": f"{link.created_at:%Y-%m-%d}",
                "made_by": link.created_by.name,
                "last_used_on": link.last_used_on and str(link.last_used_on),
                "device": link.device,
            }
            for link in complaint.links.filter(revoked_at=None).select_related("created_by").order_by("-pk")
        ],
    }


def version_line(version: models.PlanVersion) -> dict[str, Any]:
    """One version in a line: when, by whom, what changed."""
    return {
        "id": version.pk, "number": version.number, "date": str(version.start), "by": version.handed_over_by.name,
        "stage": version.stage, "drills": version.drills.count(), "seconds": version.seconds,
        "difference": version.difference, "knowledge_version": version.knowledge_version,
    }  # fmt: skip


def session_lines(assessment: Assessment, complaint: models.Complaint) -> list[dict[str, Any]]:
    """Every session as it was, with its drills, the class of each and why; the newest first.

    One that was left out of the count has no class: it is shown with who left it out and why.
    """
    responses: dict[tuple[str | None, ...], Response] = {
        (one.entry.session, one.entry.drill, one.entry.side): one.response for one in assessment.review.context.answered
    }
    lines = []
    sessions = effective_sessions(complaint)
    for session in reversed(uncorrected_sessions(complaint)):
        out = left_out(session)
        morning = morning_of(session, sessions)
        drills = []
        for row in session.drills.all():
            response = None if out else responses[str(session.pk), row.drill, row.side]
            drills.append({
                "drill": row.drill, "title": title_of(assessment, row.drill), "side": row.side,
                "done_pct": row.done_pct, "during": row.during, "symptom": row.symptom,
                "felt": row.felt, "moved": row.moved, "kind": response and response.kind,
                "why": response.reason.text(assessment.library) if response else "",
            })  # fmt: skip
        lines.append({
            "id": str(session.pk), "date": str(session.date), "version": session.version.number,
            "before": session.before, "after": session.after, "morning": None if morning is None else morning.pain,
            "unusual": "none" if morning is None else morning.unusual, "drills": drills, "note": session.note,
            "left_out": out and {"by": out.decided_by.name, "date": f"{out.decided_at:%Y-%m-%d}", "reason": out.reason},
        })  # fmt: skip
    return lines
