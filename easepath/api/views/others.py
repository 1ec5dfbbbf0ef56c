"""Every drill of the library for one client: what fits, what may be put on by hand, what is refused, each with why."""

from __future__ import annotations

from typing import Literal

from easepath.api.views.base import Named, ReasonOut
from easepath.clinic.repository import Record
from easepath.clinic.shown import View
from easepath.core.assessment import Assessment
from easepath.core.compose.prescription import trained_sides
from easepath.core.knowledge.models import Drill
from easepath.core.match import Matcher
from easepath.core.match.why import why_here
from easepath.core.reasons import Reason
from easepath.core.screening.overrides import may_be_overridden
from easepath.core.screening.verdicts import DrillVerdict
from easepath.core.vocabulary import PHASE_WORDS, SIDES, PhaseName, Place, SideWord, Verdict, VerdictWord, need_words
from easepath.figure.album import Wanted, album_of

Overridable = Literal["open", "lead", "never"]
"""Who may override a verdict: a clinician, a lead, or nobody."""
Standing = Literal["fits", "by-hand", "refused"]
"""Whether the rules rank a drill, leave it to the clinician's hand, or refuse it."""


class FourParts(View):
    """What the score of a ranked drill is made of: fit and burden 0-1, relief 0-3, risk 0-3."""

    score: float
    fit: float
    relief: float
    risk: int
    burden: float


class OtherDrill(View):
    """One drill of the library: how it stands for this client, and why in one sentence."""

    drill: str
    title: str
    name: str
    phase: PhaseName
    phase_word: str
    side: SideWord
    place: Place
    places: list[Place]
    equip: list[str]
    needs: list[Named]
    verdict: VerdictWord
    standing: Standing
    why: str
    source: str | None
    reasons: list[ReasonOut]
    parts: FourParts | None
    ladder: str | None
    override: Overridable
    picture: str
    alt: str


class OthersOut(View):
    """The library for one client, the best first, then what may be put on by hand, then what is refused."""

    drills: list[OtherDrill]


def others_view(record: Record) -> OthersOut:
    """Every drill once, as it stands for the affected side."""
    assessment = record.assessment
    rows = [_row(assessment, drill) for drill in assessment.library.drills.values()]
    order: list[Standing] = ["fits", "by-hand", "refused"]
    rows.sort(key=lambda row: (order.index(row.standing), -(row.parts.score if row.parts else 0), row.title))
    return OthersOut(drills=rows)


def _row(assessment: Assessment, drill: Drill) -> OtherDrill:
    matcher, library = assessment.matcher, assessment.library
    side, standing, reason = _standing(matcher, drill)
    verdict = assessment.screen.verdict(drill, side)
    why = reason if reason is not None else why_here(matcher, drill)
    reasons = [ReasonOut.of(one, library) for one in verdict.reasons if one.verdict > Verdict.CLEAR]
    return OtherDrill(
        drill=drill.id, title=library.title(drill.id), name=drill.name, phase=drill.phase,
        phase_word=PHASE_WORDS[drill.phase], side=tick_side(matcher, drill), place=verdict.place,
        places=list(drill.places), equip=list(drill.equip),
        needs=[
            Named(id=need, name=need_words(need))
            for need in sorted(drill.needs, key=lambda need: -matcher.weigh(drill, need))
        ],
        verdict=verdict.verdict.word, standing=standing, why=why.text(library),
        source=why.source(library), reasons=reasons,
        parts=_parts(matcher, drill, side) if standing == "fits" else None,
        ladder=None if drill.ladder is None else f"{drill.ladder[0].replace('-', ' ')}, rung {drill.ladder[1]}",
        override=_override(verdict), picture=album_of(library).name(drill.id),
        alt=album_of(library).alt(Wanted(drill.id, side, place=verdict.place)),
    )  # fmt: skip


def _standing(matcher: Matcher, drill: Drill) -> tuple[SideWord, Standing, Reason | None]:
    """The side a drill is best judged on, how it stands there, and what keeps it out; None where it is ranked."""
    affected = sorted(matcher.screen.situation.complaint.affected)
    sides: list[SideWord] = ["both"] if drill.sides == "both" else [*(affected or SIDES)]
    out = {side: matcher.why_out(drill, side) for side in sides}
    for side, reason in out.items():
        if reason is None:
            return side, "fits", None
    for side, reason in out.items():
        if matcher.may_be_planned(drill, side):
            return side, "by-hand", reason
    return sides[0], "refused", out[sides[0]]


def tick_side(matcher: Matcher, drill: Drill) -> SideWord:
    """The side a drill is put on the sheet for: both where both are trained."""
    sides = SIDES if drill.sides == "both" else trained_sides(matcher, drill)
    affected = sorted(matcher.screen.situation.complaint.affected)
    return sides[0] if len(sides) == 1 else "both" if sides or len(affected) != 1 else affected[0]


def _parts(matcher: Matcher, drill: Drill, side: SideWord) -> FourParts:
    found = matcher.candidate(drill, side)
    return FourParts(
        score=found.score, fit=round(found.fit, 4), relief=round(found.relief, 2), risk=found.risk,
        burden=round(found.burden, 4),
    )  # fmt: skip


def _override(verdict: DrillVerdict) -> Overridable:
    """Who may override a verdict: a clinician ("open"), a lead, or nobody ("never")."""
    if may_be_overridden(verdict, by_lead=True) is not None:
        return "never"
    return "open" if may_be_overridden(verdict, by_lead=False) is None else "lead"
