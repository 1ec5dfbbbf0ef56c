"""What Match shows: the ranking with its four parts, the needs, and what is left out."""

from __future__ import annotations

from typing import Any

from easepath.clinic.repository import Record
from easepath.clinic.selectors.choices import choices_view
from easepath.clinic.selectors.titles import title_of
from easepath.core.assessment import Assessment
from easepath.core.compose.prescription import trained_sides
from easepath.core.match import allowed_methods
from easepath.core.screening.overrides import may_be_overridden
from easepath.core.screening.verdicts import DrillVerdict
from easepath.core.vocabulary import SIDES, Verdict
from easepath.figure.album import Wanted, album_of


def match_view(record: Record) -> dict[str, Any]:
    """The ranking with its four parts, the needs, and everything left out with its reason."""
    assessment, visit = record.assessment, record.visit
    matcher, library = assessment.matcher, assessment.library
    profile = assessment.screen.profile
    affected = assessment.screen.situation.complaint.affected
    relevant = {need.id for need in matcher.needs.affected.values()}
    ranked = []
    seen: set[str] = set()
    for candidate in matcher.result.ranked:
        if candidate.drill.id in seen or (candidate.side != "both" and candidate.side not in affected):
            continue
        seen.add(candidate.drill.id)
        ranked.append(_candidate(assessment, candidate))
    left_out = [
        {
            "drill": o.drill.id, "title": title_of(assessment, o.drill.id), "name": o.drill.name, "side": o.side,
            "rule": o.reason.rule,
            "reason": o.reason.text(library), "source": o.reason.source(library), "verdict": o.verdict.verdict.word,
            "reasons": [r.as_data(library) for r in o.verdict.reasons],
            "relevant": bool(relevant & set(o.drill.needs)), "override": _override(o.verdict),
        }
        for o in matcher.result.left_out
        if o.side == "both" or o.side in affected
    ]  # fmt: skip
    return {
        "needs": [
            {
                "id": need.id, "weight": round(need.weight, 4),
                "sources": [{"kind": s.kind, "name": s.name, "weight": s.weight} for s in need.sources],
            }
            for need in matcher.needs.affected.values() if need.weight > 0
        ],
        "ranked": ranked,
        "left_out": left_out,
        "ticked": [
            {"drill": row.drill, "side": row.side, "method": row.method, "step": row.step, "place": row.place}
            for row in record.draft
        ],
        "stage": matcher.stage.stage if matcher.stage else None,
        "stages": [
            {"stage": stage.stage, "name": stage.name, "passes": stage.pass_}
            for stage in (profile.gates if profile else ())
        ],
        "stage_fixed": record.version is not None,
        "arranged": visit.arranged,
        "choices": choices_view(record),
        "issues_program": assessment.screen.issues_program,
    }  # fmt: skip


def _candidate(assessment: Assessment, candidate: Any) -> dict[str, Any]:
    library, matcher = assessment.library, assessment.matcher
    drill = candidate.drill
    sides = SIDES if drill.sides == "both" else trained_sides(matcher, drill)
    verdict = candidate.verdict
    return {
        "drill": drill.id, "title": title_of(assessment, drill.id), "name": drill.name, "phase": drill.phase,
        "side": candidate.side, "tick_side": "both" if drill.sides == "both" or len(sides) > 1 else sides[0],
        "score": candidate.score, "fit": round(candidate.fit, 4), "relief": round(candidate.relief, 2),
        "risk": candidate.risk, "burden": round(candidate.burden, 4),
        "verdict": verdict.verdict.word, "place": verdict.place, "method": verdict.method,
        "reasons": [r.as_data(library) for r in verdict.reasons if r.verdict > Verdict.CLEAR],
        "override": _override(verdict),
        "picture": album_of(library).name(drill.id),
        "alt": album_of(library).alt(Wanted(drill.id, candidate.side, place=verdict.place)),
        "needs": sorted(drill.needs, key=lambda need: -matcher.weigh(drill, need)),
        "methods": [
            {"id": m, "name": library.methods[m].name} for m in allowed_methods(matcher, drill, sides)
        ],
        "ladder": None if drill.ladder is None else f"{drill.ladder[0].replace('-', ' ')}, rung {drill.ladder[1]}",
    }  # fmt: skip


def _override(verdict: DrillVerdict) -> str:
    """Who may override a verdict: a clinician ("open"), a lead, or nobody ("never")."""
    if may_be_overridden(verdict, by_lead=True) is not None:
        return "never"
    return "open" if may_be_overridden(verdict, by_lead=False) is None else "lead"
