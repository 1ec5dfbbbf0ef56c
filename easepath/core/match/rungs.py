"""Entry rungs: one rung per ladder and side, the basic before the advanced."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import cached_property

from easepath.core.facts import PlannedDrill
from easepath.core.knowledge.models import Drill, Stage
from easepath.core.match.relief import rating
from easepath.core.match.stages import opened_before
from easepath.core.reasons import Reason
from easepath.core.screening.screen import ScreenResult
from easepath.core.vocabulary import SIDES, SideName, SideWord, Verdict

OFFERED_FIRST_RISK = 3
"""The highest risk for the condition is never where a ladder is entered."""
GOOD_RELIEF = 2
"""A rung known to relieve may be entered although a lower one is open."""
SAFE_RISK = 1
"""Only where it is also known to be safe."""


class EntryRungs:
    """Finds the entry rung of each ladder on each side among the open drills."""

    def __init__(
        self,
        screen: ScreenResult,
        stage: Stage | None,
        is_open: Callable[[Drill, SideWord], bool],
        planned: tuple[PlannedDrill, ...] | None = None,
    ) -> None:
        """`planned` in place of the rows of the running plan."""
        self._rows = screen.situation.plan.drills if planned is None else planned
        self._screen = screen
        self._stage = stage
        self._is_open = is_open
        self._entries: dict[tuple[str, SideName], int | None] = {}
        self._rate = screen.profile.rate if screen.profile else {}
        self._dangers: dict[str, int | None] = {}

    def entry(self, ladder: str, side: SideName) -> int | None:
        """The entry rung of a ladder on a side; None when it has none."""
        if (ladder, side) not in self._entries:
            self._entries[ladder, side] = self._find(ladder, side)
        return self._entries[ladder, side]

    def closes(self, drill: Drill, side: SideWord) -> Reason | None:
        """Why a drill's rung keeps it out of the ranking; None when it is an entry or on no ladder."""
        if drill.ladder is None:
            return None
        ladder, rung = drill.ladder
        affected = self._screen.situation.complaint.affected
        sides = [one for one in SIDES if one in affected] if side == "both" else [side]
        entries = [self.entry(ladder, one) for one in sides]
        if any(self.is_companion(drill, one) for one in sides):
            return None
        past = None if any(self.is_planned(drill, one) for one in sides) else self._screen.rules.past(drill, sides)
        if past is not None:
            return past
        if rung in entries:
            return None
        if self.is_behind_danger(ladder, rung):
            return Reason("rung-behind-danger", facts={"rung": rung})
        known = [entry for entry in entries if entry is not None]
        if not known:
            return Reason("rung-none")
        return Reason("rung-later" if rung > min(known) else "rung-easier", facts={"rung": rung, "entry": min(known)})

    def is_companion(self, drill: Drill, side: SideName) -> bool:
        """Whether a drill stays beside one of its ladder, no lower rung, that names it and is the entry or planned."""
        leading = self._screen.library.leading.get(drill.id, ())
        return any(self.is_planned(other, side) or self._is_entry(other, side) for other in leading)

    def is_planned(self, drill: Drill, side: SideName) -> bool:
        """Whether the running plan has a drill on a side."""
        return (drill.id, side) in self._planned_drills

    def _is_entry(self, drill: Drill, side: SideName) -> bool:
        assert drill.ladder is not None
        ladder, rung = drill.ladder
        return self.entry(ladder, side) == rung and self._is_open(drill, side)

    @cached_property
    def _planned_drills(self) -> frozenset[tuple[str, SideName]]:
        drills = self._screen.library.drills
        return frozenset((row.drill, side) for row in self._rows for side in drills[row.drill].sides_done(row.side))

    @cached_property
    def _planned(self) -> dict[tuple[str, SideName], int]:
        """The lowest rung the running plan has on each ladder and side, companions of other planned drills aside."""
        found: dict[tuple[str, SideName], int] = {}
        drills = self._screen.library.drills
        for name, side in sorted(self._planned_drills):
            drill = drills[name]
            beside = any((other, side) in self._planned_drills for other in drills if name in drills[other].with_)
            if drill.ladder is None or beside:
                continue
            ladder, rung = drill.ladder
            found[ladder, side] = min(rung, found.get((ladder, side), rung))
        return found

    def _find(self, ladder: str, side: SideName) -> int | None:
        planned = self._planned.get((ladder, side))
        if planned is not None and self._open_at(ladder, planned, side):
            return planned
        if self._stage is not None and ladder in self._stage.drills_up_to and self._screen.profile is not None:
            before = opened_before(self._screen.profile, self._stage, ladder)
            offered = [rung for rung, drills in self._beginnings(ladder, side) if self._is_offered(drills)]
            new = [rung for rung in offered if rung > before]
            return min(new) if new else max(offered, default=None)
        first: int | None = None
        for rung, drills in self._beginnings(ladder, side):
            if any(self._is_good(drill) for drill in drills):
                return rung
            if first is None and self._is_offered(drills):
                first = rung
        return first

    def _beginnings(self, ladder: str, side: SideName) -> Iterator[tuple[int, list[Drill]]]:
        """The rungs from the lowest that a client may begin with, each with what is open there."""
        for rung in self._screen.library.ladders[ladder]:
            drills = self._open_at(ladder, rung, side)
            if not drills or self.is_behind_danger(ladder, rung):
                continue
            if not self._skips_a_refused_rung(ladder, rung, side, drills):
                yield rung, drills

    def _open_at(self, ladder: str, rung: int, side: SideName) -> list[Drill]:
        drills = self._screen.library.ladders[ladder].get(rung, ())
        return [drill for drill in drills if self._is_open(drill, side) and not self._is_past(drill, side)]

    def _is_offered(self, drills: list[Drill]) -> bool:
        return any(rating(self._screen.profile, drill)[1] < OFFERED_FIRST_RISK for drill in drills)

    def _is_past(self, drill: Drill, side: SideName) -> bool:
        return self._screen.rules.past(drill, (side,)) is not None and not self.is_planned(drill, side)

    def is_behind_danger(self, ladder: str, rung: int) -> bool:
        """Whether nobody rated a rung and an easier one is judged dangerous: what is harder is no way round."""
        if ladder not in self._dangers:
            self._dangers[ladder] = self._lowest_danger(ladder)
        lowest = self._dangers[ladder]
        if lowest is None or rung <= lowest:
            return False
        return not any(drill.id in self._rate for drill in self._screen.library.ladders[ladder][rung])

    def _lowest_danger(self, ladder: str) -> int | None:
        """The lowest rung of which everything that was rated is dangerous; None where there is none."""
        for rung, drills in self._screen.library.ladders[ladder].items():
            risks = [self._rate[drill.id][1] for drill in drills if drill.id in self._rate]
            if risks and min(risks) >= OFFERED_FIRST_RISK:
                return rung
        return None

    def _is_good(self, drill: Drill) -> bool:
        relief, risk = rating(self._screen.profile, drill)
        return relief >= GOOD_RELIEF and risk <= SAFE_RISK

    def _skips_a_refused_rung(self, ladder: str, rung: int, side: SideName, drills: list[Drill]) -> bool:
        """A rung is no entry while a lower one is excluded by a factor that also modifies it."""
        modifying = {f for drill in drills for f in self._factors(drill, side, Verdict.MODIFY)}
        if not modifying:
            return False
        return any(
            modifying & self._factors(lower, side, Verdict.EXCLUDE)
            for number, below in self._screen.library.ladders[ladder].items()
            if number < rung
            for lower in below
        )

    def _factors(self, drill: Drill, side: SideName, verdict: Verdict) -> set[str]:
        reasons = self._screen.verdict(drill, side).reasons
        return {str(r.facts["factor_id"]) for r in reasons if r.verdict is verdict and "factor_id" in r.facts}
