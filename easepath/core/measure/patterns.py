"""Patterns over single numbers: which tissue limits, told from several tests together."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace

from easepath.core.facts import ClientFactor, Situation
from easepath.core.ids import Factors, Measures, Needs, Observations, Patterns
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Condition
from easepath.core.measure.how_far_out import ROTATION, how_far_out
from easepath.core.measure.values import Measurements
from easepath.core.vocabulary import SIDES, SideName, other_side

HAMSTRING_NEEDS = (Needs.LENGTHEN_HAMSTRING, Needs.STRENGTHEN_HAMSTRING, Needs.ACTIVATE_HAMSTRING)
NERVE_SIGNS = frozenset({Observations.SLR_LEG_SYMPTOMS, Observations.SLR_CHANGES_WITH_ANKLE})
NERVE_FACTORS = frozenset({Factors.NERVE_ROOT, Factors.NERVE_ROOT_HOT})
GRAVEST_FIRST: Mapping[str, tuple[str, ...]] = {
    Patterns.TOE_REACH: ("nerve", "short-hamstring", "doubtful", "back-holds", "long-hamstring", "need-tests", "none"),
    Patterns.KNEE: ("joint", "muscle", "need-tests", "none"),
    Patterns.HIP_ROTATION: ("centre-first", "free-it", "need-tests", "none"),
    Patterns.FRONT_OF_HIP: ("both", "thigh-high", "knee-straight", "need-tests", "none"),
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


def hangs_on(patterns: tuple[PatternResult, ...], profile: Condition | None) -> tuple[str, ...]:
    """The tests without which a pattern that the profile names says nothing, each once."""
    named = profile.patterns if profile else ()
    waiting = (one for one in patterns if one.id in named and one.result == "need-tests")
    return tuple(dict.fromkeys(test for one in waiting for test in one.missing))


@dataclass(frozen=True)
class _View:
    """One side as the pattern rules see it."""

    measured: Measurements
    side: SideName
    observed: frozenset[str]
    factors: frozenset[str]

    def on(self, side: SideName) -> _View:
        """The same of another side."""
        return replace(self, side=side)

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
    """Every pattern that has something to go on, judged on each affected side.

    The graver result is shown, at a tie that of the side further out. What it asks for is scaled by how far out its
    test is, unless the profile names the pattern.
    """
    observed = frozenset(situation.complaint.observed)
    names = frozenset(f.id for f in factors)
    found = []
    for pattern, rule in RULES.items():
        if not _runs(library, situation, pattern, profile):
            continue
        sides = [side for side in SIDES if side in situation.complaint.affected]
        results = {side: rule(_View(measured, side, observed, names)) for side in sides}
        outs = {side: how_far_out(measured, pattern, results[side].result, side) for side in sides}
        order = GRAVEST_FIRST[pattern]
        side = min(sides, key=lambda one: (order.index(results[one].result), -outs[one].grade, -outs[one].distance))
        gravest = results[side]
        where = frozenset(one for one, result in results.items() if result.result == gravest.result)
        wanted_anyway = profile is not None and pattern in profile.patterns
        share = 1.0 if wanted_anyway else outs[side].share
        needs = {need: weight * share for need, weight in gravest.needs.items()}
        found.append(PatternResult(pattern, gravest.result, gravest.missing, needs, gravest.unwanted, where))
    return tuple(found)


def _runs(library: Library, situation: Situation, pattern: str, profile: Condition | None) -> bool:
    if profile is not None and pattern in profile.patterns:
        return True
    lines = [finding for finding in library.findings if finding.pattern == pattern]
    taken = {sitting.measure for sitting in situation.sittings_by_date}
    return any((line.measure in taken) or (line.observed in situation.complaint.observed) for line in lines)


def _toe_reach(view: _View) -> PatternResult:
    if view.observed & NERVE_SIGNS or view.factors & NERVE_FACTORS:
        return PatternResult(Patterns.TOE_REACH, "nerve", unwanted=HAMSTRING_NEEDS)
    slr, ake = view.beyond(Measures.SLR), view.beyond(Measures.AKE)
    if slr is None:
        return PatternResult(Patterns.TOE_REACH, "need-tests", (Measures.SLR,))
    if slr > 1 and ake is None:
        return PatternResult(Patterns.TOE_REACH, "need-tests", (Measures.AKE,))
    if slr > 1 and ake is not None and ake > 1:
        needs = {Needs.LENGTHEN_HAMSTRING: 0.9, Needs.STRENGTHEN_HAMSTRING: 0.6}
        return PatternResult(Patterns.TOE_REACH, "short-hamstring", needs=needs)
    if (slr > 1) != (ake is not None and ake > 1):
        return PatternResult(Patterns.TOE_REACH, "doubtful", unwanted=HAMSTRING_NEEDS)
    return _toe_reach_with_long_leg(view, slr)


def _toe_reach_with_long_leg(view: _View, slr: float) -> PatternResult:
    reach = view.beyond(Measures.TOE_REACH)
    if reach is None:
        return PatternResult(Patterns.TOE_REACH, "need-tests", (Measures.TOE_REACH,))
    tilts = Observations.PELVIS_TILTS_FORWARD in view.observed
    if reach > 1:
        needs = {Needs.RELEASE_LUMBAR_EXTENSORS: 0.9, Needs.CONTROL_PELVIS: 0.6}
        if tilts:
            needs |= {Needs.STRENGTHEN_HAMSTRING: 0.7, Needs.ACTIVATE_HAMSTRING: 0.6}
        if view.short(*ROTATION):
            needs |= {Needs.MOBILISE_HIP_CAPSULE: 0.7}
        return PatternResult(Patterns.TOE_REACH, "back-holds", needs=needs, unwanted=(Needs.LENGTHEN_HAMSTRING,))
    row = view.measured.row(Measures.TOE_REACH, view.side)
    if tilts and row is not None and row.grade == "none" and slr < -2:
        needs = {Needs.STRENGTHEN_HAMSTRING: 0.5, Needs.CONTROL_PELVIS: 0.6}
        return PatternResult(Patterns.TOE_REACH, "long-hamstring", needs=needs, unwanted=(Needs.LENGTHEN_HAMSTRING,))
    return PatternResult(Patterns.TOE_REACH, "none")


def _knee(view: _View) -> PatternResult:
    bent, straight = (
        view.short(Measures.KNEE_FLEXION),
        view.short(Measures.KNEE_FLEXION_PRONE, Measures.KNEE_FLEXION_SIDE),
    )
    if bent is None:
        return PatternResult(Patterns.KNEE, "need-tests", (Measures.KNEE_FLEXION,))
    if bent:
        needs = {Needs.MOBILISE_KNEE_JOINT: 0.9} | ({Needs.LENGTHEN_QUAD: 0.6} if straight else {})
        return PatternResult(Patterns.KNEE, "joint", needs=needs)
    if straight is None:
        return PatternResult(Patterns.KNEE, "need-tests", (Measures.KNEE_FLEXION_PRONE,))
    if straight:
        needs = {Needs.LENGTHEN_QUAD: 0.9}
        return PatternResult(Patterns.KNEE, "muscle", needs=needs, unwanted=(Needs.MOBILISE_KNEE_JOINT,))
    return PatternResult(Patterns.KNEE, "none")


def _hip_rotation(view: _View) -> PatternResult:
    short = view.short(*ROTATION)
    if short is None:
        return PatternResult(Patterns.HIP_ROTATION, "need-tests", (Measures.HIP_IR,))
    if not short:
        return PatternResult(Patterns.HIP_ROTATION, "none")
    if Observations.FRONT_PINCH in view.observed:
        needs = {Needs.MOBILISE_HIP_CAPSULE: 0.9, Needs.MOBILISE_HIP_ROTATION: 0.4}
        return PatternResult(Patterns.HIP_ROTATION, "centre-first", needs=needs)
    needs = {
        Needs.RELEASE_TFL: 0.5,
        Needs.RELEASE_GLUTE_MIN: 0.5,
        Needs.MOBILISE_HIP_CAPSULE: 0.7,
        Needs.MOBILISE_HIP_ROTATION: 0.7,
    }
    if view.on(other_side(view.side)).short(*ROTATION):
        needs[Needs.LENGTHEN_GLUTE_MAX] = 0.4
    return PatternResult(Patterns.HIP_ROTATION, "free-it", needs=needs)


def _front_of_hip(view: _View) -> PatternResult:
    hip, knee = view.short(Measures.THOMAS_HIP), view.short(Measures.THOMAS_KNEE)
    missing = tuple(m for m, short in ((Measures.THOMAS_HIP, hip), (Measures.THOMAS_KNEE, knee)) if short is None)
    if missing:
        return PatternResult(Patterns.FRONT_OF_HIP, "need-tests", missing)
    if not hip and not knee:
        return PatternResult(Patterns.FRONT_OF_HIP, "none")
    if hip and knee:
        result, needs = "both", {Needs.LENGTHEN_HIP_FLEXOR: 0.8, Needs.LENGTHEN_QUAD: 0.8}
    elif hip:
        result, needs = "thigh-high", {Needs.LENGTHEN_HIP_FLEXOR: 0.9}
    else:
        result, needs = "knee-straight", {Needs.LENGTHEN_QUAD: 0.9}
    if Observations.THIGH_DRIFTS_OUT in view.observed:
        needs[Needs.LENGTHEN_TFL] = 0.7
    return PatternResult(Patterns.FRONT_OF_HIP, result, needs=needs)


RULES: Mapping[str, Callable[[_View], PatternResult]] = {
    Patterns.TOE_REACH: _toe_reach,
    Patterns.KNEE: _knee,
    Patterns.HIP_ROTATION: _hip_rotation,
    Patterns.FRONT_OF_HIP: _front_of_hip,
}
