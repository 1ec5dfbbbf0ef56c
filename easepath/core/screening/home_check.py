"""The home check: once a week the client is asked what would end the program, in words for clients."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass
from typing import Final

from easepath.core.facts import Situation
from easepath.core.screening.screen import ScreenResult
from easepath.core.vocabulary import NERVE_SYMPTOMS, FlagAction

EVERY_DAYS: Final = 7
"""The questions of the home check are asked weekly."""


@dataclass(frozen=True)
class HomeQuestion:
    """One question, the item it answers, and what a yes asks for."""

    item: str
    ask: str
    action: FlagAction


def home_questions(screen: ScreenResult) -> tuple[HomeQuestion, ...]:
    """What is asked at home of this client: the items of the flags of their regions that are checked there, once."""
    found = {
        item: HomeQuestion(item, screen.library.questions[item].ask, asked.flag.action)
        for asked in screen.flags.asked
        for item in asked.flag.home_check
    }
    return tuple(found.values())


def home_check_from(situation: Situation, last: dt.date | None) -> dt.date | None:
    """From which day on it is to be asked: a week after the last or after the plan began, at once after a nerve word.

    None where no plan runs.
    """
    start = situation.plan.start
    if start is None:
        return None
    said = [entry.date for entry in situation.last_entries if entry.symptom in NERVE_SYMPTOMS]
    weekly = max(start, last or start) + dt.timedelta(days=EVERY_DAYS)
    new = [date for date in said if last is None or date > last]
    return min([weekly, *new])
