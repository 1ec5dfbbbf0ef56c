"""What Adjust shows: proposals with their rule, their sessions, and what each would become."""

from __future__ import annotations

from typing import Any

from easepath.clinic import clock, models
from easepath.clinic.facts import Assessment, assess
from easepath.clinic.selectors.sessions import session_lines
from easepath.clinic.selectors.titles import title_of
from easepath.core.compose.weekly import ladder_for
from easepath.core.dose.words import dose_words


def review_view(review: models.Review) -> dict[str, Any]:
    """A review with its proposals, the sessions behind each, and what each would become."""
    complaint = review.complaint
    assessment = assess(complaint, clock.today_of(complaint))
    sessions = session_lines(assessment, complaint)
    planned = {row.drill: row for row in review.of_version.drills.all()}
    return {
        "id": review.pk,
        "version": review.of_version.number,
        "closed": review.closed_at is not None,
        "new_version": review.new_version.number if review.new_version else None,
        "adherence": review.adherence,
        "knowledge_version": review.knowledge_version,
        "proposals": [_proposal(assessment, row, planned.get(row.drill), sessions) for row in review.proposals.all()],
    }


def _proposal(
    assessment: Assessment, row: models.Proposal, planned: models.PlanDrill | None, sessions: list[dict[str, Any]]
) -> dict[str, Any]:
    rule = assessment.library.rules[row.rule]
    drill_sessions = [
        {
            "date": s["date"], "kind": d["kind"], "before": s["before"], "during": d["during"], "after": s["after"],
            "morning": s["morning"], "symptom": d["symptom"], "felt": d["felt"], "why": d["why"],
            "done_pct": d["done_pct"],
        }
        for s in reversed(sessions) for d in s["drills"] if d["drill"] == row.drill
    ]  # fmt: skip
    return {
        "id": row.pk, "about": row.about, "drill": row.drill, "side": row.side,
        "title": title_of(assessment, row.drill) if row.drill else rule.name,
        "response": row.response, "rule": row.rule, "rule_name": rule.name, "rule_text": rule.text,
        "threshold": rule.threshold, "action": row.action, "detail": row.detail,
        "to": row.to, "to_words": _target_words(assessment, row.to, row),
        "present": None if planned is None else {
            "drill": planned.drill, "method": planned.method, "step": planned.step,
            "words": planned.prescription["sides"][0]["words"],
        },
        "opens": row.facts.get("opens"), "missing": row.facts.get("missing", []),
        "decision": row.decision, "reason": row.decision_reason, "changed_to": row.changed_to,
        "changed_words": _target_words(assessment, row.changed_to, row),
        "decided_by": row.decided_by.name if row.decided_by else None,
        "sessions": drill_sessions[-6:],
        "choices": [] if planned is None else _choices(assessment, planned),
    }  # fmt: skip


def _target_words(assessment: Assessment, to: dict[str, Any] | None, row: models.Proposal) -> str:
    """Where a proposal leads, in words: the dose, and the drill where it is another."""
    if not to:
        return ""
    side = row.side
    drill = assessment.library.drills[to["drill"]]
    dose = ladder_for(assessment.matcher, drill, to["method"], drill.sides_done(side)).at(to["step"])  # type: ignore[arg-type]
    words = dose_words(dose, to["method"])
    return words if drill.id == row.drill else f"{title_of(assessment, drill.id)}: {words}"


def _choices(assessment: Assessment, planned: models.PlanDrill) -> list[dict[str, Any]]:
    """Every dose step of the planned drill in words, for a change by hand."""
    drill = assessment.library.drills[planned.drill]
    sides = drill.sides_done(planned.side)  # type: ignore[arg-type]
    ladder = ladder_for(assessment.matcher, drill, planned.method, sides)
    return [
        {
            "drill": drill.id,
            "method": planned.method,
            "step": step,
            "words": dose_words(ladder.at(step), planned.method),
        }
        for step in range(-1, ladder.top + 1)
    ]
