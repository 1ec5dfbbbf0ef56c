"""What the single steps show: questions, ranking, versions and sessions, proposals."""

from __future__ import annotations

from typing import Any

from easepath.clinic import clock, models
from easepath.clinic.facts import Assessment, assess
from easepath.clinic.facts.home import effective_sessions, latest_morning
from easepath.clinic.selectors.caseload import response_line
from easepath.core.adjust.view import Context
from easepath.core.compose.prescription import ladder_for, trained_sides
from easepath.core.dose.words import dose_words
from easepath.core.knowledge.models import RedFlag
from easepath.core.match import allowed_methods
from easepath.core.reasons import Reason
from easepath.core.vocabulary import SIDES, Verdict

ACTION_ORDER = ("emergency", "same-day", "within-days", "discuss")


def screening_view(visit: models.Visit) -> dict[str, Any]:
    """The questions of this client's regions, gravest first, with their answers, factors, and the live effect."""
    assessment = assess(visit.complaint, clock.today_of(visit.complaint))
    screen, library = assessment.screen, assessment.library
    answers = {a.word: a for a in visit.complaint.answers.all()}
    shown = [*(entry.flag for entry in screen.flags.asked), *screen.flags.ruled_out]
    shown.sort(key=lambda flag: ACTION_ORDER.index(flag.action))
    raised = {flag.id: flag for flag in screen.flags.raised}
    cleared = {c.flag: c for c in visit.complaint.clearances.all()}
    return {
        "groups": [_group(assessment, flag, answers, raised.get(flag.id)) for flag in shown],
        "answers": {word: answer.value for word, answer in answers.items()},
        "profile_questions": [
            _question(word, library.answers[word].text if word in library.answers else word, answers)
            for word in (*(screen.profile.ask_first if screen.profile else ()), *_falls(assessment))
            if word not in library.measures
        ],
        "unanswered": list(screen.flags.unanswered),
        "raised": [
            {
                "id": flag.id, "action": flag.action, "blocks": flag.blocks, "why": flag.reason.text(library),
                "note": library.red_flags[flag.id].note or "", "positive": list(flag.reason.facts.get("positive", [])),
            }
            for flag in screen.flags.raised
        ],
        "cleared": [
            {
                "flag": c.flag, "doctor": c.doctor, "date": str(c.date), "reason": c.reason,
                "recorded_by": c.recorded_by.name,
            }
            for c in cleared.values()
        ],
        "factors": [
            {
                "factor": row.factor, "name": library.factors[row.factor].name, "side": row.side,
                "since": None if row.since is None else str(row.since), "to_confirm": row.to_confirm,
                "note": library.factors[row.factor].note or "",
            }
            for row in visit.complaint.client.factors.all() if row.withdrawn_at is None
        ],
        "assumed": [
            {"factor": f.id, "name": library.factors[f.id].name, "side": f.side or "both"}
            for f in screen.factors if f.assumed
        ],
        "ask_factors": list(screen.profile.ask_factors if screen.profile else ()),
        "effects": effect_groups(assessment),
    }  # fmt: skip


def _falls(assessment: Assessment) -> tuple[str, ...]:
    situation = assessment.screen.situation
    asked = (situation.client.age or 0) >= 75 or "no-floor" in assessment.screen.factor_ids
    return ("falls-risk",) if asked else ()


def _group(assessment: Assessment, flag: RedFlag, answers: dict[str, models.Answer], raised: Any) -> dict[str, Any]:
    library = assessment.library
    context = None
    if flag.only_if is not None:
        context = _question(flag.only_if, library.answers[flag.only_if].text, answers)
    shown = flag.only_if is None or (context is not None and context["value"] is True)
    words = dict.fromkeys((*flag.items, *flag.all_of)) if shown else {}
    return {
        "id": flag.id,
        "action": flag.action,
        "private": flag.private,
        "raised": raised is not None,
        "context": context,
        "questions": [_question(word, library.flag_items[word], answers) for word in words],
    }


def _question(word: str, text: str, answers: dict[str, models.Answer]) -> dict[str, Any]:
    answer = answers.get(word)
    return {
        "word": word,
        "text": text[:1].upper() + text[1:],
        "value": None if answer is None else answer.value,
        "to_confirm": answer is not None and answer.to_confirm,
    }


def effect_groups(assessment: Assessment) -> list[dict[str, Any]]:
    """What the screen does to the library, grouped by the reason that does it: how many, and which."""
    affected = assessment.screen.situation.complaint.affected
    groups: dict[tuple[str, int], dict[str, str]] = {}
    for drill_id, by_side in assessment.screen.drills.items():
        for side, verdict in by_side.items():
            if side != "both" and side not in affected:
                continue
            for reason in verdict.reasons:
                if reason.verdict > Verdict.CLEAR and reason.rule not in ("other-method",):
                    name = assessment.library.drills[drill_id].name
                    groups.setdefault((_short(assessment, reason), reason.verdict), {})[drill_id] = name
    ordered = sorted(groups.items(), key=lambda item: (-item[0][1], -len(item[1]), item[0][0]))
    return [
        {"verdict": Verdict(grade).word, "why": why, "count": len(names), "drills": sorted(names.values())}
        for (why, grade), names in ordered
    ]


def _short(assessment: Assessment, reason: Reason) -> str:
    """The reason in words that many drills share."""
    if reason.rule == "range-measure-first":
        return f"{reason.facts['movement']} {reason.facts['side']} is not measured: measure first"
    return reason.text(assessment.library)


def match_view(visit: models.Visit) -> dict[str, Any]:
    """The ranking with its four parts, the needs, and everything left out with its reason."""
    assessment = assess(visit.complaint, clock.today_of(visit.complaint))
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
            "drill": o.drill.id, "title": _title(assessment, o.drill.id), "side": o.side, "rule": o.reason.rule,
            "reason": o.reason.text(library), "verdict": o.verdict.verdict.word,
            "reasons": [r.as_data(library) for r in o.verdict.reasons],
            "relevant": bool(relevant & set(o.drill.needs)),
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
            {"drill": row.drill, "side": row.side, "method": row.method, "step": row.step}
            for row in visit.draft_drills.all()
        ],
        "stage": matcher.stage.stage if matcher.stage else None,
        "stages": [
            {"stage": stage.stage, "name": stage.name, "passes": stage.pass_}
            for stage in (profile.gates if profile else ())
        ],
        "stage_fixed": visit.complaint.versions.exists(),
        "issues_program": assessment.screen.issues_program,
    }  # fmt: skip


def _title(assessment: Assessment, drill: str) -> str:
    wording = assessment.library.wording.get(drill)
    return wording.title if wording else assessment.library.drills[drill].name


def _candidate(assessment: Assessment, candidate: Any) -> dict[str, Any]:
    library, matcher = assessment.library, assessment.matcher
    drill = candidate.drill
    sides = SIDES if drill.sides == "both" else trained_sides(matcher, drill)
    verdict = candidate.verdict
    return {
        "drill": drill.id, "title": _title(assessment, drill.id), "name": drill.name, "phase": drill.phase,
        "side": candidate.side, "tick_side": "both" if drill.sides == "both" or len(sides) > 1 else sides[0],
        "score": candidate.score, "fit": round(candidate.fit, 4), "relief": round(candidate.relief, 2),
        "risk": candidate.risk, "burden": round(candidate.burden, 4),
        "verdict": verdict.verdict.word, "place": verdict.place, "method": verdict.method,
        "reasons": [r.as_data(library) for r in verdict.reasons if r.verdict > Verdict.CLEAR],
        "needs": sorted(drill.needs, key=lambda need: -matcher.weigh(drill, need)),
        "methods": [
            {"id": m, "name": library.methods[m].name} for m in allowed_methods(matcher, drill, sides)
        ],
        "ladder": None if drill.ladder is None else f"{drill.ladder[0].replace('-', ' ')}, rung {drill.ladder[1]}",
    }  # fmt: skip


def home_view(visit: models.Visit) -> dict[str, Any]:
    """Versions, living links, and the sessions with their response."""
    complaint = visit.complaint
    assessment = assess(complaint, clock.today_of(complaint))
    return {
        "versions": [version_line(v) for v in complaint.versions.all()],
        "links_alive": complaint.links.filter(revoked_at=None).count(),
        "sessions": session_lines(assessment, complaint),
        "ripples": response_line(assessment, complaint, most=14),
    }


def version_line(version: models.PlanVersion) -> dict[str, Any]:
    """One version in a line: when, by whom, what changed."""
    return {
        "id": version.pk, "number": version.number, "date": str(version.start), "by": version.handed_over_by.name,
        "stage": version.stage, "drills": version.drills.count(), "seconds": version.seconds,
        "difference": version.difference, "knowledge_version": version.knowledge_version,
    }  # fmt: skip


def session_lines(assessment: Assessment, complaint: models.Complaint) -> list[dict[str, Any]]:
    """Every session with its drills, the class of each and why; the newest first."""
    context = Context(assessment.matcher)
    entries = {(e.date, e.drill): e for e in assessment.screen.situation.log_by_date}
    lines = []
    for session in reversed(effective_sessions(complaint)):
        morning = latest_morning(session)
        drills = []
        for row in session.drills.all():
            response = context.response(entries[session.date, row.drill])
            drills.append({
                "drill": row.drill, "title": _title(assessment, row.drill), "side": row.side, "done_pct": row.done_pct,
                "during": row.during, "symptom": row.symptom, "felt": row.felt, "kind": response.kind,
                "why": response.reason.text(assessment.library),
            })  # fmt: skip
        lines.append({
            "id": str(session.pk), "date": str(session.date), "version": session.version.number,
            "before": session.before, "after": session.after, "morning": None if morning is None else morning.pain,
            "unusual": "none" if morning is None else morning.unusual, "drills": drills, "note": session.note,
        })  # fmt: skip
    return lines


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
        "title": _title(assessment, row.drill) if row.drill else rule.name,
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
    return words if drill.id == row.drill else f"{_title(assessment, drill.id)}: {words}"


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
