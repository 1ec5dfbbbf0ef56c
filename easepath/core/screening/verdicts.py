"""The verdict of every drill and measure: by side, method and place, with all its reasons."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field

from easepath.core.dose.ladder import dose_shape
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Condition, Drill, Measure
from easepath.core.knowledge.modes import Mode
from easepath.core.reasons import Reason
from easepath.core.screening.effects import Effects
from easepath.core.screening.equipment import Household
from easepath.core.screening.ranges import Ranges
from easepath.core.situation import ClientFactor, Situation
from easepath.core.story import answer
from easepath.core.vocabulary import SIDES, Place, SideName, SideWord, Verdict, other_side, target_of

EFFORT_MAXIMAL = "effort-maximal"
MAXIMAL_PERCENT = 80
CAPPED_PERCENT = 60
FALLS_AGE = 75


@dataclass(frozen=True)
class DrillVerdict:
    """The verdict of one drill on one side, the method and place that give it, and every reason."""

    drill: str
    side: SideWord
    verdict: Verdict
    method: str
    place: Place
    reasons: tuple[Reason, ...]
    lacking: tuple[str, ...]
    by_mode: Mapping[tuple[str, Place], Verdict] = field(default_factory=dict)

    @property
    def feasible(self) -> bool:
        """Whether the client has a place for it and every piece it needs."""
        return not self.lacking

    def mildest_place(self, method: str) -> tuple[Place, Verdict] | None:
        """The earliest of the mildest places of a method; None when the method has none."""
        found = [(verdict, place) for (name, place), verdict in self.by_mode.items() if name == method]
        if not found:
            return None
        verdict = min(v for v, _ in found)
        return next(place for v, place in found if v == verdict), verdict


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
        self._desk_plan = profile is not None and profile.method == "desk-break"
        self._falls_open = _falls_open(situation, factors)
        self._acts_on = {exposure.id: exposure.acts_on for exposure in library.exposures.values()}
        self._touched = effects.touched

    @property
    def floor_care(self) -> bool:
        """Whether any factor in force speaks about getting down to the floor."""
        return self._effects.floor_care

    def effort_cap(self, drill: Drill, sides: Iterable[SideName]) -> int | None:
        """The lowest effort cap on the drill from the condition and the factors in force, in percent."""
        caps = [self._profile.effort_cap[drill.id]] if self._profile and drill.id in self._profile.effort_cap else []
        for exposure, percent, factor_sides in self._effects.effort_caps:
            for side in sides:
                if self._loads(drill, exposure, side, factor_sides):
                    caps.append(percent)
        return min(caps, default=None)

    def dose_cap(self, drill: Drill, method: str, sides: Iterable[SideName]) -> int | None:
        """The cap that binds the dose ladder, the 60 percent of a modified maximal effort included."""
        cap = self.effort_cap(drill, sides)
        if any(reason.rule == "effort-capped" for reason in self._maximal(drill, method, cap)):
            return CAPPED_PERCENT if cap is None else min(cap, CAPPED_PERCENT)
        return cap

    def methods_of(self, drill: Drill) -> tuple[str, ...]:
        """The methods a drill may be done in; a movement break only in a desk plan or where it is all there is."""
        if self._desk_plan or set(drill.methods) == {"desk-break"}:
            return drill.methods
        return tuple(method for method in drill.methods if method != "desk-break")

    def drill(self, drill: Drill, side: SideWord) -> DrillVerdict:
        """The verdict of a drill on a side; both together take the worse side."""
        sides: tuple[SideName, ...] = SIDES if side == "both" else (side,)
        base = [reason for one in sides for reason in self._always(drill, one)]
        allowed = self._allowed_modes(drill)
        by_mode: dict[tuple[str, Place], Verdict] = {}
        best: tuple[Verdict, Mode, list[Reason]] | None = None
        for mode in allowed:
            reasons = list(self._mode_reasons(drill, mode, sides))
            verdict = max((r.verdict for r in (*base, *reasons)), default=Verdict.CLEAR)
            by_mode[mode.method, mode.place] = verdict
            if best is None or verdict < best[0]:
                best = verdict, mode, reasons
        assert best is not None
        verdict, mode, reasons = best
        named = [] if mode.place == drill.places[0] else [Reason("other-place", facts={"place": mode.place})]
        return DrillVerdict(
            drill.id, side, verdict, mode.method, mode.place, _unique((*base, *reasons, *named)),
            self._lacking(drill), by_mode,
        )  # fmt: skip

    def measure(self, measure: Measure, side: SideWord, fresh: ClientFactor | None) -> MeasureVerdict:
        """The verdict of a test; one without sides takes the worse side."""
        sides: tuple[SideName, ...] = SIDES if side == "both" else (side,)
        reasons = [reason for one in sides for reason in self._exposed(measure.exposures, measure.exposures_other, one)]
        if self._effects.uncleared_regions is not None:
            reasons += self._uncleared_load((*measure.exposures, *measure.exposures_other))
        if self._profile and measure.id in self._profile.withhold:
            reasons.append(Reason("measure-withheld", Verdict.EXCLUDE, {"condition": self._profile.name}))
        if fresh is not None and any(
            r.facts.get("factor_id") == fresh.id and r.verdict is Verdict.MODIFY for r in reasons
        ):
            facts = {"factor": self._library.factors[fresh.id].name}
            reasons.append(Reason("measure-too-early", Verdict.EXCLUDE, facts))
        verdict = max((reason.verdict for reason in reasons), default=Verdict.CLEAR)
        return MeasureVerdict(measure.id, side, verdict, _unique(reasons))

    def exposures_loading(self, drill: Drill, mode: Mode, side: SideName) -> Iterator[tuple[str, SideName | None]]:
        """Every exposure in force and the side it loads (None: the whole person) when `side` is drilled."""
        for exposure in mode.own:
            yield exposure, self._loaded(exposure, side)
        for exposure in mode.other:
            yield exposure, self._loaded(exposure, other_side(side))

    def mode(self, drill: Drill, method: str, place: Place) -> Mode:
        """The mode of a drill in a method at a place."""
        return next(m for m in self._library.modes[drill.id] if (m.method, m.place) == (method, place))

    def _allowed_modes(self, drill: Drill) -> tuple[Mode, ...]:
        methods = self.methods_of(drill)
        modes = tuple(mode for mode in self._library.modes[drill.id] if mode.method in methods)
        here = tuple(mode for mode in modes if mode.place in self._places)
        return here or modes

    def _lacking(self, drill: Drill) -> tuple[str, ...]:
        places = () if self._places & set(drill.places) else ("a place: " + " or ".join(drill.places),)
        return (*places, *self._household.lacking(drill.equip))

    def _always(self, drill: Drill, side: SideName) -> Iterator[Reason]:
        """Reasons that hold in every method and place."""
        yield from self._ranges.required(drill.requires, side)
        yield from self._ranges.required(drill.requires_other, other_side(side))
        yield from self._ranges.reached(drill.reaches, side)
        if self._effects.uncleared_regions is not None:
            yield from self._uncleared(drill)
        if self._falls_open and "balance-hard" in (*drill.exposures, *drill.exposures_other):
            yield Reason("falls-unanswered", Verdict.EXCLUDE, {"threshold": FALLS_AGE})

    def _mode_reasons(self, drill: Drill, mode: Mode, sides: tuple[SideName, ...]) -> Iterator[Reason]:
        for side in sides:
            yield from self._exposed(mode.own, mode.other, side)
        yield from self._maximal(drill, mode.method, self.effort_cap(drill, sides))
        if self._effects.uncleared_regions is not None:
            yield from self._uncleared_load((*mode.own, *mode.other))
        if mode.method_index > 0:
            name = self._library.methods[mode.method].name.lower()
            yield Reason("other-method", Verdict.MODIFY, {"method": name, "method_id": mode.method})

    def _exposed(self, own: tuple[str, ...], other: tuple[str, ...], side: SideName) -> Iterator[Reason]:
        for exposures, here in ((own, side), (other, other_side(side))):
            for exposure in exposures:
                if exposure in self._touched:
                    loaded = self._loaded(exposure, here)
                    table = self._effects.whole if loaded is None else self._effects.by_side[loaded]
                    yield from table.get(exposure, ())

    def _loaded(self, exposure: str, side: SideName) -> SideName | None:
        acts_on = self._acts_on[exposure]
        return None if acts_on == "whole" else side if acts_on == "same" else other_side(side)

    def _loads(self, drill: Drill, exposure: str, side: SideName, on: frozenset[SideName]) -> bool:
        for exposures, here in ((drill.exposures, side), (drill.exposures_other, other_side(side))):
            if exposure in exposures:
                loaded = self._loaded(exposure, here)
                if loaded is None or loaded in on:
                    return True
        return False

    def _maximal(self, drill: Drill, method: str, cap: int | None) -> Iterator[Reason]:
        """Maximal effort as derived from the dose: refused only where the start itself is maximal."""
        reasons = self._effects.whole.get(EFFORT_MAXIMAL)
        if not reasons or EFFORT_MAXIMAL in drill.exposures:
            return
        shape = dose_shape(drill, self._library.methods[method], cap)
        if (shape.top.effort_pct or 0) < MAXIMAL_PERCENT:
            return
        below = (shape.start.effort_pct or 0) < MAXIMAL_PERCENT
        for reason in reasons:
            if below and reason.verdict >= Verdict.MODIFY:
                yield Reason("effort-capped", Verdict.MODIFY, {**reason.facts, "percent": CAPPED_PERCENT})
            else:
                yield reason

    def _uncleared(self, drill: Drill) -> Iterator[Reason]:
        regions = self._effects.uncleared_regions or frozenset(self._library.regions)
        lies_in = {r for need in drill.needs for r in self._library.targets[target_of(need)].regions}
        for region in sorted(lies_in & regions):
            yield Reason("surgery-uncleared", Verdict.EXCLUDE, {"region": region.replace("-", " ")})

    def _uncleared_load(self, exposures: tuple[str, ...]) -> list[Reason]:
        regions = self._effects.uncleared_regions or frozenset(self._library.regions)
        loads = self._library.factors["recent-surgery-uncleared"].region_exposures
        return [
            Reason("surgery-uncleared", Verdict.EXCLUDE, {"region": region.replace("-", " ")})
            for region in sorted(regions)
            if set(loads.get(region, ())) & set(exposures)
        ]


def _falls_open(situation: Situation, factors: tuple[ClientFactor, ...]) -> bool:
    """Whether the risk of falling must be asked and is neither listed nor answered no."""
    age, names = situation.client.age, {factor.id for factor in factors}
    asked = (age is not None and age >= FALLS_AGE) or "no-floor" in names
    return asked and "falls-risk" not in names and answer(situation.complaint, "falls-risk") is not False


def _unique(reasons: Iterable[Reason]) -> tuple[Reason, ...]:
    """Each reason once, the gravest first."""
    seen: dict[tuple[object, ...], Reason] = {}
    for reason in reasons:
        key = (reason.rule, reason.verdict, *(str(value) for value in reason.facts.values()))
        seen.setdefault(key, reason)
    return tuple(sorted(seen.values(), key=lambda reason: -reason.verdict))
