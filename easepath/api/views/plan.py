"""What Plan shows: the session in sight on the tape, what may be chosen about each drill, and what is covered."""

from __future__ import annotations

from easepath.api.schemas.plan import TICKED_PLACES, DrillGroupIn, StandingOrderIn, TickedDrill
from easepath.api.views.base import Named
from easepath.api.views.choices import ChoicesOut, choices_view
from easepath.api.views.conditions import in_words
from easepath.clinic.facts.desk import DeskPlan, desk_of, hours_of_a_set
from easepath.clinic.facts.draft import Draft, Ticked, made_minutes, stored
from easepath.clinic.repository import Record
from easepath.clinic.shown import View
from easepath.core.assessment import Assessment
from easepath.core.compose import Prescription, Session
from easepath.core.compose.client_words import modifying
from easepath.core.compose.coverage import WEEKLY_STRETCH, coverage_of, swaps_for
from easepath.core.compose.play import group_of
from easepath.core.compose.prescription import weekly_stretch_seconds
from easepath.core.compose.session import Order
from easepath.core.compose.sheet import Stretch, side_words, timeline
from easepath.core.compose.weekly import ladder_for, most_days_per_week, most_times_per_day
from easepath.core.dose.bounds import dose_bounds, tempos
from easepath.core.dose.time import rest_after_set
from easepath.core.dose.until_eases import until_eases
from easepath.core.dose.words import EFFORTS, dose_words
from easepath.core.facts import Manner, OwnDose, There
from easepath.core.match import allowed_methods
from easepath.core.match.stiffer import stiffer_side
from easepath.core.match.why import why_here
from easepath.core.measure.patterns import hangs_on
from easepath.core.story import stage_is_asked
from easepath.core.vocabulary import (
    PHASE_WORDS,
    SIDES,
    NeedSource,
    PhaseName,
    Place,
    SideName,
    SideWord,
    Verdict,
    VerdictWord,
    need_words,
    one_of,
    side_word,
)
from easepath.figure.album import Wanted, album_of


class SideWords(View):
    """What one side does."""

    side: SideWord
    words: str


class StepWords(View):
    """One step of a dose ladder."""

    step: int
    words: str


class DosePart(View):
    """One part of a dose in its unit: what it is now, and between which figures it may be set by hand."""

    part: str
    value: int | None
    least: int
    most: int


class TempoOut(View):
    """A tempo in seconds up, held and down, in words, and whether it is the one in force."""

    seconds: list[int]
    words: str
    now: bool


class PlanDrillOut(View):
    """One drill of the session and what may be chosen about it.

    One that is a `rest` returns between others; `rounds` are those of its group. `why` is one sentence, `changed` what
    is done otherwise for this client. A dose that is `own` was set by hand; `most_days` and `most_per_day`
    bound how often by hand, `rest_s` are the seconds between two sets, `effort_cap`
    is the cap of the condition and the factors, `eases` says how long a hold may last until it lets go.
    """

    drill: str
    title: str
    name: str
    phase: PhaseName
    phase_word: str
    place: Place
    side: SideWord
    one_sided: bool
    method: str
    step: int
    own: bool
    parts: list[DosePart]
    tempos: list[TempoOut]
    seconds: int
    words: list[SideWords]
    days_per_week: int
    per_day: int
    most_days: int
    most_per_day: int
    rest_s: int | None
    stiffer: SideName | None
    effort_cap: int | None
    eases: str
    verdict: VerdictWord
    why: str
    changed: list[str]
    steps: list[StepWords]
    methods: list[Named]
    places: list[Place]
    swaps: list[Named]
    rest: bool
    rounds: int | None
    picture: str
    alt: str


class EffortOut(View):
    """An effort in percent, and how a person is told it."""

    percent: int
    words: str


class RefusedOut(View):
    """A drill of the draft that the rules refuse now."""

    drill: str
    title: str
    reason: str


class CoverageOut(View):
    """A need in words, what the draft gives it, and its weekly seconds under stretch."""

    need: str
    words: str
    weight: float
    share: float
    must: bool
    covered: bool
    drills: list[str]
    stretch_seconds: int | None
    stretch_threshold: int | None


class SourceOut(View):
    """What asks for a need."""

    kind: NeedSource
    name: str
    weight: float


class NeedOut(View):
    """A need and its weight."""

    id: str
    weight: float
    sources: list[SourceOut]
    beside: bool


class StageOut(View):
    """A stage and what its gate asks."""

    stage: int
    name: str
    passes: str


class PlanOut(View):
    """The Plan step. A session that was `made` is the rules' for `made_for` minutes: nobody has touched it yet.

    `elsewhere` is what the second set of places is called; empty without one.
    """

    revision: int
    made: bool
    made_for: float
    minutes: int | None
    draft: list[TickedDrill]
    order: Order
    groups: list[DrillGroupIn]
    drills: list[PlanDrillOut]
    refused: list[RefusedOut]
    seconds: int
    seconds_between: int
    over_minutes: bool
    timeline: tuple[Stretch, ...]
    needs: list[NeedOut]
    coverage: list[CoverageOut]
    tests_first: list[str]
    desk: DeskPlan | None
    hours_of_a_set: dict[str, int]
    stage: int | None
    stages: list[StageOut]
    stage_fixed: bool
    stage_asked: bool
    choices: ChoicesOut
    issues_program: bool
    efforts: list[EffortOut]
    elsewhere: str


def draft_rows(draft: Draft) -> list[TickedDrill]:
    """A draft as it is sent and shown."""
    return [
        TickedDrill(
            drill=one.drill, side=side_word(one.side), method=one.method, step=one.step,
            place=one_of(TICKED_PLACES, one.place), dose=OwnDose(**one.dose) if one.own and one.dose else None,
            rest=one.rest, order=StandingOrderIn(**one.order) if one.order else None, reason=one.reason,
            names=list(one.names), manner=stored(Manner, one.manner), there=stored(There, one.there),
        )
        for one in draft.ticked
    ]  # fmt: skip


def plan_view(record: Record) -> PlanOut:
    """The session in sight, its choices by hand, and what it covers."""
    assessment, draft = record.assessment, Draft.in_sight(record)
    session, screen, library = draft.session(assessment), assessment.screen, assessment.library
    profile, matcher = screen.profile, assessment.matcher
    return PlanOut(
        revision=record.revision_of("plan"), made=draft.made, made_for=made_minutes(record),
        minutes=record.complaint.client.minutes,
        draft=draft_rows(draft), order=draft.order,
        groups=[DrillGroupIn(**group.model_dump(mode="json")) for group in draft.groups],
        drills=[_drill(record, item, session, draft) for item in session.drills],
        refused=[
            RefusedOut(drill=one.drill, title=library.title(one.drill), reason=reason.text(library))
            for one, reason in session.refused
        ],
        seconds=session.time.total, seconds_between=session.time.position_changes + session.time.rising,
        over_minutes=session.over_minutes, timeline=timeline(session, floor_care=screen.rules.floor_care),
        needs=[
            NeedOut(
                id=need.id, weight=round(need.weight, 4),
                sources=[SourceOut(kind=s.kind, name=s.name, weight=s.weight) for s in need.sources],
                beside=need.is_found_beside,
            )
            for need in matcher.needs.found if need.weight > 0
        ],
        coverage=_coverage(assessment, session),
        tests_first=[library.measures[test].name for test in hangs_on(screen.patterns, profile)],
        hours_of_a_set=hours_of_a_set(record), desk=desk_of(assessment, session, record),
        stage=matcher.stage.stage if matcher.stage else None,
        stages=[
            StageOut(stage=stage.stage, name=stage.name, passes=in_words(library, stage.pass_))
            for stage in (profile.gates if profile else ())
        ],
        stage_fixed=record.stage_is_fixed, stage_asked=stage_is_asked(library, assessment.facts),
        choices=choices_view(record), issues_program=screen.issues_program,
        efforts=[EffortOut(percent=percent, words=words) for percent, words, _ in EFFORTS],
        elsewhere=second.name if (second := assessment.facts.client.elsewhere) else "",
    )  # fmt: skip


def _drill(record: Record, item: Prescription, session: Session, draft: Draft) -> PlanDrillOut:
    """One drill of the session with everything that may be chosen about it."""
    assessment, bands = record.assessment, record.complaint.client.clinic.bands
    matcher, library, drill = assessment.matcher, assessment.library, item.drill
    sides = drill.sides_done(item.planned_side)
    ladder = ladder_for(matcher, drill, item.method, sides, item.manner.cap_lift or 0)
    others, method = [one.drill.id for one in session.drills], library.method(item.method)
    group = group_of(item, session.groups)
    return PlanDrillOut(
        drill=drill.id, title=library.title(drill.id), name=drill.name, phase=drill.phase,
        phase_word=PHASE_WORDS[drill.phase], place=item.place, side=item.planned_side, one_sided=drill.sides == "each",
        method=item.method, step=item.step, own=_row_of(draft, item).own, parts=_dose_parts(assessment, item),
        tempos=_tempos(assessment, item),
        seconds=item.seconds,
        words=[SideWords(side=s.side, words=side_words(library, item, s, bands)) for s in item.sides],
        days_per_week=item.days_per_week, per_day=item.per_day,
        most_days=most_days_per_week(matcher, drill, item.method, item.dose),
        most_per_day=most_times_per_day(matcher, drill, item.method),
        rest_s=_rest(item), stiffer=stiffer_side(matcher, drill),
        effort_cap=matcher.screen.rules.effort_cap(drill, sides) if item.dose.effort_pct else None,
        eases=eases.words if (eases := until_eases(method, item.dose, item.breath_s)) else "",
        verdict=item.verdict.word,
        why=why_here(matcher, drill).text(library),
        changed=list(dict.fromkeys(str(r.facts.get("instead") or r.text(library)) for r in modifying(item))),
        steps=[
            StepWords(step=step, words=dose_words(ladder.at(step), item.method)) for step in range(-1, ladder.top + 1)
        ],
        methods=[Named(id=m, name=library.methods[m].name) for m in allowed_methods(matcher, drill, sides)],
        places=[p for p in drill.places if _open_at(assessment, item, p)],
        swaps=[
            Named(id=c.drill.id, name=library.title(c.drill.id))
            for c in swaps_for(matcher, drill, item.planned_side, others)
        ],
        rest=item.rest, rounds=group.rounds if group else None,
        picture=album_of(library).name(drill.id),
        alt=album_of(library).alt(Wanted(drill.id, item.sides[0].side, place=item.place)),
    )  # fmt: skip


def _rest(item: Prescription) -> int | None:
    """Seconds between two sets; None where there is one set alone."""
    if all((side.dose.sets or 1) < 2 for side in item.sides):
        return None
    return rest_after_set(item.drill.phase, item.manner.rest_s)


def _row_of(draft: Draft, item: Prescription) -> Ticked:
    return next(one for one in draft.ticked if (one.drill, one.rest) == (item.drill.id, item.rest))


def _dose_parts(assessment: Assessment, item: Prescription) -> list[DosePart]:
    """The parts of the dose in whole figures; a tempo is chosen whole."""
    bounds = dose_bounds(item.drill, assessment.library.methods[item.method])
    return [
        DosePart(part=part, value=getattr(item.dose, part), least=int(least), most=int(most))
        for part, (least, most) in bounds.items()
        if part in OwnDose.model_fields and not isinstance(least, tuple) and not isinstance(most, tuple)
    ]


def _tempos(assessment: Assessment, item: Prescription) -> list[TempoOut]:
    """The tempos there are a choice of; none where the dose has one alone."""
    found = tempos(item.drill, assessment.library.methods[item.method]) if item.dose.tempo_s else ()
    return [
        TempoOut(seconds=[up, hold, down], words=f"{up} s up, {hold} s hold, {down} s down",
                 now=(up, hold, down) == item.dose.tempo_s)
        for up, hold, down in found
    ] if len(found) > 1 else []  # fmt: skip


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
            need=row.need, words=need_words(row.need), weight=round(row.weight, 4), share=round(row.share, 4),
            must=row.must, covered=row.covered, drills=[assessment.library.title(drill) for drill in row.drills],
            stretch_seconds=round(stretch[row.need]) if row.need in stretch else None,
            stretch_threshold=WEEKLY_STRETCH if row.need in stretch else None,
        )
        for row in coverage_of(assessment.matcher, session)
    ]  # fmt: skip
