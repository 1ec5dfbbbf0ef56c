"""The library of drills as a clinician reads it: cards, and one drill whole."""

from __future__ import annotations

from typing import Any

from easepath.core.dose.ladder import dose_ladder
from easepath.core.dose.words import dose_words
from easepath.core.knowledge import Library, models, shipped_library
from easepath.core.vocabulary import PHASES
from easepath.figure.album import Wanted, album_of


def drill_cards() -> list[dict[str, Any]]:
    """Every drill, in the order of the phases, by title within one."""
    library = shipped_library()
    cards = [_card(library, drill) for drill in library.drills.values()]
    return sorted(cards, key=lambda card: (PHASES.index(card["phase"]), card["title"]))


def _card(library: Library, drill: models.Drill) -> dict[str, Any]:
    return {
        "id": drill.id, "title": library.title(drill.id), "name": drill.name, "phase": drill.phase,
        "one_sided": drill.sides == "each", "places": list(drill.places), "equip": list(drill.equip),
        "needs": sorted(drill.needs, key=lambda need: -drill.needs[need]), "felt": drill.felt, "auto": drill.auto,
        "picture": album_of(library).name(drill.id),
        "alt": album_of(library).alt(Wanted(drill.id, "right")),
    }  # fmt: skip


def drill_page(identifier: str) -> dict[str, Any]:
    """One drill whole; raises UnknownIdError for an id the library does not have."""
    library = shipped_library()
    drill = library.drill(identifier)
    wording = library.wording.get(drill.id)
    return {
        "card": _card(library, drill),
        "do": list(wording.do) if wording else [],
        "feel": wording.feel if wording else drill.felt,
        "stop": list(wording.stop) if wording else [],
        "easier": wording.easier if wording else "",
        "note": drill.note or "",
        "methods": [_method(library, drill, method) for method in drill.methods],
        "loads": [
            {"exposure": name, "means": library.exposures[name].means, "other_side": other}
            for names, other in ((drill.exposures, False), (drill.exposures_other, True))
            for name in names
        ],
        "requires": _required(drill),
        "ladder": _neighbours(library, drill),
        "poses": list(album_of(library).scene(drill.id).names),
        "unseen": [f"{what}: {why}" for what, why in library.figures[drill.id].unseen.items()],
    }


def _method(library: Library, drill: models.Drill, method: str) -> dict[str, str]:
    steps = dose_ladder(drill, library.methods[method]).steps
    return {
        "name": library.methods[method].name,
        "start": dose_words(steps[0], method),
        "top": dose_words(steps[-1], method),
    }


def _required(drill: models.Drill) -> list[str]:
    own = [f"{movement.replace('-', ' ')} {degrees:g}°" for movement, degrees in drill.requires.items()]
    other = [
        f"{movement.replace('-', ' ')} {degrees:g}° on the other side"
        for movement, degrees in drill.requires_other.items()
    ]
    return own + other


def _neighbours(library: Library, drill: models.Drill) -> list[dict[str, str]]:
    """The drills of the same ladder, easiest first, without this one."""
    if drill.ladder is None:
        return []
    rungs = library.ladders[drill.ladder[0]]
    return [
        {"id": other.id, "name": f"{rung}. {library.title(other.id)}"}
        for rung, drills in rungs.items()
        for other in drills
        if other.id != drill.id
    ]
