"""What the adjusting rules read: one planned drill on one side, with its sessions and their responses."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import chain

from easepath.core.adjust.adherence import adherence
from easepath.core.adjust.session_day import SessionDay, SessionDays
from easepath.core.compose.own_dose import DoseInForce, dose_in_force, given_dose
from easepath.core.compose.weekly import ladder_for
from easepath.core.dose.ladder import DoseLadder
from easepath.core.facts import LogEntry, PlannedDrill, Situation
from easepath.core.knowledge.models import Drill, Method
from easepath.core.match.methods import choose_method
from easepath.core.match.rank import Matcher
from easepath.core.respond import Responder
from easepath.core.vocabulary import SIDES, ResponseClass, SideName, SideWord, sides_of


class Context:
    """Everything a review reads once: matcher, the log as it counts with its responses, plan and adherence.

    `log` are the sessions by date, their mornings charged where they were asked once for a whole session.
    """

    def __init__(self, matcher: Matcher, log: tuple[LogEntry, ...]) -> None:
        self.matcher = matcher
        self.screen = matcher.screen
        self.library = matcher.screen.library
        self.situation: Situation = matcher.screen.situation
        self.methods: Mapping[str, str] = {p.drill: self._method(p) for p in self.situation.plan.drills}
        self.log = log
        self._days: dict[tuple[str, SideName | None], SessionDays] = {}
        self.responder = Responder(self.screen, self.methods, log)

    def _method(self, planned: PlannedDrill) -> str:
        drill = self.library.drill(planned.drill)
        return planned.method or choose_method(self.matcher, drill, sorted(planned.sides)) or drill.methods[0]

    @cached_property
    def adherence(self) -> float | None:
        """Share of the due dates that were logged; None while it cannot be known."""
        return adherence(self.library, self.situation)

    def number(self, rule: str, name: str) -> int | float:
        """A number of an adjusting rule."""
        return self.library.number(rule, name)

    def days(self, drill: str, side: SideName | None) -> SessionDays:
        """The dates on which a drill was logged on a side, or on any (None), each with its responses."""
        if (drill, side) not in self._days:
            told = [
                places for (of, word), places in self._places.items()
                if of == drill and (side is None or side in sides_of(word))
            ]  # fmt: skip
            self._days[drill, side] = SessionDays(self.responder, told[0] if len(told) == 1 else sorted(chain(*told)))
        return self._days[drill, side]

    @cached_property
    def _places(self) -> Mapping[tuple[str, SideWord | None], Sequence[int]]:
        """Where in the log each drill stands, by the side as it was told."""
        found: dict[tuple[str, SideWord | None], list[int]] = defaultdict(list)
        for place, entry in enumerate(self.log):
            found[entry.drill, entry.side].append(place)
        return found

    def views(self, planned: PlannedDrill) -> tuple[DrillView, ...]:
        """One view per planned side that is judged apart; a drill done on both at once has one."""
        drill = self.library.drill(planned.drill)
        affected = self.situation.complaint.affected
        if drill.sides == "both":
            side: SideName = next((s for s in SIDES if s in affected), "left")
            return (DrillView(self, planned, drill, side, whole=True),)
        order = sorted(planned.sides, key=lambda side: (side not in affected, side))
        return tuple(DrillView(self, planned, drill, side, whole=False) for side in order)


@dataclass(frozen=True)
class DrillView:
    """One planned drill as it is judged on one side."""

    context: Context
    planned: PlannedDrill
    drill: Drill
    side: SideName
    whole: bool

    @cached_property
    def all_days(self) -> SessionDays:
        """Every date on which this drill was logged on this side; all sessions of a date are one."""
        return self.context.days(self.drill.id, None if self.whole else self.side)

    @cached_property
    def days(self) -> SessionDays:
        """Those since the present dose or rung began."""
        return self.all_days if self.planned.since is None else self.all_days.since(self.planned.since)

    @cached_property
    def last(self) -> SessionDay | None:
        """The last counted date."""
        return self.days[-1] if self.days else None

    def last_classes(self, most: int) -> tuple[ResponseClass, ...]:
        """The classes of the last counted dates."""
        return tuple(day.kind for day in self.days[-most:])

    @property
    def recent(self) -> tuple[SessionDay, ...]:
        """The last dates in which a pinch counts, whatever the dose."""
        return self.all_days[-int(self.context.number("pinch-again", "of_last")) :]

    @property
    def method(self) -> Method:
        """The method the drill is planned in."""
        return self.context.library.method(self.context.methods[self.drill.id])

    @cached_property
    def ladder(self) -> DoseLadder:
        """The dose ladder under every cap in force."""
        sides = self.drill.sides_done(self.planned.side)
        return ladder_for(self.context.matcher, self.drill, self.method.id, sides)

    @cached_property
    def present(self) -> DoseInForce:
        """The dose the client does, and its step on today's ladder."""
        given = given_dose(self.planned)
        return dose_in_force(self.context.matcher, self.drill, self.method.id, self.ladder, self.planned.step, given)

    @property
    def step(self) -> int:
        """The present step; one above the top counts as the top."""
        return self.present.step

    def number(self, rule: str, name: str) -> int | float:
        """A number of an adjusting rule."""
        return self.context.number(rule, name)

    @property
    def key(self) -> str:
        """The side word under which the drill is judged."""
        return "both" if self.whole else self.side
