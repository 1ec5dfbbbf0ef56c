"""What Try shows: drills worth trying, what each did in the room, and the gain against its error."""

from __future__ import annotations

from easepath.api.schemas.tryout import TryStep
from easepath.clinic.actions.save_tryouts import Trying, TryoutEntry
from easepath.clinic.facts.draft import Draft
from easepath.clinic.repository import Record
from easepath.clinic.shown import View
from easepath.core.assessment import Assessment
from easepath.core.ids import Measures
from easepath.core.knowledge.models import Drill
from easepath.core.match.relief import dropped_drills
from easepath.core.tryout import GainKind, gain_of
from easepath.core.vocabulary import SYMPTOMS, SideWord, Symptom, side_word


class TryChoice(View):
    """A drill one can try."""

    drill: str
    title: str
    ticked: bool
    sides: list[SideWord]


class RetestOut(View):
    """Something that can be tested before and after."""

    id: str
    name: str
    unit: str
    sided: bool
    valid: list[float]


class FaultOut(View):
    """A fault and the cue that mends it."""

    id: str
    cue: str


class GainOut(View):
    """What changed, against the error; better is positive."""

    amount: float
    error: float
    kind: GainKind


class TriedOut(View):
    """What a try-out tells."""

    drill: str
    title: str
    side: SideWord
    faults: list[FaultOut]
    setup: str
    lighter: list[str]
    deeper: list[str]
    felt: str
    dropped: bool
    gain: GainOut | None


class EarlierTryout(View):
    """A try-out of an earlier visit."""

    drill: str
    title: str
    side: SideWord
    visit: int


class TryOut(View):
    """The Try step."""

    revision: int
    choices: list[TryChoice]
    retests: list[RetestOut]
    symptoms: list[Symptom]
    step: TryStep
    tried: list[TriedOut]
    earlier: list[EarlierTryout]


def tryout_view(record: Record, revision: int | None = None) -> TryOut:
    """The drills of the draft and the ranking to pick from, the re-tests on offer, and every try-out so far."""
    visit, assessment = record.visit, record.assessment
    library, profile = assessment.library, assessment.screen.profile
    dropped = dropped_drills(library, assessment.screen.situation)
    retests = dict.fromkeys(
        (*(profile.retest if profile else ()), *(row.measure for row in assessment.screen.measured.rows.values()),
         Measures.PAIN_MOVEMENT)
    )  # fmt: skip
    rows = Trying.of(record)
    return TryOut(
        revision=record.revision_of("tryout") if revision is None else revision,
        choices=_choices(record),
        retests=[
            RetestOut(
                id=m, name=library.measures[m].name, unit=library.measures[m].unit,
                sided=library.measures[m].both_sides, valid=list(library.measures[m].valid),
            )
            for m in retests
        ],
        symptoms=list(SYMPTOMS),
        step=TryStep(**rows.as_data()),
        tried=[
            _tried(assessment, library.drills[one.drill], one, dropped=one.drill in dropped) for one in rows.tryouts
        ],
        earlier=[
            EarlierTryout(
                drill=row.drill, title=library.title(row.drill), side=side_word(row.side), visit=row.visit_number
            )
            for row in record.tryouts if row.visit != visit.pk
        ],
    )  # fmt: skip


def _choices(record: Record) -> list[TryChoice]:
    """Ticked drills first, then the ranking on the affected side."""
    assessment = record.assessment
    affected = assessment.screen.situation.complaint.affected
    ticked = [one.drill for one in Draft.in_sight(record).ticked]
    ranked = [c.drill.id for c in assessment.matcher.result.ranked if c.side == "both" or c.side in affected]
    return [
        TryChoice(
            drill=drill, title=assessment.library.title(drill), ticked=drill in ticked,
            sides=["both"] if assessment.library.drills[drill].sides == "both" else ["left", "right"],
        )
        for drill in dict.fromkeys((*ticked, *ranked))
    ]  # fmt: skip


def _tried(assessment: Assessment, drill: Drill, one: TryoutEntry, *, dropped: bool) -> TriedOut:
    library = assessment.library
    coaching = library.coaching.get(drill.id)
    gain = gain_of(library, assessment.screen.situation, one.measure, one.before, one.after)
    return TriedOut(
        drill=drill.id, title=assessment.library.title(drill.id), side=side_word(one.side),
        faults=[FaultOut(id=f, cue=cue) for f, cue in (coaching.faults.items() if coaching else ())],
        setup=coaching.setup if coaching and coaching.setup else "",
        lighter=list(coaching.lighter) if coaching else [], deeper=list(coaching.deeper) if coaching else [],
        felt=drill.felt, dropped=dropped,
        gain=None if gain is None else GainOut(amount=round(gain.amount, 2), error=gain.error, kind=gain.kind),
    )  # fmt: skip
