"""What Measure shows: the bench in its order, every value with its error, patterns as they form, and goals."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Literal

from django.conf import settings

from easepath.api.schemas.measure import MeasureStep
from easepath.api.views.base import Named, ReasonOut
from easepath.api.views.plan import SourceOut
from easepath.clinic.actions.save_measure import Measuring
from easepath.clinic.repository import Record
from easepath.clinic.shown import View
from easepath.core.assessment import Assessment
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Measure
from easepath.core.measure.bench import BenchTest, bench, position_changes
from easepath.core.measure.error import blend
from easepath.core.measure.trend import forecast, trend
from easepath.core.measure.values import Row
from easepath.core.vocabulary import SIDES, SideWord, VerdictWord
from easepath.figure.album import TEST, Wanted, album_of


class ErrorOut(View):
    """The three figures of an error, and the one in use, in the measure's unit."""

    default: float
    own: float | None
    repeats: int
    in_use: float


class RowOut(View):
    """One measured value with everything that is told about it."""

    value: float
    trials: list[float]
    spread: float
    single: bool
    mdc: float
    repeat: bool
    reference: float | None
    reference_from: str | None
    deficit: float | None
    grade: str | None
    side_difference: float | None
    difference_real: bool
    change: str | None
    change_from_first: str | None
    date: str
    state: str


class SeriesPoint(View):
    """One sitting of a series."""

    date: str
    value: float
    state: str


class TimerOut(View):
    """What a watch does for a test: up while something is held, or down from so many seconds."""

    runs: Literal["up", "down"]
    seconds: int | None


class SetUpOut(View):
    """How a test is taken: its steps, what to say, its watch, and its picture with the position that is shown.

    `sensors` is how many of an inclinometer read it; 0 where none does.
    """

    steps: list[str]
    say: str
    timer: TimerOut | None
    sensors: int
    picture: str
    pose: str


class TestSide(View):
    """One side of a test; `alt` stands in for its picture."""

    side: SideWord
    alt: str
    verdict: VerdictWord
    reasons: list[ReasonOut]
    row: RowOut | None
    series: list[SeriesPoint]
    trend: str
    elsewhere: SeriesPoint | None


class TestOut(View):
    """One test on the bench."""

    measure: str
    name: str
    unit: str
    better: str
    position: str
    why: str
    guard: str
    note: str
    valid: list[float]
    plausible: list[float]
    norm: float | None
    source: str
    error: ErrorOut
    set_up: SetUpOut
    sides: list[TestSide]


class SignOut(View):
    """An observation one can tick."""

    id: str
    text: str
    asked: bool
    pattern: str | None


class WeighedNeed(View):
    """A need with a weight."""

    id: str
    weight: float


class PatternOut(View):
    """What one pattern says, and which test would settle it."""

    id: str
    name: str
    result: str
    words: str
    missing: list[Named]
    needs: list[WeighedNeed]
    unwanted: list[str]
    decided: bool


class FindingNeed(View):
    """A need with what asks for it."""

    id: str
    weight: float
    computed: float
    sources: list[SourceOut]
    beside: bool


class MeasureOut(View):
    """The Measure step."""

    revision: int
    tests: list[TestOut]
    source: str
    position_changes: int
    others: list[Named]
    signs: list[SignOut]
    patterns: list[PatternOut]
    findings: list[FindingNeed]
    step: MeasureStep


DECIMALS = 2


def measure_view(record: Record, added: Iterable[str] = (), revision: int | None = None) -> MeasureOut:
    """The tests of this visit with what is known of each on each side, and what the values say together."""
    assessment = record.assessment
    library = assessment.library
    known = [measure for measure in added if measure in library.measures]
    tests = bench(assessment.screen, known)
    profile = assessment.screen.profile
    signs = dict.fromkeys((*(profile.observe if profile else ()), *library.signs))
    return MeasureOut(
        revision=record.revision_of("measure") if revision is None else revision,
        tests=[_test(assessment, test) for test in tests],
        source=f"rules: {library.sources['rules']}",
        position_changes=position_changes(assessment.screen, tests),
        others=[
            Named(id=m.id, name=m.name) for m in library.measures.values() if m.id not in {t.measure for t in tests}
        ],
        signs=[
            SignOut(
                id=sign, text=library.signs[sign].text,
                asked=bool(profile and sign in profile.observe),
                pattern=next((f.pattern for f in library.findings if f.observed == sign), None),
            )
            for sign in signs
        ],
        patterns=pattern_lines(assessment),
        findings=finding_lines(assessment),
        step=MeasureStep(**Measuring.of(record).as_data()),
    )  # fmt: skip


def _test(assessment: Assessment, test: BenchTest) -> TestOut:
    library = assessment.library
    measure = library.measures[test.measure]
    situation = assessment.screen.situation
    error = blend(measure.mdc_at(situation.client.years), situation.errors.get(measure.id))
    sides: tuple[SideWord, ...] = SIDES if measure.both_sides else ("both",)
    return TestOut(
        measure=measure.id, name=measure.name, unit=measure.unit, better=measure.better,
        position=measure.position or "", why=test.why, guard=measure.guard or "", note=measure.note or "",
        valid=list(measure.valid), plausible=list(measure.plausible),
        norm=measure.norm_at(assessment.screen.situation.client.years), source=measure.source or measure.basis,
        error=ErrorOut(
            default=error.default, own=None if error.own is None else round(error.own.mdc, DECIMALS),
            repeats=0 if error.own is None else error.own.degrees_of_freedom,
            in_use=round(error.used, DECIMALS),
        ),
        set_up=_set_up(library, measure.id),
        sides=[_side(assessment, measure, side) for side in sides],
    )  # fmt: skip


def _set_up(library: Library, measure: str) -> SetUpOut:
    """How a test is taken; without a picture where nothing is to be seen."""
    told = library.set_ups[measure]
    picture, pose = album_of(library).of_test(measure) or ("", "end")
    return SetUpOut(
        steps=list(told.steps), say=told.say, picture=picture, pose=pose,
        sensors=told.sensors if library.measures[measure].unit == "deg" and settings.INCLINOMETER else 0,
        timer=told.timer and TimerOut(runs=told.timer.runs, seconds=told.timer.seconds),
    )  # fmt: skip


def _alt(library: Library, measure: str, side: SideWord) -> str:
    album = album_of(library)
    found = album.of_test(measure)
    return album.alt(Wanted(f"{TEST}{measure}", side, pose=found[1])) if found else ""


def _side(assessment: Assessment, measure: Measure, side: SideWord) -> TestSide:
    screen, library = assessment.screen, assessment.library
    verdict = screen.measures[measure.id][side]
    row = screen.measured.rows.get((measure.id, side))
    series = screen.measured.series(measure.id, side)
    anywhere = screen.measured.latest_anywhere(measure.id, side)
    return TestSide(
        side=side,
        alt=_alt(library, measure.id, side),
        verdict=verdict.verdict.word,
        reasons=[ReasonOut.of(reason, library) for reason in verdict.reasons],
        row=None if row is None else row_line(row),
        series=[
            SeriesPoint(date=str(s.date), value=round(s.value, DECIMALS), state=s.state or "") for s in series
        ],
        trend=_trend_words(assessment, measure, side),
        elsewhere=None if anywhere is None or not anywhere.elsewhere else SeriesPoint(
            date=str(anywhere.date), value=round(anywhere.value, DECIMALS), state=anywhere.state or "",
        ),
    )  # fmt: skip


def row_line(row: Row) -> RowOut:
    """One measured value with everything that is told about it."""
    return RowOut(
        value=round(row.value, DECIMALS), trials=list(row.trials), spread=round(row.spread, DECIMALS),
        single=len(row.trials) == 1, mdc=round(row.mdc, DECIMALS), repeat=row.spread > row.mdc,
        reference=None if row.reference is None else round(row.reference, DECIMALS),
        reference_from=row.reference_from,
        deficit=None if row.deficit is None else round(row.deficit, DECIMALS), grade=row.grade,
        side_difference=None if row.side_difference is None else round(row.side_difference, DECIMALS),
        difference_real=row.side_difference is not None and abs(row.side_difference) > row.mdc,
        change=row.change, change_from_first=row.change_from_first, date=str(row.sitting.date),
        state=row.sitting.state or "",
    )  # fmt: skip


def _trend_words(assessment: Assessment, measure: Measure, side: SideWord) -> str:
    """The trend in words; empty before there is a second sitting."""
    screen = assessment.screen
    series = screen.measured.series(measure.id, side)
    if len(series) < 2:
        return ""
    found = trend([(s.date, s.value) for s in series])
    if found is None:
        return "a trend needs 4 sittings over 14 days"
    words = f"{found.per_week:+.1f} {measure.unit} a week ({found.low:+.1f} to {found.high:+.1f})"
    goal = screen.measured.goal(measure.id, side)
    if goal is None:
        return words
    ahead = forecast(found, series[-1].value, goal, measure.better)
    if ahead.kind == "range" and ahead.earliest is not None:
        latest = "not certain" if ahead.latest is None else f"{ahead.latest:.0f} weeks"
        return f"{words}; the goal in {ahead.earliest:.0f} weeks at the earliest, latest {latest}"
    return f"{words}; the goal: {ahead.kind}"


def pattern_lines(assessment: Assessment) -> list[PatternOut]:
    """Every pattern that runs: its result in words, the tests that would settle it, the needs it gives."""
    library = assessment.library
    return [
        PatternOut(
            id=pattern.id, name=library.patterns[pattern.id].name, result=pattern.result,
            words=library.patterns[pattern.id].results[pattern.result],
            missing=[Named(id=m, name=library.measures[m].name) for m in pattern.missing],
            needs=[WeighedNeed(id=need, weight=weight) for need, weight in pattern.needs.items()],
            unwanted=list(pattern.unwanted), decided=pattern.decided,
        )
        for pattern in assessment.screen.patterns
    ]  # fmt: skip


def finding_lines(assessment: Assessment) -> list[FindingNeed]:
    """The needs as they stand, with what asks for each."""
    return [
        FindingNeed(
            id=need.id, weight=round(need.weight, 4), computed=round(need.computed, 4),
            sources=[SourceOut(kind=s.kind, name=s.name, weight=s.weight) for s in need.sources],
            beside=need.is_found_beside,
        )
        for need in assessment.matcher.needs.found
        if need.weight > 0 or any(not s.is_prior for s in need.sources)
    ]  # fmt: skip
