"""The library of drills as a clinician reads it: cards, and one drill whole."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal
from zoneinfo import ZoneInfo

from django.utils.timezone import localdate

from easepath.api.views.base import Named
from easepath.clinic.models import Clinic, User
from easepath.clinic.selectors.house import switched_off
from easepath.clinic.selectors.row_reviews import last_review
from easepath.clinic.shown import View
from easepath.core.compose.client_words import own_stops
from easepath.core.dose.ladder import dose_ladder
from easepath.core.dose.words import dose_words
from easepath.core.knowledge import Library, models, shipped_library
from easepath.core.knowledge.row_version import RowKind, shipped_row_version
from easepath.core.vocabulary import PHASE_WORDS, PLACES, PhaseName, Place, need_words, target_of
from easepath.figure.album import Wanted, album_of


class ConditionOut(View):
    """A condition one can pick; `off` says why it is switched off in this clinic."""

    id: str
    name: str
    region: str
    words: list[str]
    staged: bool
    off: str


class FactorChoice(View):
    """A factor one can list; `also` is what else it is called, and the medicines that speak of it."""

    id: str
    name: str
    also: list[str]
    sided: bool
    dated: bool
    asks: str
    parameters: dict[str, list[str]]
    note: str


class ToldOut(View):
    """Something a story is asked beside words, places and pains."""

    id: str
    asked: Literal["brings-on", "eases", "day"]
    name: str


class AreaOut(View):
    """A place of the body chart; one that is not `known` lies in no region there are drills for."""

    id: str
    view: str
    name: str
    known: bool


class SymptomOut(View):
    """How a client says what was felt, and what to do at once where it is a sign that stops."""

    id: str
    text: str
    phone: str


def symptom_words(rows: Mapping[str, models.SymptomWords]) -> list[SymptomOut]:
    """Each with its words."""
    return [SymptomOut(id=row.id, text=row.text, phone=row.phone) for row in rows.values()]


class Options(View):
    """Everything a form offers."""

    conditions: list[ConditionOut]
    factors: list[FactorChoice]
    equipment: list[Named]
    places: list[Place]
    exposures: list[Named]
    rules: list[Named]
    methods: list[Named]
    regions: list[str]
    areas: list[AreaOut]
    told: list[ToldOut]
    needs: dict[str, str]
    clues: dict[str, str]
    symptoms: list[SymptomOut]
    stop_reasons: list[SymptomOut]
    knowledge_version: str


WHOLE_BODY = "whole body"


class DrillCard(View):
    """A drill in the list of the library."""

    id: str
    title: str
    name: str
    phase: PhaseName
    phase_word: str
    region: str
    one_sided: bool
    places: list[Place]
    equip: list[str]
    needs: list[str]
    felt: str
    auto: bool
    picture: str
    alt: str


class MethodWords(View):
    """A way of doing a drill, with its dose from the start to the top."""

    name: str
    start: str
    top: str


class LoadOut(View):
    """What a drill does to the body, on the drilled side or on the other."""

    exposure: str
    means: str
    other_side: bool


class DrillPage(View):
    """One drill whole."""

    card: DrillCard
    do: list[str]
    feel: str
    stop: list[str]
    easier: str
    note: str
    methods: list[MethodWords]
    loads: list[LoadOut]
    requires: list[str]
    ladder: list[Named]
    poses: list[str]
    unseen: list[str]


class RowReviewOut(View):
    """Who reviewed a row last; `current` is whether it is still what was reviewed."""

    name: str
    on: str
    current: bool


class RowStanding(View):
    """Which row is shown, what it rests on, and its last review by a named clinician of this clinic."""

    version: str
    source: str
    review: RowReviewOut | None


def row_standing(user: User, kind: RowKind, row: str) -> RowStanding:
    """How a drill or condition stands in the user's clinic; raises UnknownIdError."""
    assert user.clinic is not None
    version, review = shipped_row_version(kind, row), last_review(user.clinic, kind, row)
    source = shipped_library().sources[f"{kind}s"]
    if review is None:
        return RowStanding(version=version, source=source, review=None)
    on = localdate(review.reviewed_at, ZoneInfo(user.clinic.time_zone))
    shown = RowReviewOut(name=review.name, on=str(on), current=review.version == version)
    return RowStanding(version=version, source=source, review=shown)


def options_view(clinic: Clinic) -> Options:
    """Everything a form of a clinic offers."""
    library = shipped_library()
    off = dict(switched_off(clinic, "profile"))
    return Options(
        conditions=[
            ConditionOut(
                id=c.id, name=c.name, region=c.region, words=list(c.words), staged=bool(c.gates), off=off.get(c.id, ""),
            )
            for c in library.conditions.values()
        ],
        factors=[
            FactorChoice(
                id=f.id, name=f.name, also=list(f.also), sided=f.side == "same",
                dated=f.needs in ("weeks_since", "days_since"), note=f.note or "", asks=f.needs or "",
                parameters={name: list(answers) for name, answers in f.parameters.items()},
            )
            for f in library.factors.values()
        ],
        equipment=[
            Named(id=s.id, name=s.name) for s in library.standins.values() if s.place is None
        ],
        places=list(PLACES),
        exposures=[Named(id=e.id, name=e.means) for e in library.exposures.values()],
        rules=[Named(id=r.id, name=r.name) for r in library.rules.values()],
        methods=[Named(id=m.id, name=m.name) for m in library.methods.values()],
        regions=list(library.regions),
        symptoms=symptom_words(library.symptoms),
        stop_reasons=symptom_words(library.stop_reasons),
        clues={clue.id: clue.name for clue in library.clues.values()},
        needs={need: need_words(need) for need in dict.fromkeys(n for d in library.drills.values() for n in d.needs)},
        told=[ToldOut(id=t.id, asked=t.asked, name=t.name) for t in library.told.values()],
        areas=[AreaOut(id=a.id, view=a.view, name=a.name, known=bool(a.regions)) for a in library.areas.values()],
        knowledge_version=library.version,
    )  # fmt: skip


def drill_cards() -> list[DrillCard]:
    """Every drill by the region it serves, then by the position it is done in, then by title."""
    library = shipped_library()
    regions = [*library.regions, WHOLE_BODY]
    cards = [_card(library, drill) for drill in library.drills.values()]
    return sorted(cards, key=lambda card: (regions.index(card.region), PLACES.index(card.places[0]), card.title))


def _region(library: Library, drill: models.Drill) -> str:
    """The first region of what it serves most."""
    return next(iter(library.targets[target_of(drill.main_need)].regions), WHOLE_BODY)


def _card(library: Library, drill: models.Drill) -> DrillCard:
    return DrillCard(
        id=drill.id, title=library.title(drill.id), name=drill.name, phase=drill.phase,
        phase_word=PHASE_WORDS[drill.phase], region=_region(library, drill),
        one_sided=drill.sides == "each", places=list(drill.places), equip=list(drill.equip),
        needs=sorted(drill.needs, key=lambda need: -drill.needs[need]), felt=drill.felt, auto=drill.auto,
        picture=album_of(library).name(drill.id),
        alt=album_of(library).alt(Wanted(drill.id, "right")),
    )  # fmt: skip


def drill_page(identifier: str) -> DrillPage:
    """One drill whole; raises UnknownIdError for an id the library does not have."""
    library = shipped_library()
    drill = library.drill(identifier)
    wording = library.wording.get(drill.id)
    return DrillPage(
        card=_card(library, drill),
        do=list(wording.do) if wording else [],
        feel=wording.feel if wording else drill.felt,
        stop=list(own_stops(wording, wording.pain_at_most or 0)) if wording else [],
        easier=wording.easier if wording else "",
        note=drill.note or "",
        methods=[_method(library, drill, method) for method in drill.methods],
        loads=[
            LoadOut(exposure=name, means=library.exposures[name].means, other_side=other)
            for names, other in ((drill.exposures, False), (drill.exposures_other, True))
            for name in names
        ],
        requires=_required(drill),
        ladder=_neighbours(library, drill),
        poses=list(album_of(library).scene(drill.id).names),
        unseen=[f"{what}: {why}" for what, why in library.figures[drill.id].unseen.items()],
    )


def _method(library: Library, drill: models.Drill, method: str) -> MethodWords:
    steps = dose_ladder(drill, library.methods[method]).steps
    return MethodWords(
        name=library.methods[method].name,
        start=dose_words(steps[0], method),
        top=dose_words(steps[-1], method),
    )


def _required(drill: models.Drill) -> list[str]:
    own = [f"{movement.replace('-', ' ')} {degrees:g}°" for movement, degrees in drill.requires.items()]
    other = [
        f"{movement.replace('-', ' ')} {degrees:g}° on the other side"
        for movement, degrees in drill.requires_other.items()
    ]
    return own + other


def _neighbours(library: Library, drill: models.Drill) -> list[Named]:
    """The drills of the same ladder, easiest first, without this one."""
    if drill.ladder is None:
        return []
    rungs = library.ladders[drill.ladder[0]]
    return [
        Named(id=other.id, name=f"{rung}. {library.title(other.id)}")
        for rung, drills in rungs.items()
        for other in drills
        if other.id != drill.id
    ]
