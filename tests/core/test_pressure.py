"""Blood pressure: which questions two numbers answer, and which they never do."""

from __future__ import annotations

import datetime as dt

import pytest

from easepath.core.facts import Sitting
from easepath.core.screening.pressure import Pressure, pressure_on

NO = {"pressure-180": False, "pressure-180-symptoms": False}
DAY = dt.date(2026, 11, 26)


@pytest.mark.parametrize(
    ("upper", "lower", "high", "answers"),
    [
        (128, 82, False, NO),
        (179, 109, False, NO),
        (180, 82, True, {}),
        (128, 110, True, {}),
        (128, None, False, {}),
        (None, 82, False, {}),
        (None, 115, True, {}),
        (None, None, False, {}),
    ],
)
def test_only_two_numbers_below_both_bounds_say_no(
    upper: float | None, lower: float | None, high: bool, answers: dict[str, bool]
) -> None:
    found = Pressure(upper, lower)
    assert (found.high, found.answers) == (high, answers)


def test_the_last_of_today_counts_and_yesterday_does_not() -> None:
    def taken(measure: str, value: float, ago: int = 0) -> Sitting:
        return Sitting(measure=measure, date=DAY - dt.timedelta(days=ago), trials=(value,))

    rows = [
        taken("blood-pressure-low", 115, 1), taken("blood-pressure", 184), taken("blood-pressure", 150),
        taken("hip-ir", 30),
    ]  # fmt: skip
    assert pressure_on(DAY, rows) == Pressure(150, None)
