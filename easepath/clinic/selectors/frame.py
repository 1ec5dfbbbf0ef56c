"""The frame of a visit: the path with its gates in words, and the sheet in progress."""

from __future__ import annotations

from typing import Any

from easepath.clinic import models
from easepath.clinic.facts.draft import draft_drills
from easepath.clinic.facts.proposals import ProposalToday, decisions_of, undecided
from easepath.clinic.repository import Record
from easepath.clinic.selectors.bare_frame import bare_frame, last_time, path_step
from easepath.core.adjust.attention import attention
from easepath.core.assessment import Assessment
from easepath.core.compose import Session, assemble
from easepath.core.compose.coverage import coverage_of
from easepath.core.compose.sheet import sheet_entry, timeline
from easepath.core.dose.words import dose_words
from easepath.core.errors import CaseError
from easepath.core.measure.bench import bench
from easepath.core.vocabulary import Verdict
from easepath.figure.album import album_of

OUTCOME_WORDS = {
    "clear": "clear", "careful": "careful", "incomplete": "not complete", "hold": "held", "refer": "to a doctor today",
    "emergency": "emergency",
}  # fmt: skip


def frame(record: Record) -> dict[str, Any]:
    """Everything around a step: who, the path, the draft sheet, what is in force; what cannot be read is said."""
    visit, complaint, version = record.visit, record.complaint, record.version
    try:
        assessment = record.assessment
    except CaseError as fault:
        return bare_frame(record, str(fault))
    session = assemble(assessment.matcher, draft_drills(record), keep_order=visit.arranged)
    screen = assessment.screen
    refused, changed = _counts(assessment)
    return {
        "visit": visit.pk,
        "fault": None,
        "number": visit.number,
        "closed": visit.closed_at is not None,
        "complaint": complaint.pk,
        "last_time": last_time(visit),
        "cautions": _cautions(assessment, session),
        "client": {
            "first_name": complaint.client.first_name,
            "name": str(complaint.client),
            "age": screen.situation.client.years,
            "trade": complaint.client.trade,
        },
        "condition": screen.profile.name if screen.profile else None,
        "condition_id": screen.profile.id if screen.profile else None,
        "side": complaint.side,
        "since": None if complaint.since is None else str(complaint.since),
        "today": str(record.today),
        "outcome": screen.outcome,
        "outcome_words": OUTCOME_WORDS[screen.outcome],
        "issues_program": screen.issues_program,
        "irritability": screen.irritability.level,
        "irritability_reasons": [r.text(assessment.library) for r in screen.irritability.reasons],
        "refused": refused,
        "changed": changed,
        "knowledge_version": assessment.library.version,
        "revisions": {step.step: step.revision for step in record.steps},
        "path": _path(record, assessment, session),
        "sheet": draft_sheet(assessment, session, version),
    }


def open_words(record: Record) -> list[str]:
    """What waits on the path, in words, as it is kept when a visit is closed."""
    return [
        f"{step['name']}: {step['words']}" for step in frame(record)["path"] if step["state"] in ("waiting", "stopped")
    ]


def _counts(assessment: Assessment) -> tuple[int, int]:
    """How many drills are refused, and changed for safety, on an affected side; another method alone is no change."""
    affected = assessment.screen.situation.complaint.affected
    worst = [
        max(
            (r.verdict for s, v in by_side.items() if s == "both" or s in affected
             for r in v.reasons if r.rule != "other-method"),
            default=Verdict.CLEAR,
        )
        for by_side in assessment.screen.drills.values()
    ]  # fmt: skip
    return worst.count(Verdict.EXCLUDE), worst.count(Verdict.MODIFY)


def draft_sheet(assessment: Assessment, session: Session, version: models.PlanVersion | None) -> dict[str, Any]:
    """The home sheet as it stands: drills in order, minutes, refusals, what to have ready."""
    library, album = assessment.library, album_of(assessment.library)
    profile = assessment.screen.profile
    return {
        "version": version.number + 1 if version else 1,
        "drills": [
            {
                "drill": item.drill.id, "side": item.sides[0].side if len(item.sides) == 1 else "both",
                "method": item.method, "step": item.step, "place": item.place,
                "picture": album.name(item.drill.id),
                **sheet_entry(assessment.matcher, item, album.words),
            }
            for item in session.drills
        ],
        "seconds": session.time.total,
        "seconds_moving": session.time.position_changes,
        "seconds_rising": session.time.rising,
        "minutes_available": assessment.screen.situation.client.minutes,
        "over_minutes": session.over_minutes,
        "refused": [
            {"drill": p.drill, "title": library.drills[p.drill].name, "reason": reason.text(library)}
            for p, reason in session.refused
        ],
        "unchanged": version is not None and _same_drills(session, version),
        "timeline": timeline(session, floor_care=assessment.screen.rules.floor_care),
        "have_ready": list(session.have_ready),
        "leave_out": list(profile.avoid if profile else ()),
    }  # fmt: skip


def _cautions(assessment: Assessment, session: Session) -> list[str]:
    """Cautions in force for the sheet as it stands, each once; ranges still to be measured in one line."""
    reasons = [r for item in session.drills for r in item.reasons if r.verdict is Verdict.CAUTION]
    unmeasured = dict.fromkeys(str(r.facts["movement"]) for r in reasons if r.rule == "range-measure-first")
    words = dict.fromkeys(r.text(assessment.library) for r in reasons if r.rule != "range-measure-first")
    return [*words, *([f"not measured yet: {', '.join(unmeasured)}"] if unmeasured else [])]


def _same_drills(session: Session, version: models.PlanVersion) -> bool:
    """Whether the draft is what the running version already says."""
    draft = [
        (i.drill.id, i.method, i.place, [(s.side, dose_words(s.dose, i.method)) for s in i.sides])
        for i in session.drills
    ]
    running = [
        (row.drill, row.method, row.place, [(s["side"], s["words"]) for s in row.prescription["sides"]])
        for row in version.drills.all()
    ]
    return not session.refused and draft == running


def _path(record: Record, assessment: Assessment, session: Session) -> list[dict[str, Any]]:
    """Every step in order: open, waiting or not begun, and its state in words."""
    version = record.version
    missing = _story_missing(assessment)
    unanswered = len(assessment.screen.flags.unanswered)
    to_confirm = _to_confirm(record)
    need = attention(assessment)
    flags = [flag for flag in assessment.screen.flags.raised if flag.blocks]
    if flags:
        screen_words, screen_state = f"{OUTCOME_WORDS[assessment.screen.outcome]}", "stopped"
    elif unanswered:
        screen_words, screen_state = f"{unanswered} to answer", "waiting"
    elif to_confirm:
        screen_words, screen_state = f"{to_confirm} to confirm", "waiting"
    else:
        screen_words, screen_state = f"{OUTCOME_WORDS[assessment.screen.outcome]}, all answered", "open"
    ranked = len(assessment.matcher.result.ranked)
    ticked = len(session.drills) + len(session.refused)
    waiting = undecided(assessment, decisions_of(record.visit, version)) if version else []
    return [
        path_step("story", "Story", "waiting" if missing else "open", f"{missing} unknown" if missing else "complete"),
        path_step("screening", "Screen", screen_state, screen_words),
        path_step("measure", "Measure", *_measured(assessment)),
        path_step("match", "Match", "open" if ticked else "idle", f"{ticked} kept of {ranked}"),
        path_step("compose", "Compose", *_composed(assessment, session)),
        path_step("tryout", "Try", *_tried(record)),
        path_step(
            "home", "Home", "open" if version else "idle", f"version {version.number}" if version else "nothing yet"
        ),
        path_step("respond", "Respond", *_responded(assessment)),
        path_step("adjust", "Adjust", *_adjusted(version, waiting, need.what)),
    ]


def _to_confirm(record: Record) -> int:
    """How many answers, factors and limits wait for a clinician, as entered or as asked to be withdrawn."""
    answers = sum(1 for answer in record.answers if answer.to_confirm or answer.pending)
    waiting = [row.to_confirm or row.withdraw_asked_at is not None for row in record.factors]
    waiting += [row.to_confirm or row.withdraw_asked_at is not None for row in record.limits]
    return answers + sum(waiting)


def _measured(assessment: Assessment) -> tuple[str, str]:
    """How much of the bench was measured, a refused test not counted; a pattern that waits for a test says so."""
    screen = assessment.screen
    tests = [
        test.measure
        for test in bench(screen)
        if any(v.verdict < Verdict.EXCLUDE for v in screen.measures[test.measure].values())
    ]
    taken = sum(1 for measure in tests if any(key[0] == measure for key in screen.measured.rows))
    waiting = [pattern for pattern in screen.patterns if pattern.missing and taken]
    if waiting:
        return "waiting", f"{taken} of {len(tests)}, a test would settle it"
    return ("open" if taken else "idle"), f"{taken} of {len(tests)} taken" if tests else "nothing to measure yet"


def _composed(assessment: Assessment, session: Session) -> tuple[str, str]:
    if not session.drills:
        return "idle", "nothing yet"
    open_needs = sum(1 for row in coverage_of(assessment.matcher, session) if row.must and not row.covered)
    minutes = f"{session.time.minutes:.0f} min"
    return ("waiting", f"{minutes}, {open_needs} not covered") if open_needs else ("open", f"{minutes}, all covered")


def _tried(record: Record) -> tuple[str, str]:
    tried = sum(1 for row in record.tryouts if row.visit == record.visit.pk)
    return ("open", f"{tried} tried") if tried else ("idle", "nothing tried")


def _responded(assessment: Assessment) -> tuple[str, str]:
    situation = assessment.screen.situation
    dates = {entry.date for entry in situation.log}
    if not dates:
        return "idle", "no session yet"
    unknown = {entry.date for entry in situation.log if entry.next is None}
    return ("waiting", f"{len(unknown)} mornings to ask") if unknown else ("open", f"{len(dates)} sessions known")


def _adjusted(version: models.PlanVersion | None, waiting: list[ProposalToday], need: str) -> tuple[str, str]:
    """What waits for a decision; an undecided stop sign is said by its name."""
    if version is None:
        return "idle", "no plan yet"
    stops = sum(1 for proposal in waiting if proposal.is_stop)
    if stops:
        return "stopped", f"{stops} stop {'sign' if stops == 1 else 'signs'} to decide"
    return ("waiting", f"{need}, {len(waiting)} to decide") if waiting else ("open", need)


def _story_missing(assessment: Assessment) -> int:
    """How many facts of the story are still unknown that a later step reads."""
    situation = assessment.screen.situation
    complaint, client = situation.complaint, situation.client
    asked = (
        complaint.condition, complaint.side, complaint.days_since, complaint.pain.now, complaint.pain.rest,
        complaint.pain.worst, complaint.pain.usual, complaint.settle_minutes, complaint.wakes, client.age,
        client.minutes, client.days_per_week, client.places or None,
    )  # fmt: skip
    return sum(1 for value in asked if value is None)
