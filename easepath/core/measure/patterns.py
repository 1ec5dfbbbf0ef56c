"""Patterns over single numbers: which tissue limits, told from several tests together."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field

from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Condition
from easepath.core.measure.values import Measurements
from easepath.core.situation import ClientFactor, Situation
from easepath.core.vocabulary import SIDES, SideName

HAMSTRING_NEEDS = ("lengthen:hamstring", "strengthen:hamstring", "activate:hamstring")
NERVE_SIGNS = ("slr-leg-symptoms", "slr-changes-with-ankle")
NERVE_FACTORS = frozenset({"nerve-root", "nerve-root-hot"})
GRAVEST_FIRST: Mapping[str, tuple[str, ...]] = {
    "toe-reach": ("nerve", "short-hamstring", "doubtful", "back-holds", "long-hamstring", "need-tests", "none"),
    "knee": ("joint", "muscle", "need-tests", "none"),
    "hip-rotation": ("centre-first", "free-it", "need-tests", "none"),
    "front-of-hip": ("both", "thigh-high", "knee-straight", "need-tests", "none"),
}
UNDECIDED = frozenset({"need-tests", "none"})


@dataclass(frozen=True)
class PatternResult:
    """What one pattern says: its result, missing tests, needs it gives (weight) and needs it rules out."""

    id: str
    result: str
    missing: tuple[str, ...] = ()
    needs: Mapping[str, float] = field(default_factory=dict)
    unwanted: tuple[str, ...] = ()
    sides: frozenset[SideName] = frozenset()

    @property
    def decided(self) -> bool:
        """Whether its table replaces the single findings of the pattern."""
        return self.result not in UNDECIDED


@dataclass(frozen=True)
class _View:
    """One side as the pattern rules see it."""

    measured: Measurements
    side: SideName
    observed: frozenset[str]
    factors: frozenset[str]

    def short(self, *measures: str) -> bool | None:
        """Short in any of the measures; None when none of them was taken."""
        known = [s for s in (self.measured.is_short(m, self.side) for m in measures) if s is not None]
        return any(known) if known else None

    def beyond(self, measure: str) -> float | None:
        """Distance short of the norm, in multiples of the MDC."""
        short = self.measured.short_of_norm(measure, self.side)
        return None if short is None else round(short / self.measured.mdc(measure), 9)


def run_patterns(
    library: Library,
    situation: Situation,
    measured: Measurements,
    factors: tuple[ClientFactor, ...],
    profile: Condition | None,
) -> tuple[PatternResult, ...]:
    """Every pattern that has something to go on, judged on each affected side; the graver result is shown."""
    observed = frozenset(situation.complaint.observed)
    names = frozenset(f.id for f in factors)
    found = []
    for pattern, rule in RULES.items():
        if not _runs(library, situation, pattern, profile):
            continue
        sides = [side for side in SIDES if side in situation.complaint.affected]
        results = {side: rule(_View(measured, side, observed, names)) for side in sides}
        order = GRAVEST_FIRST[pattern]
        gravest = min(results.values(), key=lambda result: order.index(result.result))
        where = frozenset(side for side, result in results.items() if result.result == gravest.result)
        found.append(PatternResult(pattern, gravest.result, gravest.missing, gravest.needs, gravest.unwanted, where))
    return tuple(found)


def _runs(library: Library, situation: Situation, pattern: str, profile: Condition | None) -> bool:
    if profile is not None and pattern in profile.patterns:
        return True
    lines = [finding for finding in library.findings if finding.pattern == pattern]
    taken = {sitting.measure for sitting in situation.measures}
    return any((line.measure in taken) or (line.observed in situation.complaint.observed) for line in lines)


def _toe_reach(view: _View) -> PatternResult:
    if view.observed & set(NERVE_SIGNS) or view.factors & NERVE_FACTORS:
        return PatternResult("toe-reach", "nerve", unwanted=HAMSTRING_NEEDS)
    slr, ake = view.beyond("slr"), view.beyond("ake")
    if slr is None:
        return PatternResult("toe-reach", "need-tests", ("slr",))
    if slr > 1 and ake is None:
        return PatternResult("toe-reach", "need-tests", ("ake",))
    if slr > 1 and ake is not None and ake > 1:
        needs = {"lengthen:hamstring": 0.9, "strengthen:hamstring": 0.4}
        return PatternResult("toe-reach", "short-hamstring", needs=needs)
    if (slr > 1) != (ake is not None and ake > 1):
        return PatternResult("toe-reach", "doubtful", unwanted=HAMSTRING_NEEDS)
    return _toe_reach_with_long_leg(view, slr)


def _toe_reach_with_long_leg(view: _View, slr: float) -> PatternResult:
    reach = view.beyond("toe-reach")
    if reach is None:
        return PatternResult("toe-reach", "need-tests", ("toe-reach",))
    tilts = "pelvis-tilts-forward" in view.observed
    if reach > 1:
        needs = {"release:lumbar-extensors": 0.9, "control:pelvis": 0.6}
        if tilts:
            needs |= {"strengthen:hamstring": 0.7, "activate:hamstring": 0.6}
        if view.short("hip-ir", "hip-ir-seated"):
            needs |= {"mobilise:hip-capsule-posterior": 0.7}
        return PatternResult("toe-reach", "back-holds", needs=needs, unwanted=("lengthen:hamstring",))
    row = view.measured.row("toe-reach", view.side)
    if tilts and row is not None and row.grade == "none" and slr < -2:
        needs = {"strengthen:hamstring": 0.5, "control:pelvis": 0.6}
        return PatternResult("toe-reach", "long-hamstring", needs=needs, unwanted=("lengthen:hamstring",))
    return PatternResult("toe-reach", "none")


def _knee(view: _View) -> PatternResult:
    bent, straight = view.short("knee-flexion"), view.short("knee-flexion-prone", "knee-flexion-side")
    if bent is None:
        return PatternResult("knee", "need-tests", ("knee-flexion",))
    if bent:
        needs = {"mobilise:knee-flexion-joint": 0.9} | ({"lengthen:quad": 0.6} if straight else {})
        return PatternResult("knee", "joint", needs=needs)
    if straight is None:
        return PatternResult("knee", "need-tests", ("knee-flexion-prone",))
    if straight:
        needs = {"lengthen:quad": 0.9}
        return PatternResult("knee", "muscle", needs=needs, unwanted=("mobilise:knee-flexion-joint",))
    return PatternResult("knee", "none")


def _hip_rotation(view: _View) -> PatternResult:
    short = view.short("hip-ir", "hip-ir-seated")
    if short is None:
        return PatternResult("hip-rotation", "need-tests", ("hip-ir",))
    if not short:
        return PatternResult("hip-rotation", "none")
    if "front-pinch" in view.observed:
        needs = {"mobilise:hip-capsule-posterior": 0.9, "mobilise:hip-internal-rotation": 0.4}
        return PatternResult("hip-rotation", "centre-first", needs=needs)
    needs = {
        "release:tfl": 0.5,
        "release:glute-min": 0.5,
        "mobilise:hip-capsule-posterior": 0.7,
        "mobilise:hip-internal-rotation": 0.7,
    }
    return PatternResult("hip-rotation", "free-it", needs=needs)


def _front_of_hip(view: _View) -> PatternResult:
    hip, knee = view.short("thomas-hip"), view.short("thomas-knee")
    missing = tuple(m for m, short in (("thomas-hip", hip), ("thomas-knee", knee)) if short is None)
    if missing:
        return PatternResult("front-of-hip", "need-tests", missing)
    if not hip and not knee:
        return PatternResult("front-of-hip", "none")
    if hip and knee:
        result, needs = "both", {"lengthen:hip-flexor": 0.8, "lengthen:quad": 0.8}
    elif hip:
        result, needs = "thigh-high", {"lengthen:hip-flexor": 0.9}
    else:
        result, needs = "knee-straight", {"lengthen:quad": 0.9}
    if "thigh-drifts-out" in view.observed:
        needs["lengthen:tfl"] = 0.7
    return PatternResult("front-of-hip", result, needs=needs)


RULES: Mapping[str, Callable[[_View], PatternResult]] = {
    "toe-reach": _toe_reach,
    "knee": _knee,
    "hip-rotation": _hip_rotation,
    "front-of-hip": _front_of_hip,
}
