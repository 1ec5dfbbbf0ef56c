"""Nerve families: which planned drills a nerve symptom pauses beside the one that brought it."""

from __future__ import annotations

from collections.abc import Callable, Mapping

from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Drill
from easepath.core.vocabulary import target_of

FAMILIES: Mapping[str, Callable[[frozenset[str]], bool]] = {
    "sciatic": lambda e: bool(e & {"neural-sciatic", "hamstring-end", "lumbar-flexion-end", "lumbar-flexion-loaded"}),
    "femoral": lambda e: "neural-femoral" in e or {"hip-extension-end", "knee-flexion-deep"} <= e,
    "hand": lambda e: bool(e & {"wrist-extension-end", "wrist-flexion-end", "wrist-weight"}),
    "pressure": lambda e: "pressure-hip" in e,
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
    wrist = "wrist" in library.targets[target_of(drill.main_need)].regions
    return families_of(drill) | (frozenset() if wrist else frozenset({"sciatic"}))
