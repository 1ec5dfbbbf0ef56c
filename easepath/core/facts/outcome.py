"""What a client said of the whole on one day: own activities, usual pain, the change since care began."""

from __future__ import annotations

import datetime as dt
from typing import Literal

from easepath.core.facts.base import Fact

Occasion = Literal["start", "course", "end"]


class ActivityTold(Fact):
    """One of the client's own activities, and how well it can be done; None was not said."""

    name: str
    score: int | None = None


class OutcomeReport(Fact):
    """Everything said on one day; None was not said, and is never a number."""

    date: dt.date
    occasion: Occasion = "course"
    activities: tuple[ActivityTold, ...] = ()
    pain: int | None = None
    change: int | None = None
