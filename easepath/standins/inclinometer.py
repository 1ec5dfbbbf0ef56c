"""A made-up inclinometer: somebody raises a limb slowly, holds it, and the sensors stream what they feel."""

from __future__ import annotations

import random
import time
from collections.abc import Iterator

from easepath.core.measure.onset import Sample

RATE_HZ = 20
"""Readings a second."""
STILL_S = 1.6
"""Seconds of rest before the limb moves."""
RAISE_S = 4.5
"""Seconds of the movement."""
HELD_S = 24.0
"""Seconds it is held before the stream ends by itself."""
TREMOR = 0.25
"""Degrees that a sensor trembles."""
GIVES_AT = 0.72
"""Share of the movement from which on the pelvis comes along."""


class SimulatedInclinometer:
    """Streams one raise after another, in the time it takes; each comes out a little different."""

    def __init__(self, seed: int | None = None, *, pace: bool = True) -> None:
        self._chance, self._pace = random.Random(seed), pace

    def stream(self, usual: float, sensors: int) -> Iterator[Sample]:
        """The samples of one movement toward about `usual` degrees, seen by one sensor or by two."""
        top = usual * self._chance.uniform(0.82, 0.98)
        gives = top * GIVES_AT
        for n in range(round((STILL_S + RAISE_S + HELD_S) * RATE_HZ)):
            at = n / RATE_HZ
            share = min(1.0, max(0.0, (at - STILL_S) / RAISE_S))
            thigh = top * share
            rolled = 0.1 * min(thigh, gives) + 0.85 * max(0.0, thigh - gives)
            yield Sample(at, self._felt(thigh), self._felt(rolled) if sensors > 1 else None)
            if self._pace:
                time.sleep(1 / RATE_HZ)

    def _felt(self, degrees: float) -> float:
        return round(degrees + self._chance.uniform(-TREMOR, TREMOR), 2)
