"""The modes of drills as this client does them: what a dose set by hand, or the client's own breath, adds."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterator
from dataclasses import replace

from easepath.core.dose.time import BREATH, SLOW_BREATH
from easepath.core.facts import Situation
from easepath.core.ids import Exposures
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Dose, Drill
from easepath.core.knowledge.modes import END_RANGE_HOLD_SECONDS, Mode, loads_of, off_desk


class OwnModes:
    """What a drill does to the body in each method and place, for one client."""

    def __init__(self, library: Library, situation: Situation) -> None:
        self._library = library
        self._breath = situation.client.breath_s or BREATH
        self._hold = loads_of((Exposures.END_RANGE_HOLD,), (), library.exposures)
        self._doses: dict[tuple[str, str], list[Dose]] = defaultdict(list)
        for row in situation.plan.drills:
            if row.dose is not None:
                method = row.method or library.drills[row.drill].methods[0]
                self._doses[row.drill, method].append(row.dose)
        self._own_way = {drill for drill, _ in self._doses} | library.held_by_breaths
        self._found: dict[str, tuple[Mode, ...]] = {}

    def of(self, drill: Drill) -> tuple[Mode, ...]:
        """Every method and place of the drill, in the order its lists give."""
        if drill.id not in self._own_way:
            return self._library.modes[drill.id]
        if drill.id not in self._found:
            self._found[drill.id] = tuple(self._own(drill, mode) for mode in self._library.modes[drill.id])
        return self._found[drill.id]

    def off_desk(self, drill: Drill) -> tuple[Mode, ...]:
        """Those of them outside a desk plan."""
        if drill.id not in self._own_way:
            return self._library.modes_off_desk[drill.id]
        return tuple([mode for mode in self.of(drill) if mode.method in off_desk(drill)])

    def _own(self, drill: Drill, mode: Mode) -> Mode:
        doses = self._doses.get((drill.id, mode.method), [])
        if (
            mode.stretches
            and self._hold[0] not in mode.loads
            and any(seconds >= END_RANGE_HOLD_SECONDS for seconds in self._held(mode, doses))
        ):
            mode = replace(mode, loads=(*mode.loads, *self._hold))
        strongest = max((dose.effort_pct or 0 for dose in doses), default=0)
        return mode if strongest <= mode.effort[1] else replace(mode, effort=(mode.effort[0], strongest))

    def _held(self, mode: Mode, doses: list[Dose]) -> Iterator[float]:
        """Seconds of every hold: those counted in breaths of this client, and those of the doses set by hand."""
        slow = self._library.methods[mode.method].dose.slow_breath
        breath = SLOW_BREATH if slow else self._breath
        yield mode.held_breaths * breath
        for dose in doses:
            yield from (float(dose.hold_s or 0), float(dose.relax_s or 0), (dose.hold_breaths or 0) * breath)
