"""The frame of a visit: who, the path with its steps in words, and the sheet in progress."""

from __future__ import annotations

from typing import Literal

from easepath.clinic import models
from easepath.clinic.facts.outcomes import outcomes_due
from easepath.clinic.path import OUTCOME_WORDS, PathStep, path_of, session_of, unreadable_path
from easepath.clinic.repository import Record
from easepath.clinic.selectors.row_reviews import unreviewed
from easepath.clinic.sheet import SheetDrill
from easepath.clinic.shown import View
from easepath.core.assessment import Assessment
from easepath.core.compose import Session
from easepath.core.compose.sheet import Stretch, sheet_entry, side_words, timeline
from easepath.core.errors import CaseError
from easepath.core.facts import Elsewhere
from easepath.core.knowledge import shipped_library
from easepath.core.screening.consequences import drill_verdicts
from easepath.core.story import irritability_open, stage_is_asked
from easepath.core.vocabulary import Outcome, Verdict
from easepath.figure.album import album_of


class ClientOut(View):
    """The client in the head of a visit."""

    id: int
    first_name: str
    name: str
    age: int | None
    trade: str


class RefusedDrill(View):
    """A ticked drill that the rules refuse now."""

    drill: str
    title: str
    reason: str


class DraftSheet(View):
    """The sheet in progress."""

    version: int
    drills: list[SheetDrill]
    seconds: int
    seconds_moving: int
    seconds_rising: int
    minutes_available: float | None
    over_minutes: bool
    refused: list[RefusedDrill]
    unchanged: bool
    timeline: tuple[Stretch, ...]
    have_ready: list[str]
    leave_out: list[str]
    unreviewed: int


class LastTime(View):
    """The visit before, and what it left open."""

    number: int
    date: str
    left_open: list[str]


class Frame(View):
    """Everything around a step; `fault` says what cannot be read, and then nothing is judged."""

    visit: int
    fault: str | None
    number: int
    closed: bool
    complaint: int
    last_time: LastTime | None
    cautions: list[str]
    noted: str
    client: ClientOut
    condition: str | None
    condition_id: str | None
    side: str
    since: str | None
    today: str
    outcome: Outcome
    outcome_words: str
    issues_program: bool
    irritability: str
    irritability_reasons: list[str]
    irritability_open: list[str]
    refused: int
    changed: int
    knowledge_version: str
    revisions: dict[str, int]
    path: tuple[PathStep, ...]
    stage_asked: bool
    whole_asked: Literal["", "never", "due"]
    sheet: DraftSheet


def frame(record: Record) -> Frame:
    """Everything around a step: who, the path, the draft sheet, what is in force; what cannot be read is said."""
    visit, complaint = record.visit, record.complaint
    try:
        assessment = record.assessment
    except CaseError as fault:
        return bare_frame(record, str(fault))
    session = session_of(record)
    screen = assessment.screen
    refused, changed = _counts(assessment)
    return Frame(
        visit=visit.pk,
        fault=None,
        number=visit.number,
        closed=visit.closed_at is not None,
        complaint=complaint.pk,
        last_time=last_time(visit),
        cautions=_cautions(assessment, session),
        noted=complaint.noted,
        client=ClientOut(
            id=complaint.client_id,
            first_name=complaint.client.first_name,
            name=str(complaint.client),
            age=screen.situation.client.years,
            trade=complaint.client.trade,
        ),
        condition=screen.profile.name if screen.profile else None,
        condition_id=screen.profile.id if screen.profile else None,
        side=complaint.side,
        since=None if complaint.since is None else str(complaint.since),
        today=str(record.today),
        outcome=screen.outcome,
        outcome_words=OUTCOME_WORDS[screen.outcome],
        issues_program=screen.issues_program,
        irritability=screen.irritability.level,
        irritability_reasons=[r.text(assessment.library) for r in screen.irritability.reasons],
        irritability_open=[] if screen.irritability.level == "high" else list(irritability_open(assessment.facts)),
        refused=refused,
        changed=changed,
        knowledge_version=assessment.library.version,
        revisions={step.step: step.revision for step in record.steps},
        path=path_of(record, session),
        stage_asked=stage_is_asked(assessment.library, assessment.facts),
        whole_asked=_whole_asked(record),
        sheet=draft_sheet(assessment, session, record),
    )


def _whole_asked(record: Record) -> Literal["", "never", "due"]:
    """Whether what the client says of the whole was never asked, or is due again."""
    due = outcomes_due(record)
    if not record.outcomes:
        return "never" if record.complaint.closed_at is None else ""
    return "due" if due is not None and due <= record.today else ""


def _counts(assessment: Assessment) -> tuple[int, int]:
    """How many drills are refused, and changed for safety, on an affected side; another method alone is no change."""
    worst = list(drill_verdicts(assessment.screen).values())
    return worst.count(Verdict.EXCLUDE), worst.count(Verdict.MODIFY)


def draft_sheet(assessment: Assessment, session: Session, record: Record) -> DraftSheet:
    """The home sheet as it stands: drills in order, minutes, refusals, what to have ready."""
    version, bands = record.version, record.complaint.client.clinic.bands
    library, album = assessment.library, album_of(assessment.library)
    profile = assessment.screen.profile
    return DraftSheet(
        version=version.number + 1 if version else 1,
        drills=[
            SheetDrill(
                drill=item.drill.id, side=item.sides[0].side if len(item.sides) == 1 else "both",
                method=item.method, step=item.step, place=item.place,
                picture=album.name(item.drill.id), rest=item.rest,
                **dict(sheet_entry(assessment.matcher, item, album.words, bands)),
            )
            for item in session.drills
        ],
        seconds=session.time.total,
        seconds_moving=session.time.position_changes,
        seconds_rising=session.time.rising,
        minutes_available=assessment.screen.situation.client.minutes,
        over_minutes=session.over_minutes,
        refused=[
            RefusedDrill(drill=p.drill, title=library.drills[p.drill].name, reason=reason.text(library))
            for p, reason in session.refused
        ],
        unchanged=version is not None and _same_drills(record, session, version),
        timeline=timeline(session, floor_care=assessment.screen.rules.floor_care),
        have_ready=list(session.have_ready),
        leave_out=list(profile.avoid if profile else ()),
        unreviewed=len(unreviewed(record.complaint.client.clinic_id, [item.drill.id for item in session.drills])),
    )  # fmt: skip


def _cautions(assessment: Assessment, session: Session) -> list[str]:
    """Cautions in force for the sheet as it stands, each once; ranges still to be measured in one line."""
    reasons = [r for item in session.drills for r in item.reasons if r.verdict is Verdict.CAUTION]
    unmeasured = dict.fromkeys(str(r.facts["movement"]) for r in reasons if r.rule == "range-measure-first")
    words = dict.fromkeys(r.text(assessment.library) for r in reasons if r.rule != "range-measure-first")
    return [*words, *([f"not measured yet: {', '.join(unmeasured)}"] if unmeasured else [])]


def _same_drills(record: Record, session: Session, version: models.PlanVersion) -> bool:
    """Whether the draft is what the running version already says; an order nobody chose is the one that runs."""
    runs = {(row.drill, row.rest): row.order for row in version.drills.all()}
    bands, elsewhere = record.complaint.client.clinic.bands, record.facts.client.elsewhere
    agreed = {
        (one.drill, one.rest): (one.order or runs.get((one.drill, one.rest)), list(one.names), one.manner, one.there)
        for one in record.draft
    }
    draft = [
        (i.drill.id, i.rest, i.method, i.place, agreed.get((i.drill.id, i.rest)),
         [(s.side, side_words(record.assessment.library, i, s, bands)) for s in i.sides], (i.per_day, i.days_per_week))
        for i in session.drills
    ]  # fmt: skip
    running = [
        (row.drill, row.rest, row.method, row.place, (row.order, row.names, row.manner, row.there),
         [(s["side"], s["words"]) for s in row.prescription["sides"]],
         (row.prescription["per_day"], row.prescription["days_per_week"]))
        for row in version.drills.all()
    ]  # fmt: skip
    groups = [group.model_dump(mode="json") for group in session.groups]
    kept = version.elsewhere and {name: version.elsewhere[name] for name in Elsewhere.model_fields}
    there = elsewhere and elsewhere.model_dump(mode="json")
    return not session.refused and (draft, groups, there) == (running, version.groups, kept)


def bare_frame(record: Record, fault: str) -> Frame:
    """A frame that judges nothing: no program, no counts, only what stands in the rows and why it cannot be read."""
    visit, complaint = record.visit, record.complaint
    return Frame(
        visit=visit.pk, fault=fault, number=visit.number, closed=visit.closed_at is not None,
        complaint=complaint.pk, last_time=last_time(visit), cautions=[], noted=complaint.noted,
        client=ClientOut(
            id=complaint.client_id, first_name=complaint.client.first_name, name=str(complaint.client), age=None,
            trade=complaint.client.trade,
        ),
        condition=None, condition_id=complaint.condition or None, side=complaint.side,
        since=None if complaint.since is None else str(complaint.since),
        today=str(record.today), outcome="incomplete", outcome_words="not readable",
        issues_program=False, irritability="unknown", irritability_reasons=[], irritability_open=[],
        refused=0, changed=0, whole_asked="",
        stage_asked=False,
        knowledge_version=shipped_library().version,
        revisions={step.step: step.revision for step in record.steps},
        path=unreadable_path(),
        sheet=DraftSheet(
            version=1, drills=[], seconds=0, seconds_moving=0, seconds_rising=0,
            minutes_available=complaint.client.minutes, over_minutes=False, refused=[], unchanged=False,
            timeline=(), have_ready=[], leave_out=[], unreviewed=0,
        ),
    )  # fmt: skip


def last_time(visit: models.Visit) -> LastTime | None:
    """The visit before this one: its number, its day, and what it left open."""
    before = visit.complaint.visits.filter(number__lt=visit.number).order_by("-number").first()
    if before is None:
        return None
    return LastTime(number=before.number, date=str(before.opened_at.date()), left_open=before.left_open)
