"""The facts of one client on one day: frozen, typed, plain. None is the value "unknown" everywhere."""

from easepath.core.facts.base import Fact
from easepath.core.facts.complaint import Complaint, PainReport
from easepath.core.facts.log import Log, Session, SessionTold
from easepath.core.facts.outcome import ActivityTold, Occasion, OutcomeReport
from easepath.core.facts.person import Client, ClientFactor, Elsewhere, Limit
from easepath.core.facts.plan import (
    Clearance,
    DrillGroup,
    HouseNeed,
    Manner,
    NeedSet,
    Override,
    OwnDose,
    Plan,
    PlannedDrill,
    SignAnswer,
    StandingOrder,
    There,
)  # fmt: skip
from easepath.core.facts.room import Goal, OwnError, Sitting, Tryout
from easepath.core.facts.session import HomeAnswer, LogEntry
from easepath.core.facts.situation import Situation

__all__ = [
    "ActivityTold",
    "Clearance",
    "Client",
    "ClientFactor",
    "Complaint",
    "DrillGroup",
    "Elsewhere",
    "Fact",
    "Goal",
    "HomeAnswer",
    "HouseNeed",
    "Limit",
    "Log",
    "LogEntry",
    "Manner",
    "NeedSet",
    "Occasion",
    "OutcomeReport",
    "Override",
    "OwnDose",
    "OwnError",
    "PainReport",
    "Plan",
    "PlannedDrill",
    "Session",
    "SessionTold",
    "SignAnswer",
    "Sitting",
    "Situation",
    "StandingOrder",
    "There",
    "Tryout",
]  # fmt: skip
