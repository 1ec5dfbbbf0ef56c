"""What a computed case prints: every result as plain data, reasons with their sentence."""

from __future__ import annotations

from typing import Any

from easepath.core.adjust import DrillReview, PlanProposal, review
from easepath.core.case import CaseFile
from easepath.core.errors import CaseError
from easepath.core.knowledge.library import Library
from easepath.core.match import Matcher
from easepath.core.measure import Row
from easepath.core.screening import ScreenResult, screen

NOT_COMPUTED = frozenset({"compose"})


def compute_case(library: Library, case: CaseFile) -> dict[str, Any]:
    """Compute what the case asks for; raises CaseError for what is not computed yet."""
    unmet = NOT_COMPUTED & set(case.ask)
    if unmet:
        raise CaseError("ask", f"{', '.join(sorted(unmet))} is not computed in this version")
    result = screen(library, case.situation)
    matcher = Matcher(result)
    out: dict[str, Any] = {}
    if "screen" in case.ask:
        out["screen"] = screen_data(result)
    if "measure" in case.ask:
        out["measure"] = [row_data(row) for row in result.measured.rows.values()]
        out["patterns"] = [{"id": p.id, "result": p.result, "missing": list(p.missing)} for p in result.patterns]
    if {"measure", "match"} & set(case.ask):
        out["needs"] = {need.id: need.weight for need in matcher.needs.affected.values()}
        out["needs_set"] = {
            need.id: {**need.set_by_hand.model_dump(), "computed": need.computed}
            for need in matcher.needs.affected.values()
            if need.set_by_hand is not None
        }
    if "match" in case.ask:
        out["match"] = match_data(matcher)
    if "adjust" in case.ask:
        found = review(matcher)
        out["adjust"] = {
            "drills": [drill_review_data(library, drill) for drill in found.drills],
            "plan": [plan_data(library, proposal) for proposal in found.plan],
        }
    return out


def screen_data(result: ScreenResult) -> dict[str, Any]:
    """Outcome, flags, what is unanswered, irritability and every verdict."""
    library = result.library
    return {
        "outcome": result.outcome,
        "flags": [{"id": flag.id, "action": flag.action, "blocks": flag.blocks} for flag in result.flags.raised],
        "unanswered": list(result.flags.unanswered),
        "irritability": result.irritability.level,
        "drills": {
            drill: {
                side: {
                    "verdict": v.verdict.word, "method": v.method, "place": v.place, "feasible": v.feasible,
                    "reasons": [r.as_data(library) for r in v.reasons],
                }
                for side, v in by_side.items()
            }
            for drill, by_side in result.drills.items()
        },
        "measures": {
            measure: {
                side: {"verdict": v.verdict.word, "reasons": [r.as_data(library) for r in v.reasons]}
                for side, v in by_side.items()
            }
            for measure, by_side in result.measures.items()
        },
    }  # fmt: skip


def row_data(row: Row) -> dict[str, Any]:
    """One measured row as plain data."""
    return {
        "measure": row.measure, "side": row.side, "value": row.value, "mdc": row.mdc, "reference": row.reference,
        "reference_from": row.reference_from, "deficit": row.deficit, "grade": row.grade,
        "side_difference": row.side_difference, "change": row.change, "change_from_first": row.change_from_first,
    }  # fmt: skip


def match_data(matcher: Matcher) -> dict[str, Any]:
    """The ranking with its parts, and what was left out with its reason."""
    library = matcher.screen.library
    return {
        "ranked": [
            {
                "drill": c.drill.id, "side": c.side, "score": c.score, "fit": c.fit, "relief": c.relief,
                "risk": c.risk, "burden": c.burden, "verdict": c.verdict.verdict.word,
            }
            for c in matcher.result.ranked
        ],
        "left_out": [
            {"drill": o.drill.id, "side": o.side, "rule": o.reason.rule, "reason": o.reason.text(library)}
            for o in matcher.result.left_out
        ],
    }  # fmt: skip


def drill_review_data(library: Library, found: DrillReview) -> dict[str, Any]:
    """One drill's proposal as plain data."""
    to = found.decision.to
    return {
        "drill": found.drill.id,
        "side": found.planned.side or "both",
        "class": found.kind,
        "rule": found.decision.rule,
        "action": found.decision.action,
        "to": None if to is None else {"drill": to.drill, "method": to.method, "step": to.step},
        "detail": found.decision.reason.text(library),
    }


def plan_data(library: Library, proposal: PlanProposal) -> dict[str, Any]:
    """One proposal about the plan as plain data; a gate with what is missing."""
    data: dict[str, Any] = {"rule": proposal.rule, "detail": proposal.reason.text(library)}
    if proposal.gate is not None:
        data |= {
            "stage": proposal.gate.stage,
            "opens": proposal.gate.opens,
            "missing": [reason.text(library) for reason in proposal.gate.missing],
        }
    return data
