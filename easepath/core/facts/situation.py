"""One client's situation on one day: everything the rules read. None is the value "unknown" everywhere.

Units: pain 0-10, minutes, seconds, days, weeks, degrees and the unit of each measure.
"""

from __future__ import annotations

import datetime as dt
from functools import cached_property

from pydantic import Field

from easepath.core.facts.base import Fact
from easepath.core.facts.complaint import Complaint
from easepath.core.facts.log import Log
from easepath.core.facts.person import Client
from easepath.core.facts.plan import Clearance, HouseNeed, NeedSet, Override, Plan
from easepath.core.facts.room import Goal, OwnError, Sitting, Tryout
from easepath.core.facts.session import HomeAnswer, LogEntry
from easepath.core.vocabulary import BOTH, SideName, SideWord, sides_of


class Situation(Fact):
    """Everything the core needs to know to screen, match, dose and adjust for one client on one day.

    `barred` (drill: why) and `pinned` are the clinician's own choices for this client. `errors` is the clinic's own
    error of a measure from its repeats, `house_needs` its own priors of conditions.
    """

    today: dt.date
    client: Client
    complaint: Complaint
    measures: tuple[Sitting, ...] = ()
    tryouts: tuple[Tryout, ...] = ()
    plan: Plan = Plan()
    log: Log = Log(())
    checks: tuple[HomeAnswer, ...] = ()
    goals: tuple[Goal, ...] = ()
    methods: dict[str, str] = Field(default_factory=dict)
    needs: dict[str, NeedSet] = Field(default_factory=dict)
    house_needs: tuple[HouseNeed, ...] = ()
    clearance: dict[str, Clearance] = Field(default_factory=dict)
    overrides: tuple[Override, ...] = ()
    barred: dict[str, str] = Field(default_factory=dict)
    pinned: tuple[str, ...] = ()
    errors: dict[str, OwnError] = Field(default_factory=dict)

    @cached_property
    def one_sided(self) -> bool:
        """Whether exactly one side is affected."""
        return self.complaint.affected != BOTH

    @cached_property
    def sittings_anywhere(self) -> tuple[Sitting, ...]:
        """Sittings of every complaint by date; those of one date keep their order."""
        return tuple(sorted(self.measures, key=lambda sitting: sitting.date))

    @cached_property
    def sittings_by_date(self) -> tuple[Sitting, ...]:
        """Sittings of this complaint by date."""
        return tuple(sitting for sitting in self.sittings_anywhere if not sitting.elsewhere)

    @cached_property
    def log_by_date(self) -> Log:
        """Log entries by date; those of one date keep their order."""
        return Log.of(self.log).by_date()

    @cached_property
    def last_entries(self) -> tuple[LogEntry, ...]:
        """The last session of every drill on each side: all of its last date; of a planned drill since its dose began.

        Each side has its own: a calm right side does not end what the left one told. By date.
        """
        begun = {(row.drill, side): row.since for row in self.plan.drills for side in row.sides if row.since}
        last: dict[tuple[str, SideName], dt.date] = {}
        found: list[LogEntry] = []
        settled: dict[tuple[str, SideWord | None], dt.date] = {}
        log = self.log_by_date
        open_yet = set(log.drills)
        for place in range(len(log) - 1, -1, -1):
            told, date = log.drills[place], log.dates[place]
            if not open_yet and all(date < day for day in settled.values()):
                break
            if told in settled and date < settled[told]:
                continue
            keys = [(told[0], side) for side in sides_of(told[1])]
            for key in keys:
                if key not in last and not (key in begun and date < begun[key]):
                    last[key] = date
            if any(last.get(key) == date for key in keys):
                found.append(log[place])
            if all(key in last for key in keys):
                settled[told] = min(last[key] for key in keys)
                open_yet.discard(told)
        return tuple(reversed(found))
