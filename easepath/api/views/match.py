"""What Match shows: the ranking with its four parts, the needs, and what is left out."""

from __future__ import annotations

from typing import Literal

from easepath.api.schemas.match import TICKED_PLACES, DrillGroupIn, OwnDose, StandingOrderIn, TickedDrill
from easepath.api.views.base import Named, ReasonOut
from easepath.api.views.choices import ChoicesOut, choices_view
from easepath.api.views.conditions import in_words
from easepath.clinic.repository import Record
from easepath.clinic.shown import View
from easepath.core.assessment import Assessment
from easepath.core.compose.prescription import trained_sides
from easepath.core.compose.session import ORDERS, Order
from easepath.core.match import allowed_methods
from easepath.core.match.rank import Candidate
from easepath.core.measure.patterns import hangs_on
from easepath.core.screening.overrides import may_be_overridden
from easepath.core.screening.verdicts import DrillVerdict
from easepath.core.story import stage_is_asked
from easepath.core.vocabulary import (
    PHASE_WORDS,
    SIDES,
    NeedSource,
    Place,
    SideWord,
    Verdict,
    VerdictWord,
    one_of,
    side_word,
)
from easepath.figure.album import Wanted, album_of

Overridable = Literal["open", "lead", "never"]
"""Who may override a verdict: a clinician, a lead, or nobody."""


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


class RankedDrill(View):
    """A ranked drill with its four parts."""

    drill: str
    title: str
    name: str
    phase_word: str
    side: SideWord
    tick_side: SideWord
    score: float
    fit: float
    relief: float
    risk: int
    burden: float
    verdict: VerdictWord
    place: Place
    method: str
    reasons: list[ReasonOut]
    needs: list[str]
    methods: list[Named]
    ladder: str | None
    override: Overridable
    picture: str
    alt: str


class LeftOutDrill(View):
    """A drill left out, with the reason and every reason of its verdict."""

    drill: str
    title: str
    name: str
    side: SideWord
    rule: str
    reason: str
    source: str | None
    verdict: VerdictWord
    reasons: list[ReasonOut]
    relevant: bool
    override: Overridable


class StageOut(View):
    """A stage and what its gate asks."""

    stage: int
    name: str
    passes: str


class MatchOut(View):
    """The Match step."""

    revision: int
    needs: list[NeedOut]
    tests_first: list[str]
    ranked: list[RankedDrill]
    left_out: list[LeftOutDrill]
    ticked: list[TickedDrill]
    stage: int | None
    stages: list[StageOut]
    stage_fixed: bool
    stage_asked: bool
    order: Order
    groups: list[DrillGroupIn]
    choices: ChoicesOut
    issues_program: bool


def ticked_drills(record: Record) -> list[TickedDrill]:
    """The draft of a visit as it is sent and shown."""
    return [
        TickedDrill(
            drill=row.drill, side=side_word(row.side), method=row.method, step=row.step,
            place=one_of(TICKED_PLACES, row.place), dose=OwnDose(**row.dose) if row.own and row.dose else None,
            rest=row.rest, order=StandingOrderIn(**row.order) if row.order else None, reason=row.reason,
        )
        for row in record.draft
    ]  # fmt: skip


def match_view(record: Record) -> MatchOut:
    """The ranking with its four parts, the needs, and everything left out with its reason."""
    assessment, visit = record.assessment, record.visit
    matcher, library = assessment.matcher, assessment.library
    profile = assessment.screen.profile
    affected = assessment.screen.situation.complaint.affected
    ranked = []
    seen: set[str] = set()
    for candidate in matcher.result.ranked:
        if candidate.drill.id in seen or (candidate.side != "both" and candidate.side not in affected):
            continue
        seen.add(candidate.drill.id)
        ranked.append(_candidate(assessment, candidate))
    left_out = [
        LeftOutDrill(
            drill=o.drill.id, title=assessment.library.title(o.drill.id), name=o.drill.name, side=o.side,
            rule=o.reason.rule,
            reason=o.reason.text(library), source=o.reason.source(library), verdict=o.verdict.verdict.word,
            reasons=[ReasonOut.of(r, library) for r in o.verdict.reasons],
            relevant=o.drill.id in matcher.needed, override=_override(o.verdict),
        )
        for o in matcher.result.left_out
        if o.side == "both" or o.side in affected
    ]  # fmt: skip
    return MatchOut(
        revision=record.revision_of("match"),
        needs=[
            NeedOut(
                id=need.id, weight=round(need.weight, 4),
                sources=[SourceOut(kind=s.kind, name=s.name, weight=s.weight) for s in need.sources],
                beside=need.is_found_beside,
            )
            for need in matcher.needs.found if need.weight > 0
        ],
        ranked=ranked,
        left_out=left_out,
        ticked=ticked_drills(record),
        tests_first=[
            library.measures[test].name for test in hangs_on(assessment.screen.patterns, assessment.screen.profile)
        ],
        stage=matcher.stage.stage if matcher.stage else None,
        stages=[
            StageOut(stage=stage.stage, name=stage.name, passes=in_words(library, stage.pass_))
            for stage in (profile.gates if profile else ())
        ],
        stage_asked=stage_is_asked(library, assessment.facts),
        stage_fixed=record.stage_is_fixed,
        order=one_of(ORDERS, visit.order),
        groups=[DrillGroupIn(**group) for group in visit.groups],
        choices=choices_view(record),
        issues_program=assessment.screen.issues_program,
    )  # fmt: skip


def _candidate(assessment: Assessment, candidate: Candidate) -> RankedDrill:
    library, matcher = assessment.library, assessment.matcher
    drill = candidate.drill
    sides = SIDES if drill.sides == "both" else trained_sides(matcher, drill)
    verdict = candidate.verdict
    return RankedDrill(
        drill=drill.id, title=assessment.library.title(drill.id), name=drill.name, phase_word=PHASE_WORDS[drill.phase],
        side=candidate.side, tick_side="both" if drill.sides == "both" or len(sides) > 1 else sides[0],
        score=candidate.score, fit=round(candidate.fit, 4), relief=round(candidate.relief, 2),
        risk=candidate.risk, burden=round(candidate.burden, 4),
        verdict=verdict.verdict.word, place=verdict.place, method=verdict.method,
        reasons=[ReasonOut.of(r, library) for r in verdict.reasons if r.verdict > Verdict.CLEAR],
        override=_override(verdict),
        picture=album_of(library).name(drill.id),
        alt=album_of(library).alt(Wanted(drill.id, candidate.side, place=verdict.place)),
        needs=sorted(drill.needs, key=lambda need: -matcher.weigh(drill, need)),
        methods=[
            Named(id=m, name=library.methods[m].name) for m in allowed_methods(matcher, drill, sides)
        ],
        ladder=None if drill.ladder is None else f"{drill.ladder[0].replace('-', ' ')}, rung {drill.ladder[1]}",
    )  # fmt: skip


def _override(verdict: DrillVerdict) -> Overridable:
    """Who may override a verdict: a clinician ("open"), a lead, or nobody ("never")."""
    if may_be_overridden(verdict, by_lead=True) is not None:
        return "never"
    return "open" if may_be_overridden(verdict, by_lead=False) is None else "lead"
