"""What Adjust shows: proposals with their rule, their sessions, and what each would become."""

from __future__ import annotations

from typing import Any

from easepath.clinic import models
from easepath.clinic.errors import NotFoundError
from easepath.clinic.facts.proposals import ProposalToday, decisions_of, proposals_of
from easepath.clinic.facts.situation import dose_facts
from easepath.clinic.repository import Record
from easepath.clinic.selectors.sessions import session_lines
from easepath.clinic.selectors.titles import title_of
from easepath.core.assessment import Assessment
from easepath.core.compose.weekly import ladder_for
from easepath.core.dose.words import dose_words


def review_view(record: Record) -> dict[str, Any]:
    """Today's proposals with the sessions behind each, what each would become, and what was decided so far."""
    version = record.version
    if version is None:
        raise NotFoundError("there is no plan to review yet")
    assessment = record.assessment
    sessions = session_lines(record)
    planned = {row.drill: row for row in version.drills.all()}
    decided = decisions_of(record.visit, version)
    return {
        "version": version.number,
        "first_name": record.complaint.client.first_name,
        "adherence": assessment.review.adherence,
        "knowledge_version": assessment.library.version,
        "proposals": [
            _proposal(assessment, one, planned.get(one.drill), sessions, decided.get(one.key))
            for one in proposals_of(assessment)
        ],
    }


def _proposal(
    assessment: Assessment,
    one: ProposalToday,
    planned: models.PlanDrill | None,
    sessions: list[dict[str, Any]],
    row: models.Proposal | None,
) -> dict[str, Any]:
    rule = assessment.library.rules[one.rule]
    drill_sessions = [
        {
            "id": s["id"], "date": s["date"], "kind": d["kind"], "before": s["before"], "during": d["during"],
            "after": s["after"], "morning": s["morning"], "symptom": d["symptom"], "felt": d["felt"], "why": d["why"],
            "done_pct": d["done_pct"],
        }
        for s in reversed(sessions) if s["left_out"] is None for d in s["drills"] if d["drill"] == one.drill
    ]  # fmt: skip
    decision = None if row is None or one.waits(row) else row
    changed_to = decision.changed_to if decision else None
    return {
        "key": one.key, "about": one.about, "drill": one.drill, "side": one.side,
        "title": title_of(assessment, one.drill) if one.drill else rule.name,
        "response": one.response, "rule": one.rule, "rule_name": rule.name, "rule_text": rule.text,
        "threshold": rule.threshold, "action": one.action, "detail": one.detail, "differs": one.differs,
        "source": one.source,
        "waits": one.waits(row),
        "to": one.to, "to_words": _target_words(assessment, one.to, one),
        "present": None if planned is None else {
            "drill": planned.drill, "method": planned.method, "step": planned.step,
            "words": planned.prescription["sides"][0]["words"],
        },
        "opens": one.facts.get("opens"), "missing": one.facts.get("missing", []),
        "decision": decision.decision if decision else "open",
        "reason": decision.decision_reason if decision else "", "changed_to": changed_to,
        "changed_words": _target_words(assessment, changed_to, one),
        "decided_by": decision.decided_by.name if decision and decision.decided_by else None,
        "sessions": drill_sessions[-6:],
        "choices": [] if planned is None else _choices(assessment, planned),
    }  # fmt: skip


def _target_words(assessment: Assessment, to: dict[str, Any] | None, one: ProposalToday) -> str:
    """Where a proposal leads, in words: the dose, and the drill where it is another."""
    if not to:
        return ""
    side = one.side
    drill = assessment.library.drills[to["drill"]]
    if to.get("dose"):
        dose = dose_facts(to["dose"])
    else:
        dose = ladder_for(assessment.matcher, drill, to["method"], drill.sides_done(side)).at(to["step"])  # type: ignore[arg-type]
    words = dose_words(dose, to["method"])
    return words if drill.id == one.drill else f"{title_of(assessment, drill.id)}: {words}"


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
