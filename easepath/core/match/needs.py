"""From the condition and the findings to needs: what to do and where, each with a weight and its sources."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import cached_property

from easepath.core.facts import NeedSet
from easepath.core.ids import Needs as NeedIds
from easepath.core.knowledge.models import Finding
from easepath.core.match.foreign import Joints
from easepath.core.measure.values import GRADE_ORDER, GRADE_WEIGHT, Grade
from easepath.core.screening.screen import NERVE_ROOT, ScreenResult
from easepath.core.vocabulary import NeedSource, SideName

OBSERVED_WEIGHT = GRADE_WEIGHT["moderate"]
NEGATIVE_SHARE = 0.8
"""A test that was taken and is negative speaks only against a need that it mainly points to."""
NEGATIVE_FACTOR = 0.4
"""What is left of a need that the tests speak against; a negative test is no proof."""
NERVE_FORBIDS = (NeedIds.LENGTHEN_HAMSTRING,)


@dataclass(frozen=True)
class Source:
    """One thing that asks for a need: the condition, a finding, a pattern; with what weight, and whether of a joint
    beside the complaint. A finding names its `measure`.
    """

    kind: NeedSource
    name: str
    weight: float
    foreign: bool = False
    measure: str | None = None

    @property
    def is_prior(self) -> bool:
        """Whether it is what the condition alone makes likely, as shipped or as the clinic weighs it."""
        return self.kind in ("condition", "house")


@dataclass(frozen=True)
class Need:
    """A need with its weight, its computed weight (before a hand-set one) and where it comes from."""

    id: str
    weight: float
    computed: float
    sources: tuple[Source, ...]
    set_by_hand: NeedSet | None = None

    @property
    def is_found_beside(self) -> bool:
        """Whether it rests only on a joint beside the complaint and nobody set it by hand."""
        return bool(self.sources) and self.set_by_hand is None and all(source.foreign for source in self.sources)


def combine(weights: list[float]) -> float:
    """1 minus the product of what each weight leaves open."""
    left = 1.0
    for weight in weights:
        left *= 1 - weight
    return 1 - left


class Needs:
    """Every need of one client: those of the affected side, and the measured ones of the other."""

    def __init__(self, screen: ScreenResult) -> None:
        self._screen = screen
        self._library = screen.library
        self._affected = screen.situation.complaint.affected
        self._observed = frozenset(screen.situation.complaint.observed)
        self._joints = Joints(screen)
        self._decided = {pattern.id for pattern in screen.patterns if pattern.decided}

    @cached_property
    def affected(self) -> Mapping[str, Need]:
        """The needs of the affected side (the worse side when both), heaviest first."""
        return {need.id: need for need in self._all if not need.is_found_beside}

    @cached_property
    def also_found(self) -> Mapping[str, Need]:
        """Needs of a joint beside the complaint, heaviest first: shown, neither matched nor composed."""
        return {need.id: need for need in self._all if need.is_found_beside and need.weight > 0}

    @cached_property
    def found(self) -> tuple[Need, ...]:
        """Every need, those found beside the complaint last."""
        return tuple(sorted(self._all, key=lambda need: need.is_found_beside))

    @cached_property
    def _all(self) -> list[Need]:
        sources, negative = self._collect()
        found = [self._need(need, given, need in negative) for need, given in sources.items()]
        return sorted(found, key=lambda need: (-need.weight, need.id))

    @cached_property
    def weights(self) -> Mapping[str, float]:
        """The weights that are matched and composed; needs for the clinician only are left out."""
        only = set(self._screen.profile.clinician_only) if self._screen.profile else set()
        return {need.id: need.weight for need in self.affected.values() if need.weight > 0 and need.id not in only}

    def of_side(self, side: SideName) -> Mapping[str, float]:
        """The weights that count for a side: the needs, or on an unaffected side its measured findings alone."""
        return self.weights if side in self._affected else self._unaffected[side]

    @cached_property
    def _unaffected(self) -> Mapping[SideName, Mapping[str, float]]:
        return {side: self._measured_alone(side) for side in ("left", "right")}

    def _measured_alone(self, side: SideName) -> dict[str, float]:
        given: dict[str, list[float]] = {}
        home: set[str] = set()
        for finding in self._library.findings:
            grade = self._grade(finding, frozenset({side}))
            if grade is not None and grade != "none" and self._counts(finding, frozenset({side})):
                for need, share in finding.needs.items():
                    given.setdefault(need, []).append(GRADE_WEIGHT[grade] * share)
                home |= set() if self._joints.is_foreign(finding) else finding.needs.keys()
        unwanted = self._unwanted | self._forbidden
        home |= {need.id for need in self._all if need.sources or need.set_by_hand}
        shown_only = {need.id for need in self._all if need.is_found_beside}
        return {need: combine(weights) for need, weights in given.items() if need in home - unwanted - shown_only}

    def _collect(self) -> tuple[dict[str, list[Source]], set[str]]:
        sources: dict[str, list[Source]] = {}
        negative: set[str] = set()
        profile = self._screen.profile
        for need, weight in (profile.needs if profile else {}).items():
            sources[need] = [self._prior(need, weight)]
        for finding in self._library.findings:
            if finding.pattern in self._decided:
                continue
            for need, source in self._finding(finding, negative):
                sources.setdefault(need, []).append(source)
        for pattern in self._screen.patterns:
            for need, weight in pattern.needs.items() if pattern.decided else ():
                name, foreign = f"{pattern.id}: {pattern.result}", self._joints.is_foreign_pattern(pattern.id)
                sources.setdefault(need, []).append(Source("pattern", name, weight, foreign))
            for need in pattern.unwanted:
                sources.setdefault(need, [])
        for need in self._screen.situation.needs:
            sources.setdefault(need, [])
        return sources, negative

    def _prior(self, need: str, weight: float) -> Source:
        """What the condition expects; a clinic's own weight stands for it and for nothing that was found."""
        profile = self._screen.profile
        assert profile is not None
        for own in self._screen.situation.house_needs:
            if (own.condition, own.need) == (profile.id, need):
                return Source("house", profile.name, own.weight)
        return Source("condition", profile.name, weight)

    def _finding(self, finding: Finding, negative: set[str]) -> Iterator[tuple[str, Source]]:
        foreign = self._joints.is_foreign(finding)
        if finding.observed:
            if finding.observed in self._observed and self._counts(finding, self._affected):
                for need, share in finding.needs.items():
                    yield need, Source("observation", finding.observed, OBSERVED_WEIGHT * share, foreign)
            return
        grade = self._grade(finding, self._affected)
        if grade is None:
            return
        if grade == "none":
            negative.update(need for need, share in finding.needs.items() if share >= NEGATIVE_SHARE)
        elif self._counts(finding, self._affected):
            for need, share in finding.needs.items():
                name, weight = f"{finding.measure} {grade}", GRADE_WEIGHT[grade] * share
                yield need, Source("finding", name, weight, foreign, finding.measure)

    def _grade(self, finding: Finding, sides: frozenset[SideName]) -> Grade | None:
        if finding.measure is None:
            return None
        rows = [self._screen.measured.row(finding.measure, side) for side in sides]
        grades = [row.grade for row in rows if row is not None and row.grade is not None]
        return max(grades, key=GRADE_ORDER.index, default=None)

    def _counts(self, finding: Finding, sides: frozenset[SideName]) -> bool:
        if finding.unless in self._observed:
            return False
        only = finding.only_with
        return only is None or any(self._screen.measured.is_short(only, side) for side in sides)

    def _need(self, need: str, sources: list[Source], negative: bool) -> Need:
        named = any(not source.is_prior for source in sources)
        factor = NEGATIVE_FACTOR if negative and not named else 1.0
        weights = [s.weight * (factor if s.is_prior else 1.0) for s in sources]
        computed = 0.0 if need in self._unwanted or need in self._closed else combine(weights)
        by_hand = self._screen.situation.needs.get(need)
        weight = computed if by_hand is None else by_hand.weight
        if need in self._forbidden or need in self._closed:
            weight = computed = 0.0
        return Need(need, weight, computed, tuple(sources), by_hand)

    @cached_property
    def _unwanted(self) -> frozenset[str]:
        return frozenset(need for pattern in self._screen.patterns for need in pattern.unwanted)

    @cached_property
    def _forbidden(self) -> frozenset[str]:
        """What a nerve makes zero, whatever anybody sets."""
        by_pattern = {n for p in self._screen.patterns if p.result == "nerve" for n in p.unwanted}
        by_factor = NERVE_FORBIDS if self._screen.factor_ids & NERVE_ROOT else ()
        return frozenset(by_pattern | set(by_factor))

    @cached_property
    def _closed(self) -> frozenset[str]:
        """Needs that count only once a pattern has named them, and none has."""
        profile = self._screen.profile
        named = {need for pattern in self._screen.patterns if pattern.decided for need in pattern.needs}
        return frozenset(set(profile.after_pattern if profile else ()) - named)
