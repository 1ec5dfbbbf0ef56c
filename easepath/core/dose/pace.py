"""The pace of one side: what to do, beat by beat, as the client is led through it; adds up to the side's seconds."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Any

from easepath.core.dose.time import HOLD_TURN, rest_after_set
from easepath.core.ids import Methods
from easepath.core.knowledge.models import Dose, Drill

TEMPO_WORDS = ("up", "hold", "down")


@dataclass(frozen=True)
class Beat:
    """One beat: a word, its seconds, and which repetition of how many it belongs to."""

    word: str
    seconds: float
    number: int = 1
    of: int = 1

    def as_data(self) -> dict[str, Any]:
        """Plain data for a sheet."""
        return {"word": self.word, "seconds": round(self.seconds, 3), "number": self.number, "of": self.of}


def pace_of(
    dose: Dose, drill: Drill, method: str, breath_s: float, stages: Sequence[tuple[str, float]] = (),
    rest_s: int | None = None,
) -> tuple[Beat, ...]:  # fmt: skip
    """The beats of one side in order, rests between sets included; `stages` (cue, seconds) lead through a hold."""
    rest = rest_after_set(drill.phase, rest_s)
    beats: list[Beat] = []
    for _ in range(dose.circuits or 1):
        for number in range(dose.sets or 1):
            if number and rest:
                beats.append(Beat("rest", rest, number + 1, dose.sets or 1))
            beats.extend(beat for beat in _set(dose, drill, method, breath_s, stages) if beat.seconds > 0)
    return tuple(beats)


def _set(dose: Dose, drill: Drill, method: str, breath_s: float, stages: Sequence[tuple[str, float]]) -> Iterator[Beat]:
    """One set; the same order of shapes as its time."""
    reps = dose.reps or 1
    times = reps * (dose.directions or 1) * (dose.spots or 1)
    rep_s = drill.dose.rep_s
    if dose.contract_s is not None or dose.relax_s is not None:
        yield from _repeat(reps, (("press", dose.contract_s or 0), ("ease", dose.relax_s or 0)))
    elif dose.breaths is not None:
        yield from _repeat(times * dose.breaths, (("one breath", breath_s),))
    elif dose.hold_breaths is not None:
        yield from _repeat(times * dose.hold_breaths, (("one breath", breath_s),))
    elif dose.seconds is not None:
        yield Beat("keep moving", dose.seconds)
    elif dose.tempo_s is not None:
        yield from _repeat(reps, tuple(zip(TEMPO_WORDS, dose.tempo_s, strict=True)))
    elif method == Methods.FLOW:
        yield from _repeat(times, (("move", rep_s), ("stay", dose.hold_s or 0)))
    elif dose.hold_s is not None:
        held = tuple(stages) if stages else (("hold", float(dose.hold_s)),)
        yield from _repeat(times, (*held, ("let go", HOLD_TURN)))
    else:
        yield from _repeat(times, (("move", rep_s),))


def _repeat(times: int, parts: Sequence[tuple[str, float]]) -> Iterator[Beat]:
    for number in range(times):
        yield from (Beat(word, seconds, number + 1, times) for word, seconds in parts)
