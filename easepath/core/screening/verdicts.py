"""The verdict of every drill and measure: by side, method and place, with all its reasons."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import partial
from typing import NamedTuple

from easepath.core.as_asked import AllAsAsked
from easepath.core.facts import ClientFactor, Situation
from easepath.core.ids import Exposures, Factors, Methods
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Condition, Drill, Measure, effect_verdict
from easepath.core.knowledge.modes import Loads, Mode, Who, off_desk, reaches_side
from easepath.core.reasons import Reason
from easepath.core.screening.effects import Effects
from easepath.core.screening.equipment import Household
from easepath.core.screening.falls import FALLS_AGE, falls_open
from easepath.core.screening.own_doses import OwnModes
from easepath.core.screening.precautions import Precautions
from easepath.core.screening.ranges import Ranges
from easepath.core.vocabulary import SIDES, Place, SideName, SideWord, Verdict, other_side, target_of

EFFORT_MAXIMAL = Exposures.EFFORT_MAXIMAL
MAXIMAL_PERCENT = 80
"""Percent of the strongest effort from which on it counts as maximal."""
CAPPED_PERCENT = 60
"""Percent that a factor which forbids maximal effort leaves."""
MOST_PERCENT = 100
"""Percent above which no effort is; a lifted cap ends there."""


class DrillVerdict(NamedTuple):
    """The verdict of one drill on one side, the method and place that give it, and every reason."""

    drill: str
    side: SideWord
    verdict: Verdict
    method: str
    place: Place
    reasons: tuple[Reason, ...]
    lacking: tuple[str, ...]
    by_mode: Mapping[tuple[str, Place], Verdict]

    @property
    def feasible(self) -> bool:
        """Whether the client has a place for it and every piece it needs."""
        return not self.lacking


@dataclass(frozen=True)
class MeasureVerdict:
    """The verdict of one test on one side."""

    measure: str
    side: SideWord
    verdict: Verdict
    reasons: tuple[Reason, ...]


class DrillScreen:
    """Screens drills and measures for one client; everything that does not vary by drill is read once."""

    def __init__(
        self,
        library: Library,
        situation: Situation,
        factors: tuple[ClientFactor, ...],
        effects: Effects,
        ranges: Ranges,
        profile: Condition | None,
    ) -> None:
        self._library = library
        self._effects = effects
        self._ranges = ranges
        self._profile = profile
        self._places = set(situation.client.places)
        self._household = Household(library, situation.client)
        self._desk_plan = profile is not None and profile.method == Methods.DESK_BREAK
        self._falls_open = falls_open(library, situation, factors)
        self._limits_effort = EFFORT_MAXIMAL in effects.whole
        self._modes = OwnModes(library, situation)
        self._other_methods = {
            method.id: Reason("other-method", Verdict.MODIFY, {"method": method.name.lower(), "method_id": method.id})
            for method in library.methods.values()
        }
        self._by_load = {side: _by_load(effects, side) for side in SIDES}
        self._precautions = Precautions(library, situation, factors, profile)
        self._uncleared_reasons = {
            region: Reason("surgery-uncleared", _uncleared_verdict(library), {"region": region.replace("-", " ")})
            for region in library.regions
        }

    @property
    def floor_care(self) -> bool:
        """Whether any factor in force speaks about getting down to the floor."""
        return self._effects.floor_care

    def effort_cap(self, drill: Drill, sides: Iterable[SideName]) -> int | None:
        """The lowest effort cap on the drill from the condition and the factors in force, in percent."""
        caps = [self._profile.effort_cap[drill.id]] if self._profile and drill.id in self._profile.effort_cap else []
        for exposure, percent, factor_sides in self._effects.effort_caps:
            for name, who in self._library.drill_loads[drill.id]:
                if name == exposure and reaches_side(who, sides, factor_sides):
                    caps.append(percent)
        return min(caps, default=None)

    def dose_cap(self, drill: Drill, method: str, sides: Iterable[SideName], lift: int = 0) -> int | None:
        """The cap that binds the dose ladder, the 60 percent of a modified maximal effort included.

        A cap is lifted by `lift` percent where a clinician said so; where maximal efforts are judged at all, the lift
        ends at those 60 percent, because nothing above them was looked at.
        """
        cap = self.effort_cap(drill, sides)
        if cap is not None:
            highest = max(cap, CAPPED_PERCENT) if self._limits_effort else MOST_PERCENT
            cap = min(cap + lift, highest)
        mode = next(mode for mode in self._modes.of(drill) if mode.method == method)
        reasons = self._maximal(drill, mode, tuple(sides)) if self._limits_effort else []
        if any(reason.rule == "effort-capped" for reason in reasons):
            return CAPPED_PERCENT if cap is None else min(cap, CAPPED_PERCENT)
        return cap

    def reaches_maximal(self, drill: Drill, method: str, sides: Iterable[SideName]) -> bool:
        """Whether some step of the dose in that method is a maximal effort under the caps in force."""
        cap = self.effort_cap(drill, sides)
        tops = (mode.effort[1] for mode in self._modes.of(drill) if mode.method == method)
        return any((top if cap is None else min(top, cap)) >= MAXIMAL_PERCENT for top in tops)

    def methods_of(self, drill: Drill) -> tuple[str, ...]:
        """The methods a drill may be done in; a movement break only in a desk plan or where it is all there is."""
        return drill.methods if self._desk_plan else off_desk(drill)

    def drill(self, drill: Drill) -> Mapping[SideWord, DrillVerdict]:
        """The verdict of a drill on every side it is judged on."""
        whole, modes, lacking = self._whole_person(drill), self.modes_here(drill), self._lacking(drill)
        return {side: self._on_side(drill, side, whole, modes, lacking) for side in drill.sides_judged()}

    def _on_side(
        self, drill: Drill, side: SideWord, whole: list[Reason], modes: tuple[Mode, ...], lacking: tuple[str, ...]
    ) -> DrillVerdict:
        """The verdict on a side; both together take the worse side."""
        sides: tuple[SideName, ...] = SIDES if side == "both" else (side,)
        base = self._ranges_on(drill, sides) + whole
        floor = _gravest(base, Verdict.CLEAR)
        best: tuple[Verdict, Mode, list[Reason]] | None = None
        for mode in modes:
            reasons = self._mode_reasons(drill, mode, sides)
            verdict = _gravest(reasons, floor)
            if best is None or verdict < best[0]:
                best = verdict, mode, reasons
            if verdict is floor:  # nothing is milder than what holds in every mode
                break
        assert best is not None
        verdict, mode, reasons = best
        return DrillVerdict(
            drill.id, side, verdict, mode.method, mode.place, _unique(base + reasons + _named(drill, mode)),
            lacking, AllAsAsked(partial(self._by_mode, drill, modes, sides, floor)),
        )  # fmt: skip

    def _by_mode(
        self, drill: Drill, modes: tuple[Mode, ...], sides: tuple[SideName, ...], floor: Verdict
    ) -> dict[tuple[str, Place], Verdict]:
        return {
            (mode.method, mode.place): _gravest(self._mode_reasons(drill, mode, sides), floor) for mode in modes
        }  # fmt: skip

    def reasons_at(self, drill: Drill, side: SideWord, method: str, place: Place) -> tuple[Reason, ...]:
        """What speaks about a drill on a side when it is done in that method at that place, the gravest first."""
        sides: tuple[SideName, ...] = SIDES if side == "both" else (side,)
        mode = self.mode(drill, method, place)
        base = self._ranges_on(drill, sides) + self._whole_person(drill)
        return _unique(base + self._mode_reasons(drill, mode, sides) + _named(drill, mode))

    def measure(self, measure: Measure, side: SideWord, fresh: tuple[ClientFactor, ...]) -> MeasureVerdict:
        """The verdict of a test; one without sides takes the worse side."""
        sides: tuple[SideName, ...] = SIDES if side == "both" else (side,)
        loads = self._library.measure_loads[measure.id]
        reasons = [reason for one in sides for reason in self._loaded(loads, one)]
        if self._effects.uncleared_regions is not None:
            reasons += self._uncleared_load(tuple(exposure for exposure, _ in loads))
        if self._profile and measure.id in self._profile.withhold:
            reasons.append(Reason("measure-withheld", Verdict.EXCLUDE, {"condition": self._profile.name}))
        modifying = {r.facts.get("factor_id") for r in reasons if r.verdict is Verdict.MODIFY}
        reasons += [
            Reason("measure-too-early", Verdict.EXCLUDE, {"factor": self._library.factors[strain.id].name})
            for strain in fresh
            if strain.id in modifying
        ]
        verdict = max((reason.verdict for reason in reasons), default=Verdict.CLEAR)
        return MeasureVerdict(measure.id, side, verdict, _unique(reasons))

    def past(self, drill: Drill, sides: Iterable[SideName]) -> Reason | None:
        """That a drill has nothing more to give, its range being there on every one of the sides; None where it has."""
        found = [self._ranges.past(drill.past, side) for side in sides] if drill.past else []
        return found[0] if found and all(found) else None

    @staticmethod
    def loaded_sides(mode: Mode, side: SideName) -> Iterator[tuple[str, SideName | None]]:
        """Every exposure in force and the side it loads (None: the whole person) when `side` is drilled."""
        for exposure, who in mode.loads:
            yield exposure, None if who == "whole" else side if who == "drilled" else other_side(side)

    def mode(self, drill: Drill, method: str, place: Place) -> Mode:
        """The mode of a drill in a method at a place."""
        for mode in self._modes.of(drill):
            if mode.place == place and mode.method == method:
                return mode
        raise KeyError((drill.id, method, place))

    def modes_here(self, drill: Drill) -> tuple[Mode, ...]:
        """Every method and place the client may do a drill in; all of them where none of its places is there."""
        modes = self._modes.of(drill) if self._desk_plan else self._modes.off_desk(drill)
        return tuple([mode for mode in modes if mode.place in self._places]) or modes

    def _lacking(self, drill: Drill) -> tuple[str, ...]:
        places = () if not self._places.isdisjoint(drill.places) else ("a place: " + " or ".join(drill.places),)
        return (*places, *self._household.lacking(drill.equip))

    def _ranges_on(self, drill: Drill, sides: tuple[SideName, ...]) -> list[Reason]:
        """Ranges the position asks for and limits on what the drill reaches, in every method and place."""
        if not (drill.requires or drill.requires_other or drill.reaches or drill.reaches_other):
            return []
        found: list[Reason] = []
        for side in sides:
            across = other_side(side)
            found += self._ranges.required(drill.requires, side)
            found += self._ranges.required(drill.requires_other, across)
            found += self._ranges.reached(drill.reaches, side)
            found += self._ranges.reached(drill.reaches_other, across)
        return found

    def _whole_person(self, drill: Drill) -> list[Reason]:
        """What holds for the person whichever side is drilled, in every method and place."""
        reasons = self._uncleared(drill) if self._effects.uncleared_regions is not None else []
        if self._falls_open and Exposures.BALANCE_HARD in (*drill.exposures, *drill.exposures_other):
            reasons.append(Reason("falls-unanswered", Verdict.EXCLUDE, {"threshold": FALLS_AGE}))
        return [*reasons, *self._precautions.of_drill(drill)] if self._precautions.some else reasons

    def _mode_reasons(self, drill: Drill, mode: Mode, sides: tuple[SideName, ...]) -> list[Reason]:
        reasons = self._loaded(mode.loads, sides[0])
        if len(sides) > 1:
            reasons += self._loaded(mode.loads, sides[1])
        if self._precautions.some:
            for side in sides:
                reasons += self._precautions.of_loads(drill, mode.loads, side)
        if self._limits_effort and mode.effort[1] >= MAXIMAL_PERCENT:
            reasons += self._maximal(drill, mode, sides)
        if self._effects.uncleared_regions is not None:
            reasons += self._uncleared_load(mode.exposures)
        if not mode.is_first_method:
            reasons.append(self._other_methods[mode.method])
        return reasons

    def _loaded(self, loads: Loads, side: SideName) -> list[Reason]:
        """The reasons of every load, read from the table of the side it falls on."""
        table = self._by_load[side]
        return [reason for load in loads if load in table for reason in table[load]]

    def _maximal(self, drill: Drill, mode: Mode, sides: tuple[SideName, ...]) -> list[Reason]:
        """Maximal effort as derived from the dose: refused only where the start itself is maximal."""
        if EFFORT_MAXIMAL in drill.exposures:
            return []
        cap = self.effort_cap(drill, sides)
        start, top = (effort if cap is None else min(effort, cap) for effort in mode.effort)
        if top < MAXIMAL_PERCENT:
            return []
        return [
            _capped(reason) if start < MAXIMAL_PERCENT and reason.verdict >= Verdict.MODIFY else reason
            for reason in self._effects.whole[EFFORT_MAXIMAL]
        ]

    def _uncleared(self, drill: Drill) -> list[Reason]:
        regions = self._effects.uncleared_regions or frozenset(self._library.regions)
        lies_in = {r for need in drill.needs for r in self._library.targets[target_of(need)].regions}
        return [self._uncleared_reasons[region] for region in sorted(lies_in & regions)]

    def _uncleared_load(self, exposures: tuple[str, ...]) -> list[Reason]:
        regions = self._effects.uncleared_regions or frozenset(self._library.regions)
        loads = self._library.factors[Factors.SURGERY_UNCLEARED].region_exposures
        return [
            self._uncleared_reasons[region] for region in sorted(regions) if set(loads.get(region, ())) & set(exposures)
        ]


def _by_load(effects: Effects, side: SideName) -> dict[tuple[str, Who], Sequence[Reason]]:
    """What speaks about each load when a side is drilled: of that side, of the other, and of the whole person."""
    told: tuple[tuple[Who, Mapping[str, Sequence[Reason]]], ...] = (
        ("drilled", effects.by_side[side]), ("opposite", effects.by_side[other_side(side)]), ("whole", effects.whole),
    )  # fmt: skip
    return {(exposure, who): reasons for who, table in told for exposure, reasons in table.items()}


def _capped(reason: Reason) -> Reason:
    """The reason against a maximal effort where the cap answers it: what it says is done instead falls away."""
    facts = {name: value for name, value in reason.facts.items() if name != "instead"}
    return Reason("effort-capped", Verdict.MODIFY, facts | {"percent": CAPPED_PERCENT})


def _uncleared_verdict(library: Library) -> Verdict:
    """How grave surgery without clearance is for its region."""
    word = library.factors[Factors.SURGERY_UNCLEARED].region_verdict
    return Verdict.EXCLUDE if word is None else effect_verdict(word)


def _gravest(reasons: list[Reason], floor: Verdict) -> Verdict:
    """The gravest of some reasons and of what holds without them."""
    for reason in reasons:
        floor = max(floor, reason.verdict)
    return floor


def _named(drill: Drill, mode: Mode) -> list[Reason]:
    """Another place than the drill's first is named."""
    return [] if mode.place == drill.places[0] else [Reason("other-place", facts={"place": mode.place})]


def _unique(reasons: list[Reason]) -> tuple[Reason, ...]:
    """Each reason once, the gravest first; tables share their reasons, so the same one is the same object."""
    if len(reasons) < 2:
        return tuple(reasons)
    once = {id(reason): reason for reason in reasons}
    return tuple(sorted(once.values(), key=lambda reason: -reason.verdict))
