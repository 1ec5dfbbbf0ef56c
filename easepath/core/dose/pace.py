"""The pace of one side: what to do, beat by beat, as the client is led through it; adds up to the side's seconds."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Any

from easepath.core.dose.time import HOLD_TURN, rest_after_set
from easepath.core.ids import Methods
from easepath.core.knowledge.models import Dose, Drill

TEMPO_WORDS = ("up", "hold", "down")
TEMPO_WORDS_DOWN_FIRST = TEMPO_WORDS[::-1]
"""The words of a drill whose first move goes down."""
BREATH_PARTS = (("breathe in", 0.4), ("breathe out", 0.6))
"""A calm breath is let out longer than it is taken in; together they are the client's own breath."""


def tempo_words(drill: Drill) -> tuple[str, ...]:
    """What the three numbers of a tempo are called, in the order of the movement."""
    return TEMPO_WORDS_DOWN_FIRST if drill.starts == "down" else TEMPO_WORDS


@dataclass(frozen=True)
class Beat:
    """One beat: a word, its seconds, and which repetition of how many it belongs to.

    `way` is the place of its direction among those of the drill, None where it has one direction.
    """

    word: str
    seconds: float
    number: int = 1
    of: int = 1
    way: int | None = None

    def as_data(self) -> dict[str, Any]:
        """Plain data for a sheet."""
        return {
            "word": self.word, "seconds": round(self.seconds, 3), "number": self.number, "of": self.of,
            "way": self.way,
        }  # fmt: skip


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
            found = (beat for beat in _set(dose, drill, method, breath_s, stages) if beat.seconds > 0)
            beats.extend(_with_way(beat, dose) for beat in found)
    return tuple(beats)


def _set(dose: Dose, drill: Drill, method: str, breath_s: float, stages: Sequence[tuple[str, float]]) -> Iterator[Beat]:
    """One set; the same order of shapes as its time."""
    reps = dose.reps or 1
    times = reps * (dose.directions or 1) * (dose.spots or 1)
    rep_s = drill.dose.rep_s
    if dose.contract_s is not None or dose.relax_s is not None:
        yield from _repeat(reps, (("press", dose.contract_s or 0), ("ease", dose.relax_s or 0)))
    elif dose.breaths is not None:
        yield from _repeat(times * dose.breaths, _breath(breath_s, method))
    elif dose.hold_breaths is not None:
        yield from _repeat(times * dose.hold_breaths, _breath(breath_s, method))
    elif dose.seconds is not None:
        yield Beat("keep moving", dose.seconds)
    elif dose.tempo_s is not None:
        yield from _repeat(reps, tuple(zip(tempo_words(drill), dose.tempo_s, strict=True)))
    elif method == Methods.FLOW:
        yield from _repeat(times, (("move", rep_s), ("stay", dose.hold_s or 0)))
    elif dose.hold_s is not None:
        held = tuple(stages) if stages else (("hold", float(dose.hold_s)),)
        yield from _repeat(times, (*held, ("let go", HOLD_TURN)))
    else:
        yield from _repeat(times, (("move", rep_s),))


def _breath(seconds: float, method: str) -> tuple[tuple[str, float], ...]:
    """One breath in its two parts; where one presses with the breath, the effort goes with breathing out."""
    does = {"breathe in": ", let go", "breathe out": ", press"} if method == Methods.ISOMETRIC_BREATH else {}
    return tuple((word + does.get(word, ""), share * seconds) for word, share in BREATH_PARTS)


def _with_way(beat: Beat, dose: Dose) -> Beat:
    """The beat with its direction: they are gone through in turn, each for the breaths of one repetition."""
    ways, each = dose.directions or 1, dose.breaths or dose.hold_breaths or 1
    return beat if ways == 1 else replace(beat, way=(beat.number - 1) // each % ways)


def _repeat(times: int, parts: Sequence[tuple[str, float]]) -> Iterator[Beat]:
    for number in range(times):
        yield from (Beat(word, seconds, number + 1, times) for word, seconds in parts)
