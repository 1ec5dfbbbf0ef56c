"""Short ways to build situations for tests: a calm groin client, and rows of a log."""

from __future__ import annotations

import datetime as dt
from typing import Any

from easepath.core.facts import (
    Client,
    ClientFactor,
    Complaint,
    LogEntry,
    PainReport,
    Plan,
    PlannedDrill,
    Situation,
)  # fmt: skip
from easepath.core.facts.checks import check_situation
from easepath.core.knowledge import shipped_library
from easepath.core.match import Matcher
from easepath.core.respond import Responder
from easepath.core.screening import ScreenResult, screen

TODAY = dt.date(2031, 4, 12)
LIBRARY = shipped_library()


def day(ago: int) -> dt.date:
    """The date `ago` days before today."""
    return TODAY - dt.timedelta(days=ago)


def client(**changes: Any) -> Client:
    """An adult with room, time and a few things."""
    facts: dict[str, Any] = {
        "age": 34, "sex": "f", "equipment": ("pad", "cushion"), "places": ("floor", "bed", "chair", "stand"),
        "minutes": 12, "per_day": 1, "days_per_week": 7, "breath_s": 6, "confidence": "normal",
    }  # fmt: skip
    return Client(**{**facts, **changes})


def complaint(**changes: Any) -> Complaint:
    """A left groin strain, 16 days old, with low irritability and every question answered no."""
    facts: dict[str, Any] = {
        "condition": "adductor-strain", "side": "left", "days_since": 16, "settle_minutes": 30, "wakes": "no",
        "pain": PainReport(now=1, rest=0, worst=4, usual=2), "answers_default": "no",
    }  # fmt: skip
    return Complaint(**{**facts, **changes})


def entry(ago: int, drill: str = "lunge-rock", side: str = "left", **changes: Any) -> LogEntry:
    """A calm, complete session `ago` days ago."""
    facts: dict[str, Any] = {
        "date": day(ago), "drill": drill, "side": side, "done_pct": 100, "before": 1, "during": 2, "after": 1,
        "next": 1, "symptom": "pull", "felt": "target",
    }  # fmt: skip
    return LogEntry(**{**facts, **changes})


def plan(*drills: PlannedDrill, stage: int = 2, **changes: Any) -> Plan:
    """A plan in a stage; without drills the deep-lunge rocks on the left."""
    return Plan(
        stage=stage, drills=drills or (PlannedDrill(drill="lunge-rock", side="left", method="flow"),), **changes
    )


def situation(**changes: Any) -> Situation:
    """The groin client today, checked like any other."""
    facts: dict[str, Any] = {"today": TODAY, "client": client(), "complaint": complaint(), "plan": plan()}
    made = Situation(**{**facts, **changes})
    check_situation(LIBRARY, made)
    return made


def screened(**changes: Any) -> ScreenResult:
    """The groin client, screened."""
    return screen(LIBRARY, situation(**changes))


def responder_of(*log: LogEntry, **changes: Any) -> Responder:
    """How the groin client's sessions are read."""
    result = screened(log=log, **changes)
    return Responder(result, {}, result.situation.log_by_date)


def matched(**changes: Any) -> Matcher:
    """The groin client, matched."""
    return Matcher(screened(**changes))


def factor(identifier: str, **changes: Any) -> ClientFactor:
    """A background factor."""
    return ClientFactor(id=identifier, **changes)
