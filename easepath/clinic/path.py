"""The path of a visit: every step in order, whether it is open, waits, is stopped or not begun, and that in words."""

from __future__ import annotations

from typing import Literal

from easepath.clinic import models
from easepath.clinic.facts.draft import Draft
from easepath.clinic.facts.proposals import ProposalToday, decisions_of, undecided
from easepath.clinic.repository import Record
from easepath.clinic.shown import View
from easepath.core.adjust.attention import attention
from easepath.core.assessment import Assessment
from easepath.core.compose import Session
from easepath.core.compose.coverage import coverage_of
from easepath.core.errors import CaseError
from easepath.core.measure.bench import bench
from easepath.core.vocabulary import Outcome, Verdict

StepName = Literal["story", "screening", "measure", "plan", "tryout", "home", "respond", "adjust"]
State = Literal["open", "waiting", "stopped", "idle"]
OUTCOME_WORDS: dict[Outcome, str] = {
    "clear": "clear", "careful": "careful", "incomplete": "not complete", "hold": "held", "refer": "to a doctor today",
    "emergency": "emergency",
}  # fmt: skip
STEPS: tuple[tuple[StepName, str], ...] = (
    ("story", "Story"), ("screening", "Screen"), ("measure", "Measure"), ("plan", "Plan"),
    ("tryout", "Try"), ("home", "Home"), ("respond", "Respond"), ("adjust", "Adjust"),
)  # fmt: skip


class PathStep(View):
    """One step of the path and its state in words."""

    step: StepName
    name: str
    state: State
    words: str

    @classmethod
    def of(cls, step: StepName, name: str, state: State, words: str) -> PathStep:
        """A step in the order it is written in."""
        return cls(step=step, name=name, state=state, words=words)


def session_of(record: Record) -> Session:
    """The draft of a visit as a session."""
    return Draft.of(record).session(record.assessment)


def unreadable_path() -> tuple[PathStep, ...]:
    """The path of a visit whose facts cannot be read: it leads to the step that mends it."""
    return tuple(
        PathStep.of(step, name, *(("waiting", "to correct") if step == "story" else ("idle", "cannot be read")))
        for step, name in STEPS
    )


def open_words(record: Record) -> list[str]:
    """What waits on the path, in words, as it is kept when a visit is closed."""
    try:
        steps = path_of(record, session_of(record))
    except CaseError:
        steps = unreadable_path()
    return [f"{step.name}: {step.words}" for step in steps if step.state in ("waiting", "stopped")]


def path_of(record: Record, session: Session) -> tuple[PathStep, ...]:
    """Every step in order: open, waiting or not begun, and its state in words."""
    assessment, version = record.assessment, record.version
    missing = _story_missing(assessment)
    unanswered = len(assessment.screen.flags.unanswered)
    to_confirm = _to_confirm(record)
    need = attention(assessment)
    screen_state: State
    flags = [flag for flag in assessment.screen.flags.raised if flag.blocks]
    if flags:
        screen_state, screen_words = "stopped", OUTCOME_WORDS[assessment.screen.outcome]
    elif unanswered:
        screen_state, screen_words = "waiting", f"{unanswered} to answer"
    elif to_confirm:
        screen_state, screen_words = "waiting", f"{to_confirm} to confirm"
    else:
        screen_state, screen_words = "open", f"{OUTCOME_WORDS[assessment.screen.outcome]}, all answered"
    waiting = undecided(assessment, decisions_of(record.visit, version)) if version else []
    return (
        PathStep.of(
            "story", "Story", "waiting" if missing else "open", f"{missing} unknown" if missing else "complete"
        ),
        PathStep.of("screening", "Screen", screen_state, screen_words),
        PathStep.of("measure", "Measure", *_measured(assessment)),
        PathStep.of("plan", "Plan", *_planned(assessment, session)),
        PathStep.of("tryout", "Try", *_tried(record)),
        PathStep.of(
            "home", "Home", "open" if version else "idle", f"version {version.number}" if version else "nothing yet"
        ),
        PathStep.of("respond", "Respond", *_responded(assessment)),
        PathStep.of("adjust", "Adjust", *_adjusted(version, waiting, need.what)),
    )


def _to_confirm(record: Record) -> int:
    """How many answers, factors and limits wait for a clinician, as entered or as asked to be withdrawn."""
    answers = sum(1 for answer in record.answers if answer.to_confirm or answer.pending)
    waiting = [row.to_confirm or row.withdraw_asked_at is not None for row in record.factors]
    waiting += [row.to_confirm or row.withdraw_asked_at is not None for row in record.limits]
    return answers + sum(waiting)


def _measured(assessment: Assessment) -> tuple[State, str]:
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


def _planned(assessment: Assessment, session: Session) -> tuple[State, str]:
    """How many drills and minutes are on the sheet, and what it must cover and does not."""
    drills = len(session.drills)
    if not drills:
        return "idle", "nothing on the sheet yet"
    open_needs = sum(1 for row in coverage_of(assessment.matcher, session) if row.must and not row.covered)
    words = f"{drills} {'drill' if drills == 1 else 'drills'}, {session.time.minutes:.0f} min"
    return ("waiting", f"{words}, {open_needs} not covered") if open_needs else ("open", words)


def _tried(record: Record) -> tuple[State, str]:
    tried = sum(1 for row in record.tryouts if row.visit == record.visit.pk)
    return ("open", f"{tried} tried") if tried else ("idle", "nothing tried")


def _responded(assessment: Assessment) -> tuple[State, str]:
    situation = assessment.screen.situation
    log = situation.log_by_date
    dates = set(log.dates)
    if not dates:
        return "idle", "no session yet"
    unknown = {session.date for session in log.sessions if session.told.waits}
    return ("waiting", f"{len(unknown)} mornings to ask") if unknown else ("open", f"{len(dates)} sessions known")


def _adjusted(version: models.PlanVersion | None, waiting: list[ProposalToday], need: str) -> tuple[State, str]:
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
