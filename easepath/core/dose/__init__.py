"""Dose: the ladder of steps, the caps that bind it, and the time it takes."""

from easepath.core.dose.ladder import DoseLadder, dose_ladder, dose_shape, one_more_set
from easepath.core.dose.time import (
    Breaths,
    SessionTime,
    drill_seconds,
    session_time,
    side_seconds,
    side_work,
)  # fmt: skip

__all__ = [
    "Breaths", "DoseLadder", "SessionTime", "dose_ladder", "dose_shape", "drill_seconds", "one_more_set",
    "session_time", "side_seconds", "side_work",
]  # fmt: skip
