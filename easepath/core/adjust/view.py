"""What the adjusting rules read: one planned drill on one side, with its sessions and their responses."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property

from easepath.core.adjust.adherence import adherence
from easepath.core.adjust.session_day import SessionDay, days_of
from easepath.core.compose.own_dose import DoseInForce, dose_in_force, given_dose
from easepath.core.compose.weekly import ladder_for
from easepath.core.dose.ladder import DoseLadder
from easepath.core.knowledge.models import Drill, Method
from easepath.core.match.methods import choose_method
from easepath.core.match.rank import Matcher
from easepath.core.respond import Responder, Response
from easepath.core.situation import LogEntry, PlannedDrill, Situation
from easepath.core.vocabulary import SIDES, ResponseClass, SideName

PINCH_WINDOW = 5


class Context:
    """Everything a review reads once: matcher, responder, plan and adherence."""

    def __init__(self, matcher: Matcher) -> None:
        self.matcher = matcher
        self.screen = matcher.screen
        self.library = matcher.screen.library
        self.situation: Situation = matcher.screen.situation
        self.methods: Mapping[str, str] = {p.drill: self._method(p) for p in self.situation.plan.drills}
        self.responder = Responder(self.screen, self.methods)

    def _method(self, planned: PlannedDrill) -> str:
        drill = self.library.drill(planned.drill)
        return planned.method or choose_method(self.matcher, drill, sorted(planned.sides)) or drill.methods[0]

    @cached_property
    def adherence(self) -> float | None:
        """Share of the due dates that were logged; None while it cannot be known."""
        return adherence(self.situation)

    def response(self, entry: LogEntry) -> Response:
        """The response of an entry, classified once."""
        key = id(entry)
        if key not in self._responses:
            self._responses[key] = self.responder.classify(entry)
        return self._responses[key]

    @cached_property
    def _responses(self) -> dict[int, Response]:
        return {}

    def days(self, drill: str, side: SideName | None) -> tuple[SessionDay, ...]:
        """The dates on which a drill was logged on a side, or on any (None), each with its responses."""
        entries = [e for e in self._log_of.get(drill, ()) if side is None or side in e.sides]
        return days_of(entries, map(self.response, entries))

    @cached_property
    def _log_of(self) -> Mapping[str, Sequence[LogEntry]]:
        found: dict[str, list[LogEntry]] = {}
        for entry in self.situation.log_by_date:
            found.setdefault(entry.drill, []).append(entry)
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
    def all_days(self) -> tuple[SessionDay, ...]:
        """Every date on which this drill was logged on this side; all sessions of a date are one."""
        return self.context.days(self.drill.id, None if self.whole else self.side)

    @cached_property
    def days(self) -> tuple[SessionDay, ...]:
        """Those since the present dose or rung began."""
        since = self.planned.since
        return tuple(day for day in self.all_days if since is None or day.date >= since)

    @property
    def last(self) -> SessionDay | None:
        """The last counted date."""
        return self.days[-1] if self.days else None

    @cached_property
    def classes(self) -> tuple[ResponseClass, ...]:
        """The class of every counted date."""
        return tuple(day.kind for day in self.days)

    @property
    def recent(self) -> tuple[SessionDay, ...]:
        """The last five dates, whatever the dose."""
        return self.all_days[-PINCH_WINDOW:]

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

    @property
    def key(self) -> str:
        """The side word under which the drill is judged."""
        return "both" if self.whole else self.side
