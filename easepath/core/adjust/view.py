"""What the adjusting rules read: one planned drill on one side, with its sessions and their responses."""

from __future__ import annotations

import datetime as dt
from collections import defaultdict
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import chain

from easepath.core.adjust.adherence import Adherence, Span, adherence
from easepath.core.adjust.session_day import SessionDay, SessionDays
from easepath.core.compose.own_dose import DoseInForce, dose_in_force, given_dose
from easepath.core.compose.play import group_seconds
from easepath.core.compose.prescription import Prescription, prescribe
from easepath.core.compose.weekly import as_set, days_per_week, ladder_for, most_days_per_week
from easepath.core.dose.ladder import DoseLadder
from easepath.core.facts import DrillGroup, Log, LogEntry, PlannedDrill, Situation
from easepath.core.knowledge.models import Drill, Method
from easepath.core.match.methods import choose_method
from easepath.core.match.rank import Matcher
from easepath.core.respond import Responder
from easepath.core.signs import answered_until, is_answered, suspending_sign
from easepath.core.vocabulary import SIDES, SIGNS, ResponseClass, SideName, SideWord, sides_of


class Context:
    """Everything a review reads once: matcher, the log as it counts with its responses, plan and adherence.

    `log` are the sessions by date, their mornings charged where they were asked once for a whole session.
    """

    def __init__(self, matcher: Matcher, log: Sequence[LogEntry]) -> None:
        self.matcher = matcher
        self.screen = matcher.screen
        self.library = matcher.screen.library
        self.situation: Situation = matcher.screen.situation
        self.methods: Mapping[str, str] = {p.drill: self._method(p) for p in self.situation.plan.drills}
        self.log = Log.of(log)
        self._days: dict[tuple[str, SideName | None], SessionDays] = {}
        self.responder = Responder(self.screen, self.methods, self.log)
        self.given: list[tuple[str, frozenset[SideName]]] = []
        """Drills that rows of this review were given so far, with the sides they are for; rows are judged in order."""

    def _method(self, planned: PlannedDrill) -> str:
        drill = self.library.drill(planned.drill)
        return planned.method or choose_method(self.matcher, drill, sorted(planned.sides)) or drill.methods[0]

    @cached_property
    def last_entries(self) -> tuple[LogEntry, ...]:
        """The sessions of the last date of each drill, planned or not, that no clinician has answered."""
        situation = self.situation
        return tuple(entry for entry in situation.last_entries if not is_answered(situation, entry))

    @cached_property
    def last_signs(self) -> tuple[LogEntry, ...]:
        """Those of them with a sign of the body, a nerve or a joint."""
        return tuple(e for e in self.last_entries if e.symptom in SIGNS or self.responder.is_nerve(e))

    @cached_property
    def suspending(self) -> LogEntry | None:
        """The first of them that ends every drill."""
        return suspending_sign(self.situation)

    @cached_property
    def planned(self) -> tuple[PlannedDrill, ...]:
        """The drills that are logged and adjusted; one that returns as a rest is neither."""
        return tuple(planned for planned in self.situation.plan.drills if not planned.rest)

    @cached_property
    def most_days(self) -> int | None:
        """The highest days per week among the planned drills as prescribed; None without a drill."""
        return max((view.days_per_week for planned in self.planned for view in self.views(planned)), default=None)

    @cached_property
    def resting(self) -> frozenset[dt.date]:
        """Days of rest: those after a flare of a planned drill, and all after a sign that nobody has answered."""
        days = set(self.rest_after(self.flares))
        first = min((entry.date for entry in self.last_signs), default=None)
        if first is not None:
            days |= {first + dt.timedelta(days=after) for after in range(1, (self.situation.today - first).days + 1)}
        return frozenset(days)

    @cached_property
    def flares(self) -> frozenset[dt.date]:
        """The dates within the days looked back on which a planned drill flared, or what stood in for one."""
        back = int(self.number("low-adherence", "look_back_days") + self.number("flare", "rest_days"))
        return self.flares_since(self.situation.today - dt.timedelta(days=back))

    def flares_since(self, first: dt.date) -> frozenset[dt.date]:
        """The dates from `first` on which a planned drill flared, or what stood in for one."""
        planned = {row.drill for row in self.planned}
        return frozenset(
            one.entry.date
            for one in self.responder.answered_since(first)
            if one.response.kind == "flared" and planned & {one.entry.drill, one.entry.stands_for}
        )

    def rest_after(self, flares: Collection[dt.date]) -> frozenset[dt.date]:
        """The days of rest that follow some flares."""
        rest = int(self.number("flare", "rest_days"))
        return frozenset(date + dt.timedelta(days=after) for date in flares for after in range(1, rest + 1))

    @property
    def group_seconds(self) -> tuple[tuple[DrillGroup, int], ...]:
        """Every group of the plan with the seconds it takes; rows that no side, method or place is left for aside."""
        return tuple(
            (group, group_seconds(group, [item for drill in group.drills if (item := self._prescribed(drill))]))
            for group in self.situation.plan.groups
        )

    def _prescribed(self, drill: str) -> Prescription | None:
        row = next(row for row in self.situation.plan.drills if row.drill == drill)
        model = self.library.drill(drill)
        return prescribe(
            self.matcher, model, sides=model.sides_done(row.side), method=row.method, step=row.step,
            given=given_dose(row), manner=row.manner,
        )  # fmt: skip

    def flared_within(self, days: float) -> dt.date | None:
        """The last date on which a planned drill flared, not longer ago than so many days; None where none did."""
        first = self.situation.today - dt.timedelta(days=days)
        return max((date for date in self.flares if date >= first), default=None)

    @cached_property
    def adherence(self) -> Adherence | None:
        """How many of the plan's due dates were logged; None without a start or a drill."""
        start = self.situation.plan.start
        if start is None or self.most_days is None:
            return None
        return self.kept(start, frozenset(self.log.dates), self.most_days)

    def kept(self, start: dt.date, logged: Collection[dt.date], days_per_week: int) -> Adherence:
        """How many of the dates due since `start` were logged."""
        most, fewest = (int(self.number("low-adherence", name)) for name in ("look_back_days", "fewest_due"))
        span = Span(start, self.situation.today, most)
        return adherence(span, logged, self.resting, days_per_week, fewest)

    def own_adherence(self, planned: PlannedDrill) -> dict[str, float | None] | None:
        """How many of a row's own due dates were logged, on the side where fewest were, as plain data."""
        known = [view.adherence for view in self.views(planned) if view.adherence is not None]
        return min(known, key=lambda one: one.done).as_data() if known else None

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
        for place, told in enumerate(self.log.drills):
            found[told].append(place)
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

    @property
    def other_rows(self) -> tuple[PlannedDrill, ...]:
        """The other rows of the plan that hold something on this side."""
        rows = self.context.situation.plan.drills
        return tuple(row for row in rows if row is not self.planned and self._shares(row.sides, row.drill))

    @property
    def given_before(self) -> frozenset[str]:
        """Drills that rows before it were given on this side in this review."""
        return frozenset(drill for drill, sides in self.context.given if self._shares(sides, drill))

    def _shares(self, sides: frozenset[SideName], drill: str) -> bool:
        return self.whole or self.side in sides or self.context.library.drill(drill).sides == "both"

    @property
    def unanswered(self) -> SessionDay | None:
        """The last counted date, unless a clinician has answered its signs."""
        until = answered_until(self.context.situation, self.drill.id)
        return None if self.last is None or (until is not None and self.last.date <= until) else self.last

    @cached_property
    def days_per_week(self) -> int:
        """Days per week as prescribed at the present dose, by hand where they were set."""
        asked = self.context.matcher, self.drill, self.method.id, self.present.dose
        by_hand = self.planned.manner.days_per_week if self.planned.manner else None
        return as_set(by_hand, days_per_week(*asked), most_days_per_week(*asked))

    @cached_property
    def adherence(self) -> Adherence | None:
        """How many of the drill's own due dates were logged: since its dose began where it was never logged before."""
        since, start = self.planned.since, self.context.situation.plan.start
        if start is None:
            return None
        dates = self.all_days.dates
        new = since is not None and not (dates and dates[0] < since)
        began = since if new and since is not None else start
        return self.context.kept(began, frozenset(dates), self.days_per_week)

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
        return ladder_for(self.context.matcher, self.drill, self.method.id, sides, self.cap_lift)

    @cached_property
    def cap_lift(self) -> int:
        """By how many percent a clinician lifted the effort cap; nothing from its next stirred or flared session on."""
        lift = self.planned.manner.cap_lift if self.planned.manner else None
        if lift is None:
            return 0
        return 0 if any(day.kind in ("stirred", "flared") for day in self.days) else lift

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
