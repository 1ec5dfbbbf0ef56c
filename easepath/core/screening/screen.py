"""Screen: the whole library for one client, once; every later step reads this result."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property

from easepath.core.as_asked import AsAsked
from easepath.core.facts import ClientFactor, LogEntry, Situation
from easepath.core.ids import Factors
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Condition, Drill
from easepath.core.measure.patterns import PatternResult, run_patterns
from easepath.core.measure.values import Measurements
from easepath.core.reasons import Reason
from easepath.core.screening.effects import effects_of, fresh_strains, inside_window
from easepath.core.screening.flags import FlagResult, RaisedFlag, ask_flags, issues_program, outcome_of
from easepath.core.screening.overrides import with_override, with_overrides
from easepath.core.screening.ranges import Ranges
from easepath.core.screening.verdicts import DrillScreen, DrillVerdict, MeasureVerdict
from easepath.core.signs import suspending_sign
from easepath.core.story import IrritabilityResult, factors_in_force, irritability, profile_in_force
from easepath.core.vocabulary import SIDES, Outcome, Place, SideName, SideWord

BOTH_AS_ONE: tuple[SideWord, ...] = ("both",)
NERVE_ROOT = frozenset({Factors.NERVE_ROOT, Factors.NERVE_ROOT_HOT})


@dataclass(frozen=True)
class ScreenResult:
    """Everything the screen tells about one client on one day; a drill is judged when it is asked about."""

    library: Library
    situation: Situation
    profile: Condition | None
    factors: tuple[ClientFactor, ...]
    flags: FlagResult
    outcome: Outcome
    irritability: IrritabilityResult
    measured: Measurements
    patterns: tuple[PatternResult, ...]
    drills: Mapping[str, Mapping[SideWord, DrillVerdict]]
    measures: Mapping[str, Mapping[SideWord, MeasureVerdict]]
    rules: DrillScreen
    fresh_strains: tuple[ClientFactor, ...]

    @property
    def issues_program(self) -> bool:
        """Whether a program may be issued at all: not while a sign at home ends every drill."""
        return issues_program(self.outcome) and self.suspended_by is None

    @cached_property
    def suspended_by(self) -> LogEntry | None:
        """The session at home whose sign ends every drill until a clinician has answered it."""
        return suspending_sign(self.situation)

    @property
    def high(self) -> bool:
        """Whether irritability is high."""
        return self.irritability.level == "high"

    @property
    def factor_ids(self) -> frozenset[str]:
        """The ids of every factor in force."""
        return frozenset(factor.id for factor in self.factors)

    def verdict(self, drill: Drill, side: SideWord) -> DrillVerdict:
        """The verdict on a side; a drill done on both at once has one verdict for either."""
        by_side = self.drills[drill.id]
        return by_side["both"] if drill.sides == "both" else by_side[side]

    def reasons_at(self, drill: Drill, side: SideWord, method: str, place: Place) -> tuple[Reason, ...]:
        """What speaks about a drill on a side in that method at that place, overrides counted."""
        key: SideWord = "both" if drill.sides == "both" else side
        return with_override(self.drills[drill.id][key], self.rules.reasons_at(drill, key, method, place))

    def start_step(self) -> int:
        """The step of a start dose: half of it when irritable, or when a factor or the profile says so."""
        models = [self.library.factors[factor.id] for factor in self.factors]
        lower = any(m.start_steps_down for m in models) or bool(self.profile and self.profile.start_steps_down)
        return -1 if self.high or lower else 0

    def healing(self) -> bool:
        """Whether any factor counted in weeks or days is inside its window, or undated."""
        return any(
            self.library.factors[f.id].needs in ("weeks_since", "days_since")
            and inside_window(self.library.factors[f.id], f)
            for f in self.factors
        )


@dataclass(frozen=True)
class Ground:
    """What every verdict stands on: the profile, what was measured, the factors and the patterns in force."""

    library: Library
    situation: Situation
    profile: Condition | None
    measured: Measurements
    factors: tuple[ClientFactor, ...]
    patterns: tuple[PatternResult, ...]

    @property
    def flags(self) -> FlagResult:
        """The red-flag questions."""
        return ask_flags(self.library, self.situation, self.measured, self.factors, self.profile)

    @property
    def rules(self) -> DrillScreen:
        """What judges a drill or a test."""
        effects = effects_of(self.library, self.situation, self.factors, self.patterns)
        ranges = Ranges(self.library, self.situation, self.measured, self.factors)
        return DrillScreen(self.library, self.situation, self.factors, effects, ranges, self.profile)


def ground_of(library: Library, situation: Situation) -> Ground:
    """What the verdicts of a situation stand on."""
    profile = profile_in_force(library, situation.complaint)
    measured = Measurements(library, situation)
    listed = factors_in_force(library, situation)
    patterns = run_patterns(library, situation, measured, listed, profile)
    return Ground(library, situation, profile, measured, _with_nerve_root(listed, patterns), patterns)


def raised_flags(library: Library, situation: Situation) -> tuple[RaisedFlag, ...]:
    """The red flags that are raised, without judging any drill."""
    return ground_of(library, situation).flags.raised


def is_blocked(library: Library, situation: Situation) -> bool:
    """Whether a red flag blocks a program."""
    return any(flag.blocks for flag in raised_flags(library, situation))


def screen_tests(library: Library, situation: Situation) -> Mapping[str, Mapping[SideWord, MeasureVerdict]]:
    """The verdict of every test on each of its sides, without judging any drill."""
    ground = ground_of(library, situation)
    return _tests(library, ground.rules, fresh_strains(library, ground.factors))


def _tests(
    library: Library, rules: DrillScreen, fresh: tuple[ClientFactor, ...]
) -> Mapping[str, Mapping[SideWord, MeasureVerdict]]:
    def judged(measure: str) -> Mapping[SideWord, MeasureVerdict]:
        model = library.measures[measure]
        return {side: rules.measure(model, side, fresh) for side in (SIDES if model.both_sides else BOTH_AS_ONE)}

    return AsAsked(library.measures, judged)


def screen(library: Library, situation: Situation) -> ScreenResult:
    """Screen one client: outcome, irritability, and the verdict of any drill and test with every reason."""
    ground = ground_of(library, situation)
    factors, flags, rules = ground.factors, ground.flags, ground.rules
    fresh = fresh_strains(library, factors)

    def judged(drill: str) -> Mapping[SideWord, DrillVerdict]:
        by_side = rules.drill(library.drills[drill])
        return with_overrides(by_side, [override for override in situation.overrides if override.drill == drill])

    return ScreenResult(
        library, situation, ground.profile, factors, flags, outcome_of(flags, factors, situation.complaint.pain.now),
        irritability(situation, factors), ground.measured, ground.patterns,
        AsAsked(library.drills, judged), _tests(library, rules, fresh), rules, fresh,
    )  # fmt: skip


def _with_nerve_root(
    factors: tuple[ClientFactor, ...], patterns: tuple[PatternResult, ...]
) -> tuple[ClientFactor, ...]:
    """A toe reach that points to the nerve assumes the factor nerve-root as well."""
    nerve = any(pattern.result == "nerve" for pattern in patterns)
    if not nerve or any(factor.id in NERVE_ROOT for factor in factors):
        return factors
    return (*factors, ClientFactor(id=Factors.NERVE_ROOT, assumed=True))


def affected_first(affected: frozenset[SideName]) -> tuple[SideName, ...]:
    """Both sides, the affected one first, then left."""
    return tuple(sorted(SIDES, key=lambda side: (side not in affected, side)))


__all__ = ["ScreenResult", "affected_first", "is_blocked", "raised_flags", "screen", "screen_tests"]
