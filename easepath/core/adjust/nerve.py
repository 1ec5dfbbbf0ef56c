"""Nerve families: which planned drills a nerve symptom pauses beside the one that brought it."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from easepath.core.ids import Exposures, Regions
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Drill
from easepath.core.vocabulary import target_of

SCIATIC = frozenset({
    Exposures.NEURAL_SCIATIC, Exposures.HAMSTRING_END, Exposures.LUMBAR_FLEXION_END, Exposures.LUMBAR_FLEXION_LOADED,
})  # fmt: skip
FEMORAL = frozenset({Exposures.HIP_EXTENSION_END, Exposures.KNEE_FLEXION_DEEP})
HAND = frozenset({Exposures.WRIST_EXTENSION_END, Exposures.WRIST_FLEXION_END, Exposures.WRIST_WEIGHT})
FAMILIES: Mapping[str, Callable[[frozenset[str]], bool]] = {
    "sciatic": lambda e: bool(e & SCIATIC),
    "femoral": lambda e: Exposures.NEURAL_FEMORAL in e or e >= FEMORAL,
    "hand": lambda e: bool(e & HAND),
    "pressure": lambda e: Exposures.PRESSURE_HIP in e,
}


def exposures_anywhere(drill: Drill) -> frozenset[str]:
    """Every exposure of a drill, on either side and at any place."""
    at_places = {exposure for extra in drill.exposures_at.values() for exposure in extra}
    return frozenset({*drill.exposures, *drill.exposures_other, *at_places})


def families_of(drill: Drill) -> frozenset[str]:
    """The nerve families a drill loads."""
    exposures = exposures_anywhere(drill)
    return frozenset(name for name, loads in FAMILIES.items() if loads(exposures))


def families_paused(library: Library, drill: Drill, felt: str | None) -> frozenset[str]:
    """The family of the site felt; where it names none, those of the drill, and sciatic unless it is for the wrist."""
    site = library.sites.get(felt or "")
    if site is not None and site.family is not None:
        return frozenset({site.family})
    wrist = Regions.WRIST in library.targets[target_of(drill.main_need)].regions
    return families_of(drill) | (frozenset() if wrist else frozenset({"sciatic"}))
