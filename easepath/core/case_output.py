"""What a computed case prints: every result as plain data, reasons with their sentence."""

from __future__ import annotations

from typing import Any

from easepath.core.adjust import Context, DrillReview, PlanProposal, Review, at_home
from easepath.core.adjust.by_hand import by_hand, out_of_order
from easepath.core.assessment import Assessment
from easepath.core.case import CaseFile
from easepath.core.compose import Composed, Prescription, compose, cues_first, stages_of
from easepath.core.knowledge.library import Library
from easepath.core.match import Matcher
from easepath.core.measure import Row
from easepath.core.screening import ScreenResult


def compute_case(library: Library, case: CaseFile) -> dict[str, Any]:
    """Compute what the case asks for."""
    assessment = Assessment(library, case.situation)
    result, matcher = assessment.screen, assessment.matcher
    out: dict[str, Any] = {}
    if notes := _notes(case):
        out["notes"] = notes
    if "screen" in case.ask:
        out["screen"] = screen_data(result)
    if "measure" in case.ask:
        out["measure"] = [row_data(row) for row in result.measured.rows.values()]
        out["patterns"] = [{"id": p.id, "result": p.result, "missing": list(p.missing)} for p in result.patterns]
    if {"measure", "match"} & set(case.ask):
        out["needs"] = {need.id: need.weight for need in matcher.needs.affected.values()}
        out["also_found"] = {need.id: need.weight for need in matcher.needs.also_found.values()}
        out["needs_set"] = {
            need.id: {**need.set_by_hand.model_dump(), "computed": need.computed}
            for need in matcher.needs.affected.values()
            if need.set_by_hand is not None
        }
    if "match" in case.ask:
        out["match"] = match_data(matcher)
    if "compose" in case.ask:
        out["compose"] = compose_data(matcher, compose(matcher))
    if {"adjust", "home"} & set(case.ask):
        out["adjust"] = review_data(library, assessment.review)
    if "home" in case.ask or ("adjust" in case.ask and any(row.order for row in case.situation.plan.drills)):
        out["adjust"]["at_home"] = [row.as_data() for row in at_home(assessment.review)]
    return out


def review_data(library: Library, found: Review) -> dict[str, Any]:
    """Every proposal of a review, and how much of what was due was done."""
    data: dict[str, Any] = {
        "drills": [drill_review_data(library, found.context, drill) for drill in found.drills],
        "adherence": None if found.adherence is None else found.adherence.as_data(),
        "out_of_order": list(out_of_order(found.context)),
        "plan": [plan_data(library, proposal) for proposal in found.plan],
    }
    if found.context.situation.plan.groups:
        data["groups"] = [
            {"drills": list(group.drills), "seconds": seconds} for group, seconds in found.context.group_seconds
        ]
    return data


def _notes(case: CaseFile) -> list[str]:
    """What was read and does not act as a session of the plan, so that no entry is passed over in silence."""
    planned = {row.drill for row in case.situation.plan.drills}
    return [
        f"log.{index}.drill: {entry.drill} is not in the plan; it tells what the client knows and what a gate asks, "
        "and adjusts nothing"
        for index, entry in enumerate(case.situation.log)
        if entry.drill not in planned
    ]


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


def compose_data(matcher: Matcher, composed: Composed) -> dict[str, Any]:
    """A composed session, its minutes and their parts, and what it leaves uncovered."""
    library = matcher.screen.library
    data: dict[str, Any] = {
        "minutes": round(composed.time.minutes, 6),
        "drills": [prescription_data(matcher, item) for item in composed.drills],
        "uncovered": [{"need": row.need, "reason": row.reason.text(library)} for row in composed.uncovered],
    }
    if composed.drills:
        time = composed.time
        data["seconds"] = {"drills": time.drills, "changes": time.position_changes, "rising": time.rising}
    if composed.reason is not None:
        data["reason"] = composed.reason.text(library)
    if composed.minutes_to_cover is not None:
        data["minutes_to_cover"] = composed.minutes_to_cover
    return data


def prescription_data(matcher: Matcher, item: Prescription) -> dict[str, Any]:
    """One composed drill as plain data; `dose` is that of a side without an extra set."""
    data: dict[str, Any] = {
        "drill": item.drill.id, "phase": item.drill.phase, "method": item.method, "place": item.place,
        "step": item.step, "dose": item.dose.model_dump(exclude_none=True),
        "sides": [side.side for side in item.sides], "seconds": item.seconds, "per_day": item.per_day,
        "days_per_week": item.days_per_week, "cues_first": list(cues_first(matcher, item.drill)),
    }  # fmt: skip
    if item.drill.beside:
        data["beside"] = True
    stages = stages_of(matcher.screen.library, item)
    if stages:
        data["stages"] = [{"cue": cue, "seconds": seconds} for cue, seconds in stages]
    return data


def drill_review_data(library: Library, context: Context, found: DrillReview) -> dict[str, Any]:
    """One drill's proposal as plain data."""
    to = found.decision.to
    data: dict[str, Any] = {
        "drill": found.drill.id,
        "side": found.planned.side or "both",
        "class": found.kind,
        "rule": found.decision.rule,
        "action": found.decision.action,
        "to": None if to is None else to.as_data(),
        "detail": found.decision.reason.text(library),
        "adherence": context.own_adherence(found.planned),
        "reason": found.decision.reason.as_data(library),
    }
    words = by_hand(context, found.planned)
    if words:
        data["by_hand"] = list(words)
    if found.decision.missing:
        data["missing"] = [reason.text(library) for reason in found.decision.missing]
    return data


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
