"""What Try shows: drills worth trying, what each did in the room, and the gain against its error."""

from __future__ import annotations

from easepath.api.schemas.tryout import TryStep
from easepath.clinic.actions.save_tryouts import Trying, TryoutEntry
from easepath.clinic.facts.draft import Draft
from easepath.clinic.repository import Record
from easepath.clinic.sheet import picture_of
from easepath.clinic.shown import View
from easepath.core.assessment import Assessment
from easepath.core.compose.prescription import prescribe
from easepath.core.compose.sheet import sheet_entry
from easepath.core.ids import Measures
from easepath.core.knowledge.models import Drill
from easepath.core.match.relief import dropped_drills
from easepath.core.tryout import GainKind, gain_of, own_retest
from easepath.core.vocabulary import SIDES, SYMPTOMS, Place, SideWord, Symptom, side_word
from easepath.figure.album import album_of


class TrySide(View):
    """A side a drill can be tried on, with what it is tested by, and today's readings of that before it."""

    side: SideWord
    retest: str
    before: list[float]


class TryChoice(View):
    """A drill one can try."""

    drill: str
    title: str
    picture: str
    ticked: bool
    sides: list[TrySide]


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


class ShownDrill(View):
    """What the client is shown of a drill on a side: its dose and its steps, what was changed, and when to stop."""

    name: str
    place: Place
    alt: str
    words: str
    do: list[str]
    feel: str
    changed: list[str]
    stop: list[str]


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
    picture: str
    shown: ShownDrill | None


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
        choices=_choices(record, list(retests)),
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


def _choices(record: Record, retests: list[str]) -> list[TryChoice]:
    """Ticked drills first, then what was tried besides, then the ranking on the affected side."""
    assessment = record.assessment
    affected = assessment.screen.situation.complaint.affected
    ticked = [one.drill for one in Draft.in_sight(record).ticked]
    tried = [one.drill for one in record.tryouts if one.visit == record.visit.pk]
    ranked = [c.drill.id for c in assessment.matcher.result.ranked if c.side == "both" or c.side in affected]
    return [
        TryChoice(
            drill=drill, title=assessment.library.title(drill), ticked=drill in ticked, picture=picture_of(drill),
            sides=_sides(record, assessment.library.drills[drill], retests),
        )
        for drill in dict.fromkeys((*ticked, *tried, *ranked))
    ]  # fmt: skip


def _sides(record: Record, drill: Drill, retests: list[str]) -> list[TrySide]:
    """The sides of a drill with its own re-test; what was read of it today is what it stands at before."""
    screen, library = record.assessment.screen, record.assessment.library
    measured = [one for one in retests if one != Measures.PAIN_MOVEMENT]
    retest = own_retest(library, drill, measured) or Measures.PAIN_MOVEMENT
    sides: tuple[SideWord, ...] = ("both",) if drill.sides == "both" else SIDES
    found = []
    for side in sides:
        key: SideWord = side if library.measures[retest].both_sides else "both"
        row = screen.measured.rows.get((retest, key))
        today = row is not None and row.sitting.date == record.today
        found.append(TrySide(side=side, retest=retest, before=list(row.trials) if row and today else []))
    return found


def _shown(assessment: Assessment, drill: Drill, side: SideWord) -> ShownDrill | None:
    """A drill as the sheet would say it on one side; None where no method and place is left."""
    item = prescribe(assessment.matcher, drill, sides=drill.sides_done(side))
    if item is None:
        return None
    entry = sheet_entry(assessment.matcher, item, album_of(assessment.library).words)
    return ShownDrill(
        name=drill.name, place=item.place, alt=entry.sides[0].alt, words=entry.sides[0].words, do=list(entry.do),
        feel=entry.feel, changed=list(entry.changed), stop=list(entry.stop),
    )  # fmt: skip


def _tried(assessment: Assessment, drill: Drill, one: TryoutEntry, *, dropped: bool) -> TriedOut:
    library = assessment.library
    coaching = library.coaching.get(drill.id)
    gain = gain_of(library, assessment.screen.situation, one.measure, one.before, one.after)
    return TriedOut(
        drill=drill.id, title=assessment.library.title(drill.id), side=side_word(one.side),
        faults=[FaultOut(id=f, cue=cue) for f, cue in (coaching.faults.items() if coaching else ())],
        setup=coaching.setup if coaching and coaching.setup else "",
        lighter=list(coaching.lighter) if coaching else [], deeper=list(coaching.deeper) if coaching else [],
        felt=drill.felt, dropped=dropped, picture=picture_of(drill.id),
        shown=_shown(assessment, drill, side_word(one.side)),
        gain=None if gain is None else GainOut(amount=round(gain.amount, 2), error=gain.error, kind=gain.kind),
    )  # fmt: skip
