"""What Compose shows: the draft on the tape, exact sessions for several lengths, what is covered and what is not."""

from __future__ import annotations

from easepath.api.schemas.match import DrillGroupIn, TickedDrill
from easepath.api.views.base import Named
from easepath.api.views.choices import ChoicesOut, choices_view
from easepath.api.views.match import ticked_drills
from easepath.clinic.facts.desk import DeskPlan, desk_of
from easepath.clinic.path import session_of
from easepath.clinic.repository import Record
from easepath.clinic.shown import View
from easepath.core.assessment import Assessment
from easepath.core.compose import Composed, Prescription, Session, compose
from easepath.core.compose.coverage import WEEKLY_STRETCH, coverage_of, swaps_for
from easepath.core.compose.play import group_of
from easepath.core.compose.prescription import weekly_stretch_seconds
from easepath.core.compose.session import ORDERS, Order
from easepath.core.compose.sheet import Stretch, timeline
from easepath.core.compose.weekly import ladder_for
from easepath.core.dose.words import dose_words
from easepath.core.match import allowed_methods
from easepath.core.vocabulary import PHASE_WORDS, SIDES, PhaseName, Place, SideWord, Verdict, VerdictWord, one_of
from easepath.figure.album import Wanted, album_of


class OptionDrill(View):
    """One drill of an exact session."""

    drill: str
    title: str
    phase: PhaseName
    place: Place
    seconds: int
    side: SideWord


class UncoveredOut(View):
    """A need left uncovered, and why."""

    need: str
    reason: str


class LengthOption(View):
    """The exact session for so many minutes; one that is not `proved` is the best of the sets that were looked at."""

    minutes: int
    own: bool
    seconds: int
    drills: list[OptionDrill]
    timeline: tuple[Stretch, ...]
    uncovered: list[UncoveredOut]
    reason: str | None
    minutes_to_cover: float | None
    proved: bool


class SideWords(View):
    """What one side does."""

    side: SideWord
    words: str


class StepWords(View):
    """One step of a dose ladder."""

    step: int
    words: str


class SwapOut(View):
    """What could stand in a drill's place."""

    id: str
    name: str
    score: float


class DraftDrillOut(View):
    """One drill of the draft and what may be chosen about it.

    One that is a `rest` returns between others; `rounds` are those of its group.
    """

    drill: str
    title: str
    phase: PhaseName
    phase_word: str
    place: Place
    side: SideWord
    one_sided: bool
    method: str
    step: int
    seconds: int
    words: list[SideWords]
    days_per_week: int
    per_day: int
    verdict: VerdictWord
    needs: list[str]
    steps: list[StepWords]
    methods: list[Named]
    places: list[Place]
    swaps: list[SwapOut]
    rest: bool
    rounds: int | None
    picture: str
    alt: str


class CoverageOut(View):
    """A need, what the draft gives it, and its weekly seconds under stretch."""

    need: str
    weight: float
    share: float
    must: bool
    covered: bool
    drills: list[str]
    stretch_seconds: int | None
    stretch_threshold: int | None


class ComposeOut(View):
    """The Compose step."""

    revision: int
    lengths: list[LengthOption]
    drills: list[DraftDrillOut]
    coverage: list[CoverageOut]
    desk: DeskPlan | None
    order: Order
    groups: list[DrillGroupIn]
    issues_program: bool
    draft: list[TickedDrill]
    stage: int | None
    stage_fixed: bool
    choices: ChoicesOut
    timeline: tuple[Stretch, ...]


LENGTHS = (7, 10, 12, 20)


def compose_view(record: Record) -> ComposeOut:
    """The draft, its choices by hand, and the exact sessions side by side."""
    visit, assessment = record.visit, record.assessment
    session = session_of(record)
    own = assessment.screen.situation.client.minutes
    lengths = sorted({*LENGTHS, *([int(own)] if own else [])})
    return ComposeOut(
        revision=record.revision_of("match"),
        lengths=[_option(assessment, minutes, own) for minutes in lengths],
        drills=[_drill(assessment, item, session) for item in session.drills],
        coverage=_coverage(assessment, session),
        desk=desk_of(assessment, session, record.complaint),
        order=one_of(ORDERS, visit.order),
        groups=[DrillGroupIn(**group) for group in visit.groups],
        issues_program=assessment.screen.issues_program,
        draft=ticked_drills(record),
        stage=assessment.matcher.stage.stage if assessment.matcher.stage else None,
        stage_fixed=record.stage_is_fixed,
        choices=choices_view(record),
        timeline=timeline(session, floor_care=assessment.screen.rules.floor_care),
    )  # fmt: skip


def _option(assessment: Assessment, minutes: int, own: float | None) -> LengthOption:
    """One exact session: its drills as a draft would hold them, its tape, and what it leaves uncovered."""
    found = compose(assessment.matcher, float(minutes))
    library = assessment.library
    return LengthOption(
        minutes=minutes, own=own == minutes, seconds=found.time.total,
        drills=[
            OptionDrill(
                drill=item.drill.id, title=assessment.library.title(item.drill.id), phase=item.drill.phase,
                place=item.place, seconds=item.seconds,
                side=item.sides[0].side if len(item.sides) == 1 else "both",
            )
            for item in found.drills
        ],
        timeline=_tape(assessment, found),
        uncovered=[UncoveredOut(need=row.need, reason=row.reason.text(library)) for row in found.uncovered],
        reason=None if found.reason is None else found.reason.text(library),
        minutes_to_cover=found.minutes_to_cover, proved=found.proved,
    )  # fmt: skip


def _tape(assessment: Assessment, found: Composed) -> tuple[Stretch, ...]:
    session = Session(found.drills, found.time, (), False, ())
    return timeline(session, floor_care=assessment.screen.rules.floor_care)


def _drill(assessment: Assessment, item: Prescription, session: Session) -> DraftDrillOut:
    """One drill of the draft with everything that may be chosen about it."""
    matcher, library, drill = assessment.matcher, assessment.library, item.drill
    side = item.sides[0].side if len(item.sides) == 1 else "both"
    sides = drill.sides_done(side)
    ladder = ladder_for(matcher, drill, item.method, sides)
    others = [one.drill.id for one in session.drills]
    group = group_of(item, session.groups)
    return DraftDrillOut(
        drill=drill.id, title=assessment.library.title(drill.id), phase=drill.phase,
        phase_word=PHASE_WORDS[drill.phase], place=item.place, side=side, one_sided=drill.sides == "each",
        method=item.method, step=item.step, seconds=item.seconds,
        words=[SideWords(side=s.side, words=dose_words(s.dose, item.method)) for s in item.sides],
        days_per_week=item.days_per_week, per_day=item.per_day, verdict=item.verdict.word,
        needs=sorted(drill.needs, key=lambda need: -matcher.weigh(drill, need)),
        steps=[
            StepWords(step=step, words=dose_words(ladder.at(step), item.method)) for step in range(-1, ladder.top + 1)
        ],
        methods=[Named(id=m, name=library.methods[m].name) for m in allowed_methods(matcher, drill, sides)],
        places=[p for p in drill.places if _open_at(assessment, item, p)],
        swaps=[
            SwapOut(id=c.drill.id, name=assessment.library.title(c.drill.id), score=c.score)
            for c in swaps_for(matcher, drill, side, others)
        ],
        rest=item.rest, rounds=group.rounds if group else None,
        picture=album_of(library).name(drill.id),
        alt=album_of(library).alt(Wanted(drill.id, item.sides[0].side, place=item.place)),
    )  # fmt: skip


def _open_at(assessment: Assessment, item: Prescription, place: Place) -> bool:
    if place not in assessment.screen.situation.client.places:
        return False
    sides = SIDES if item.drill.sides == "both" else [s.side for s in item.sides]
    verdicts = [assessment.screen.verdict(item.drill, side).by_mode.get((item.method, place)) for side in sides]
    return all(v is not None and v < Verdict.EXCLUDE for v in verdicts)


def _coverage(assessment: Assessment, session: Session) -> list[CoverageOut]:
    """Each need: its weight, the best share the draft gives it, and seconds under stretch a week."""
    stretch: dict[str, float] = {}
    for item in session.drills:
        for need, seconds in weekly_stretch_seconds(item).items():
            stretch[need] = stretch.get(need, 0) + seconds
    return [
        CoverageOut(
            need=row.need, weight=round(row.weight, 4), share=round(row.share, 4), must=row.must,
            covered=row.covered, drills=[assessment.library.title(drill) for drill in row.drills],
            stretch_seconds=round(stretch[row.need]) if row.need in stretch else None,
            stretch_threshold=WEEKLY_STRETCH if row.need in stretch else None,
        )
        for row in coverage_of(assessment.matcher, session)
    ]  # fmt: skip
