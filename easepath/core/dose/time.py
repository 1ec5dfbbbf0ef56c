"""How long a dose takes, with its parts; all figures in seconds."""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import pairwise

from easepath.core.ids import Methods
from easepath.core.knowledge.models import Dose, Drill
from easepath.core.vocabulary import PhaseName, Place

SET_UP = 15
"""Seconds to get into place, as a person at home needs them."""
SIDE_CHANGE = 8
"""Seconds to turn to the other side in the same place."""
POSITION_CHANGE = 15
"""Seconds to walk from one place to the next."""
FLOOR_TO_STANDING = 25
"""Seconds to get up from the floor."""
FLOOR_TO_STANDING_WITH_CARE = 45
"""The same for somebody who gets up with help of a chair."""
REST = 15
"""Seconds between sets that do not tire."""
REST_STRENGTHEN = 45
"""Seconds between sets that do."""
BREATH = 6.0
"""Seconds of a calm breath where nobody tapped the client's own."""
SLOW_BREATH = 10.0
"""Seconds of a breath that is asked to be slow."""
HOLD_TURN = 2
"""Seconds to come out of a hold and into the next."""


@dataclass(frozen=True)
class Breaths:
    """The client's breath time in seconds; slow breaths have their own."""

    normal: float = BREATH
    slow: float = SLOW_BREATH


def rest_after_set(phase: PhaseName, by_hand: int | None = None) -> int:
    """Seconds of rest between two sets, as set by hand or else by the phase."""
    if by_hand is not None:
        return by_hand
    return 0 if phase in ("settle", "release") else REST_STRENGTHEN if phase == "strengthen" else REST


def work_of_set(dose: Dose, method: str, rep_s: int, breath_s: float) -> float:
    """Seconds of work in one set; the first shape that applies, a missing part counting 1."""
    reps = dose.reps or 1
    times = reps * (dose.directions or 1) * (dose.spots or 1)
    if dose.contract_s is not None or dose.relax_s is not None:
        return reps * ((dose.contract_s or 0) + (dose.relax_s or 0))
    if dose.breaths is not None:
        return times * dose.breaths * breath_s
    if dose.hold_breaths is not None:
        return times * dose.hold_breaths * breath_s
    if dose.seconds is not None:
        return dose.seconds
    if dose.tempo_s is not None:
        return reps * sum(dose.tempo_s)
    if method == Methods.FLOW:
        return times * (rep_s + (dose.hold_s or 0))
    if dose.hold_s is not None:
        return times * (dose.hold_s + HOLD_TURN)
    return times * rep_s


def side_work(dose: Dose, drill: Drill, method: str, breath_s: float) -> float:
    """Seconds of work on one side, without the rests."""
    return (dose.circuits or 1) * (dose.sets or 1) * work_of_set(dose, method, drill.dose.rep_s, breath_s)


def side_seconds(dose: Dose, drill: Drill, method: str, breath_s: float, rest_s: int | None = None) -> float:
    """Seconds of one side: circuits x (sets x work + the rests between sets, of `rest_s` where they were set)."""
    sets = dose.sets or 1
    work = work_of_set(dose, method, drill.dose.rep_s, breath_s)
    return (dose.circuits or 1) * (sets * work + (sets - 1) * rest_after_set(drill.phase, rest_s))


def drill_seconds(side_times: list[float], *, alternate: bool = False) -> int:
    """Set-up, every side and the changes between them, rounded up to a whole second.

    Where the sides alternate with every repetition there is no change to wait for.
    """
    changes = 0 if alternate else SIDE_CHANGE * max(0, len(side_times) - 1)
    return math.ceil(round(SET_UP + sum(side_times) + changes, 6))


@dataclass(frozen=True)
class SessionTime:
    """The sum of a session and its parts, in seconds."""

    drills: int
    position_changes: int
    rising: int

    @property
    def total(self) -> int:
        """All of it."""
        return self.drills + self.position_changes + self.rising

    @property
    def minutes(self) -> float:
        """The total in minutes."""
        return self.total / 60


def session_time(seconds: list[int], places: list[Place], *, floor_care: bool = False) -> SessionTime:
    """Add up drills done in order at `places`: changes of position, and rising after each spell on the floor."""
    changes = sum(1 for one, two in pairwise(places) if one != two)
    spells = sum(
        1 for index, place in enumerate(places) if place == "floor" and places[index + 1 : index + 2] != ["floor"]
    )
    rising = FLOOR_TO_STANDING_WITH_CARE if floor_care else FLOOR_TO_STANDING
    return SessionTime(sum(seconds), changes * POSITION_CHANGE, spells * rising)
