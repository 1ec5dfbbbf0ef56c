"""Reading a leg raise from sensors: the thigh angle where the low back starts to give the range."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from statistics import median
from typing import Literal

STILL_SPEED = 3.0
"""Degrees a second below which a limb is at rest."""
STILL_START_S = 1.0
"""Seconds of rest before a movement is waited for."""
HELD_S = 0.5
"""Seconds a top has to be held to count as reached."""
DROPOUT_S = 0.3
"""Seconds without a reading that are bridged."""
LOOK_AHEAD_S = 0.2
"""Seconds looked ahead, so that a twitch is no movement."""
PELVIS_SHARE = 0.5
"""Share of the thigh's speed from which on the pelvis is moving along, and the hip has come to its end."""
PELVIS_DEGREES = 8.0
"""Degrees from rest below which the pelvis only settles on the couch."""


@dataclass(frozen=True)
class Sample:
    """Degrees of thigh and pelvis at a time in seconds; the pelvis is None with one sensor."""

    t: float
    thigh: float
    pelvis: float | None = None


@dataclass(frozen=True)
class Settings:
    """What the lead can set: how much of the thigh's speed, and how many degrees, count as the pelvis moving."""

    pelvis_share: float = PELVIS_SHARE
    pelvis_degrees: float = PELVIS_DEGREES


@dataclass(frozen=True)
class Reading:
    """The angle in degrees and how it was found; `at` is the time in seconds."""

    angle: float
    kind: Literal["onset", "pelvis quiet", "held top"]
    at: float


@dataclass(frozen=True)
class Refused:
    """A trace that gives no reading, and why."""

    reason: Literal["not still at the start", "never settles", "drops out", "too short"]


def read_trace(samples: Sequence[Sample], settings: Settings | None = None) -> Reading | Refused:
    """The reading of one raise, with two sensors at the onset of the pelvis, with one at the held top."""
    refusal = _refusal(samples)
    if refusal is not None:
        return refusal
    held = _held_top(samples)
    if held is None:
        return Refused("never settles")
    top = Reading(median(sample.thigh for sample in held), "held top", held[0].t)
    if any(sample.pelvis is None for sample in samples):
        return top
    onset = _onset(samples, settings or Settings())
    if onset is None:
        return Reading(top.angle, "pelvis quiet", top.at)
    return Reading(onset.thigh, "onset", onset.t)


def _refusal(samples: Sequence[Sample]) -> Refused | None:
    if len(samples) < 3 or samples[-1].t - samples[0].t < STILL_START_S + HELD_S:
        return Refused("too short")
    if any(after.t - before.t > DROPOUT_S for before, after in pairwise(samples)):
        return Refused("drops out")
    first = _first_second(samples)
    channels = [[sample.thigh for sample in first], [s.pelvis for s in first if s.pelvis is not None]]
    if any(channel and max(channel) - min(channel) > STILL_SPEED * STILL_START_S for channel in channels):
        return Refused("not still at the start")
    return None


def _first_second(samples: Sequence[Sample]) -> list[Sample]:
    return [sample for sample in samples if sample.t - samples[0].t <= STILL_START_S]


def _held_top(samples: Sequence[Sample]) -> list[Sample] | None:
    """The highest stretch of at least half a second in which the thigh moves slower than 3 degrees a second."""
    best: list[Sample] | None = None
    start_s = samples[0].t + STILL_START_S
    for index, first in enumerate(samples):
        if first.t < start_s:
            continue
        if samples[-1].t - first.t < HELD_S - 1e-6:
            break
        window = [sample for sample in samples[index:] if sample.t - first.t <= HELD_S + 1e-9]
        angles = [sample.thigh for sample in window]
        still = max(angles) - min(angles) < STILL_SPEED * HELD_S
        if still and (best is None or median(angles) > median(sample.thigh for sample in best)):
            best = window
    return best


def _onset(samples: Sequence[Sample], settings: Settings) -> Sample | None:
    """The first sample from which the pelvis moves fast enough over the next 0.2 s and is far enough from rest."""
    first = _first_second(samples)
    baseline = median(sample.pelvis for sample in first if sample.pelvis is not None)
    for index, sample in enumerate(samples):
        ahead = next((later for later in samples[index:] if later.t - sample.t >= LOOK_AHEAD_S - 1e-9), None)
        if ahead is None or sample.pelvis is None or ahead.pelvis is None:
            return None
        thigh, pelvis = ahead.thigh - sample.thigh, abs(ahead.pelvis - sample.pelvis)
        far = abs(sample.pelvis - baseline) >= settings.pelvis_degrees
        if far and thigh > 0 and pelvis >= settings.pelvis_share * thigh:
            return sample
    return None
