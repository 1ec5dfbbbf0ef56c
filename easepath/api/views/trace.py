"""What a sensor trace tells: its samples, the reading, and how it was found or why there is none."""

from __future__ import annotations

from collections.abc import Sequence

from easepath.clinic.shown import View
from easepath.core.measure.onset import Reading, Sample, read_trace

FOUND = {
    "onset": "where the low back starts to give: the pelvis comes along from here",
    "pelvis quiet": "the top that was held; the pelvis stayed quiet",
    "held top": "the top that was held",
}
REFUSED = {
    "not still at the start": "It was not still at the start: lie the limb down, wait two seconds, and raise it again.",
    "never settles": "It was never held: hold the top for a second before you freeze it.",
    "drops out": "The sensor dropped out for a moment: press it on, and raise again.",
    "too short": "It is too short: wait two seconds, raise slowly, hold the top, then freeze it.",
}


class SampleOut(View):
    """Degrees at a time in seconds; no pelvis with one sensor."""

    t: float
    thigh: float
    pelvis: float | None


class TraceOut(View):
    """The samples, and the reading in degrees with the second it was found at; `refused` says what to do instead."""

    samples: list[SampleOut]
    angle: float | None
    at: float | None
    found: str
    refused: str


def trace_view(samples: Sequence[Sample]) -> TraceOut:
    """The trace read by the rules."""
    shown = [SampleOut(t=one.t, thigh=one.thigh, pelvis=one.pelvis) for one in samples]
    read = read_trace(samples)
    if not isinstance(read, Reading):
        return TraceOut(samples=shown, angle=None, at=None, found="", refused=REFUSED[read.reason])
    return TraceOut(samples=shown, angle=round(read.angle, 1), at=read.at, found=FOUND[read.kind], refused="")
