"""The core's view of a complaint today: screened, matched, and with its mornings charged."""

from __future__ import annotations

import datetime as dt
from collections import defaultdict
from dataclasses import dataclass, replace
from functools import cached_property

from easepath.clinic import models
from easepath.clinic.facts.situation import build_situation
from easepath.core.adjust import Review, review
from easepath.core.knowledge import Library, shipped_library
from easepath.core.match import Matcher
from easepath.core.respond import DrillInSession, Responder, charge_morning
from easepath.core.screening import ScreenResult, screen
from easepath.core.situation import LogEntry, Situation


@dataclass(frozen=True)
class Assessment:
    """Everything the core says about one complaint; computed as it is asked for."""

    library: Library
    screen: ScreenResult

    @cached_property
    def matcher(self) -> Matcher:
        """The matched library."""
        return Matcher(self.screen)

    @cached_property
    def review(self) -> Review:
        """The proposals about the running plan."""
        return review(self.matcher)


def assess(complaint: models.Complaint, today: dt.date) -> Assessment:
    """Build the facts, screen them, and charge each session's morning to the drills that earned it."""
    library = shipped_library()
    situation = build_situation(library, complaint, today)
    result = screen(library, situation)
    if not situation.log:
        return Assessment(library, result)
    charged = _charged(result, situation)
    facts = {name: getattr(situation, name) for name in Situation.model_fields}
    with_log = Situation.model_construct(**{**facts, "log": charged})
    return Assessment(library, replace(result, situation=with_log))


def _charged(result: ScreenResult, situation: Situation) -> tuple[LogEntry, ...]:
    methods = {p.drill: p.method for p in situation.plan.drills if p.method}
    responder = Responder(result, methods)
    matcher = Matcher(result)
    changed = {planned.drill: planned.since for planned in situation.plan.drills}
    by_date: dict[dt.date, list[LogEntry]] = defaultdict(list)
    for entry in situation.log_by_date:
        by_date[entry.date].append(entry)
    charged: list[LogEntry] = []
    for entries in by_date.values():
        drills = tuple(
            DrillInSession(entry, _changed_by(changed, entry), matcher.risk(result.library.drills[entry.drill]))
            for entry in entries
        )
        charged.extend(charge_morning(responder, drills, shared_after=True))
    return tuple(charged)


def _changed_by(changed: dict[str, dt.date | None], entry: LogEntry) -> dt.date | None:
    """When the drill's present dose began, unless that was after the session."""
    since = changed.get(entry.drill)
    return since if since is not None and since <= entry.date else None
