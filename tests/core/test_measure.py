"""The clinic's own error, the onset in a sensor trace, and the trend of a measure."""

from __future__ import annotations

import datetime as dt
import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from easepath.core.facts import Plan, Sitting
from easepath.core.measure.error import MDC_FACTOR, blend, own_error
from easepath.core.measure.onset import Reading, Refused, Sample, read_trace
from easepath.core.measure.patterns import hangs_on
from easepath.core.measure.trend import forecast, trend
from tests.core.build import TODAY, complaint, day, screened

RATE = 50


def test_own_error_pools_the_variance_within_sittings() -> None:
    found = own_error([(10, 12), (20, 20, 23), (5,)])
    assert found is not None
    assert found.degrees_of_freedom == 3
    assert found.sem == pytest.approx(math.sqrt((2 + 6) / 3))
    assert found.mdc == pytest.approx(MDC_FACTOR * found.sem)
    assert own_error([(5,), (7,)]) is None


def test_the_blend_moves_to_the_clinics_own_as_trials_accumulate() -> None:
    few, many = own_error([(10, 14)]), own_error([(10, 14)] * 200)
    assert few is not None
    assert many is not None
    assert blend(6, None).used == 6
    assert 6 < blend(6, few).used < blend(6, many).used < many.mdc
    assert blend(6, few).used == pytest.approx(math.sqrt((20 * 36 + few.mdc**2) / 21))


def test_the_blend_never_falls_below_seven_tenths() -> None:
    exact = own_error([(10, 10)] * 500)
    assert blend(6, exact).used == pytest.approx(4.2)


@given(st.lists(st.lists(st.floats(-50, 150), min_size=2, max_size=4), min_size=1, max_size=8), st.floats(1, 20))
def test_the_blend_lies_between_its_parts_or_on_the_floor(sittings: list[list[float]], default: float) -> None:
    own = own_error(sittings)
    assert own is not None
    used = blend(default, own).used
    assert used >= 0.7 * default - 1e-9
    assert used <= max(default, own.mdc) + 1e-6


def raise_trace(onset: float | None = 60.0, hold: float = 1.0, early: float = 0.1, two: bool = True) -> list[Sample]:
    """A second of rest, a raise of 30 degrees a second to 80, held; the pelvis rolls a little, then gives way."""
    samples = []
    for tick in range(int((1.2 + 80 / 30 + hold) * RATE)):
        t = tick / RATE
        thigh = min(80.0, max(0.0, (t - 1.2) * 30))
        pelvis = early * thigh
        if onset is not None and thigh > onset:
            pelvis += 0.8 * (thigh - onset)
        samples.append(Sample(t, thigh, pelvis if two else None))
    return samples


def test_the_reading_is_the_angle_where_the_low_back_gives() -> None:
    """Eight degrees of pelvis are reached a little after it begins to give way at 60."""
    found = read_trace(raise_trace())
    assert isinstance(found, Reading)
    assert found.kind == "onset"
    assert 60 < found.angle < 66


def test_a_little_roll_from_early_on_is_normal() -> None:
    found = read_trace(raise_trace(onset=None))
    assert isinstance(found, Reading)
    assert (found.kind, found.angle) == ("pelvis quiet", 80)


def test_one_sensor_reads_the_held_top() -> None:
    found = read_trace(raise_trace(two=False))
    assert isinstance(found, Reading)
    assert (found.kind, found.angle) == ("held top", 80)


REFUSED = {
    "never settles": raise_trace(hold=0.1),
    "not still at the start": [Sample(s.t, s.thigh + 8 * s.t, s.pelvis) for s in raise_trace()],
    "drops out": [s for s in raise_trace() if not 2.0 < s.t < 2.4],
    "too short": raise_trace()[:10],
}


@pytest.mark.parametrize("reason", REFUSED)
def test_a_bad_trace_is_refused_with_its_reason(reason: str) -> None:
    assert read_trace(REFUSED[reason]) == Refused(reason)  # type: ignore[arg-type]


def test_a_short_gap_is_no_dropout() -> None:
    assert isinstance(read_trace([s for s in raise_trace() if not 2.0 < s.t < 2.2]), Reading)


def points(*pairs: tuple[int, float]) -> list[tuple[dt.date, float]]:
    """(days ago, value) as dated values."""
    return [(day(ago), value) for ago, value in pairs]


EARLY = {
    "three-sittings": points((21, 10), (14, 12), (0, 16)),
    "thirteen-days": points((13, 10), (9, 12), (5, 13), (0, 16)),
}


@pytest.mark.parametrize("given_points", EARLY.values(), ids=EARLY.keys())
def test_too_early_to_say(given_points: list[tuple[dt.date, float]]) -> None:
    assert trend(given_points) is None


def test_a_straight_line_has_its_slope_and_no_doubt() -> None:
    found = trend(points((21, 10), (14, 12), (7, 14), (0, 16)))
    assert found is not None
    assert (found.per_week, found.low, found.high) == pytest.approx((2, 2, 2))
    assert forecast(found, 16, 20, "up").earliest == pytest.approx(2)
    assert forecast(found, 16, 16, "up").kind == "reached"
    assert forecast(found, 16, 10, "down").kind == "not at this rate"


def test_one_odd_sitting_does_not_turn_the_trend() -> None:
    found = trend(points((35, 10), (28, 12), (21, 40), (14, 16), (7, 18), (0, 20)))
    assert found is not None
    assert found.per_week == pytest.approx(2, abs=0.5)
    assert found.low <= found.per_week <= found.high


@given(st.lists(st.tuples(st.integers(0, 60), st.floats(0, 100)), min_size=4, max_size=12, unique_by=lambda p: p[0]))
def test_the_slope_lies_inside_its_interval(pairs: list[tuple[int, float]]) -> None:
    found = trend([(TODAY - dt.timedelta(days=ago), value) for ago, value in pairs])
    if found is not None:
        assert found.low <= found.per_week <= found.high


@pytest.mark.parametrize(
    ("condition", "tests"),
    [("toe-reach-limited", ("slr",)), ("hip-flexor-short", ("thomas-hip", "thomas-knee")), ("low-back-stiff", ())],
)
def test_what_a_profile_hangs_on_is_named_until_it_is_measured(condition: str, tests: tuple[str, ...]) -> None:
    found = screened(complaint=complaint(condition=condition), plan=Plan())
    assert hangs_on(found.patterns, found.profile) == tests
    taken = tuple(Sitting(measure=one, side="left", date=day(0), trials=(20.0,)) for one in ("slr", *tests))
    again = screened(complaint=complaint(condition=condition), plan=Plan(), measures=taken)
    assert not set(tests) & set(hangs_on(again.patterns, again.profile))
