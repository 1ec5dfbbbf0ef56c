"""Blood pressure: two numbers of today, and which questions they answer."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from easepath.core.facts import Sitting
from easepath.core.ids import FlagItems, Measures

PRESSURE_UPPER = 180
"""mmHg at and above which nobody exercises before a doctor has looked."""
PRESSURE_LOWER = 110
"""The same for the lower value."""


@dataclass(frozen=True)
class Pressure:
    """The upper and the lower value in mmHg; None where one was not taken."""

    upper: float | None
    lower: float | None

    @property
    def taken(self) -> bool:
        """Whether either was taken."""
        return self.upper is not None or self.lower is not None

    @property
    def high(self) -> bool:
        """Whether either alone keeps everybody from exercise."""
        return (self.upper or 0) >= PRESSURE_UPPER or (self.lower or 0) >= PRESSURE_LOWER

    @property
    def answers(self) -> Mapping[str, bool]:
        """What the two answer with no while neither is high; one number alone answers nothing.

        A high one is no answer to whether there are symptoms with it.
        """
        if self.high or self.upper is None or self.lower is None:
            return {}
        return {FlagItems.PRESSURE_180: False, FlagItems.PRESSURE_180_SYMPTOMS: False}


def pressure_on(day: dt.date, sittings: Iterable[Sitting]) -> Pressure:
    """What was taken on a day, for whichever complaint: a pressure belongs to the person. `sittings` stand by date."""
    last = {one.measure: one.value for one in sittings if one.date == day}
    return Pressure(last.get(Measures.BLOOD_PRESSURE), last.get(Measures.BLOOD_PRESSURE_LOW))
