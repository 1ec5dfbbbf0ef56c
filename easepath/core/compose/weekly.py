"""A drill's dose ladder, breath, days and work a week for one client; work in seconds times the share of effort."""

from __future__ import annotations

from collections.abc import Iterable

from easepath.core.dose.ladder import DoseLadder, dose_ladder
from easepath.core.dose.time import BREATH, SLOW_BREATH, side_work
from easepath.core.ids import Equipment, Methods
from easepath.core.knowledge.models import Dose, Drill
from easepath.core.match.rank import Matcher
from easepath.core.vocabulary import SideName

HEAVY_EQUIPMENT = frozenset(
    {Equipment.MINI_BAND, Equipment.STRONG_BAND, Equipment.ANKLE_WEIGHT, Equipment.LIGHT_WEIGHT}
)
HEAVY_PHASES = frozenset({"strengthen", "integrate"})
HEAVY_SETS = 3
"""From so many sets on, strength work needs a day of rest in between."""
MAX_DAYS = 7
"""Days of a week."""


def ladder_for(matcher: Matcher, drill: Drill, method: str, sides: Iterable[SideName], lift: int = 0) -> DoseLadder:
    """The dose ladder of a drill in a method under every cap in force; a clinician lifts an effort cap by `lift`."""
    cap = matcher.screen.rules.dose_cap(drill, method, tuple(sides), lift)
    return dose_ladder(drill, matcher.screen.library.method(method), cap=cap, high_irritability=matcher.screen.high)


def breath_seconds(matcher: Matcher, method: str) -> float:
    """Seconds of one breath in this method, the client's own pace where it is known."""
    if matcher.screen.library.method(method).dose.slow_breath:
        return SLOW_BREATH
    return matcher.screen.situation.client.breath_s or BREATH


def times_per_day(matcher: Matcher, drill: Drill, method: str) -> int:
    """The lower of the client's times a day and the condition's for the phase, else the method's highest."""
    client, profile = matcher.screen.situation.client.per_day, matcher.screen.profile
    most = most_times_per_day(matcher, drill, method)
    if client is None:
        return most if profile and drill.phase in profile.per_day else 1
    return min(client, most)


def most_times_per_day(matcher: Matcher, drill: Drill, method: str) -> int:
    """The condition's times a day for the phase, else the method's highest; 1 where neither names any."""
    profile = matcher.screen.profile
    by_condition = profile.per_day.get(drill.phase) if profile else None
    highest = matcher.screen.library.method(method).per_day
    return by_condition if by_condition is not None else highest[1] if highest else 1


def as_set(by_hand: int | None, by_rules: int, most: int) -> int:
    """How often by the rules; by hand any number up to the most."""
    return by_rules if by_hand is None else min(by_hand, most)


def days_bind(matcher: Matcher, drill: Drill, method: str, dose: Dose) -> bool:
    """Whether the method's days per week bind; a lighter slow-strength drill may be daily."""
    if matcher.screen.library.method(method).days_per_week is None:
        return False
    if method != Methods.SLOW_STRENGTH or drill.phase in HEAVY_PHASES:
        return True
    return bool(HEAVY_EQUIPMENT & set(drill.equip)) or (dose.sets or 1) >= HEAVY_SETS


def days_per_week(matcher: Matcher, drill: Drill, method: str, dose: Dose) -> int:
    """The lower of the client's and the condition's days, else of the client's and the method's highest."""
    client = matcher.screen.situation.client.days_per_week or MAX_DAYS
    return min(client, most_days_per_week(matcher, drill, method, dose))


def most_days_per_week(matcher: Matcher, drill: Drill, method: str, dose: Dose) -> int:
    """The condition's days a week, by phase where it says so, else the method's highest where they bind; else 7."""
    profile = matcher.screen.profile
    by_condition = profile.days_per_week if profile else None
    if isinstance(by_condition, dict):
        by_condition = by_condition.get(drill.phase)
    if by_condition is not None:
        return by_condition
    highest = matcher.screen.library.method(method).days_per_week
    return highest[1] if highest and days_bind(matcher, drill, method, dose) else MAX_DAYS


def weekly_work(matcher: Matcher, drill: Drill, method: str, dose: Dose) -> float:
    """Seconds a week on one side without the rests, times the share of effort."""
    work = side_work(dose, drill, method, breath_seconds(matcher, method))
    effort = 1.0 if dose.effort_pct is None else dose.effort_pct / 100
    return work * effort * days_per_week(matcher, drill, method, dose)
