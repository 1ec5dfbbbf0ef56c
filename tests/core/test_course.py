"""The course over time: weeks that add up, days of rest in pieces, ranges in the order they matter."""

from __future__ import annotations

import datetime as dt
from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from easepath.core.adjust.adherence import Span, adherence, by_week
from easepath.core.assessment import Assessment
from easepath.core.course import RestSpan, course_of, rest_spans
from easepath.core.facts import Goal, LogEntry, PlannedDrill, Sitting
from tests.core.build import LIBRARY, TODAY, day, entry, plan, situation

DAYS = st.sets(st.integers(1, 80).map(day))


@given(start=st.integers(0, 80).map(day), logged=DAYS, resting=DAYS, per_week=st.integers(1, 7))
def test_the_weeks_of_a_span_hold_each_of_its_days_once_and_add_up_to_its_adherence(
    start: dt.date, logged: set[dt.date], resting: set[dt.date], per_week: int
) -> None:
    span = Span(start, TODAY, 70)
    weeks = by_week(span, logged, resting, per_week)
    days = [week.first + dt.timedelta(n) for week in weeks for n in range((week.last - week.first).days + 1)]
    assert sorted(days) == sorted(span.days)
    whole = adherence(span, logged, resting, per_week, 3)
    assert (whole.due, whole.done) == (sum(w.due for w in weeks), sum(w.done for w in weeks))
    assert all(week.due <= per_week and week.done <= 7 for week in weeks)


@given(DAYS)
def test_rest_spans_hold_the_same_days_and_never_touch(days: set[dt.date]) -> None:
    spans = rest_spans(days)
    held = {span.first + dt.timedelta(n) for span in spans for n in range((span.last - span.first).days + 1)}
    assert held == days
    assert all((b.first - a.last).days > 1 for a, b in pairwise(spans))


def course(*log: LogEntry, **changes: Any) -> Any:
    facts = situation(plan=plan(PlannedDrill(drill="lunge-rock", side="left", since=day(20))), log=log, **changes)
    return course_of(Assessment(LIBRARY, facts))


def test_a_flare_months_ago_is_still_a_rest_on_the_course() -> None:
    old = entry(30, during=9)
    facts = plan(PlannedDrill(drill="lunge-rock", side="left", since=day(40)), start=day(40))
    found = course_of(Assessment(LIBRARY, situation(plan=facts, log=(old, entry(2)))))
    assert found.rests == (RestSpan(day(29), day(28)),)
    assert sum(week.due for week in found.weeks if week.first <= day(28) <= week.last) < 7


def test_without_a_plan_nothing_was_due() -> None:
    found = course_of(Assessment(LIBRARY, situation()))
    assert (found.rests, found.weeks) == ((), ())


@pytest.mark.parametrize(("goals", "first"), [
    ((), ("hip-abduction", "left")),
    ((Goal(measure="knee-flexion", side="right", value=130),), ("knee-flexion", "right")),
])  # fmt: skip
def test_a_goal_comes_first_then_what_the_condition_is_judged_by(goals: tuple[Goal, ...], first: Any) -> None:
    taken: list[tuple[str, Any]] = [
        ("knee-flexion", "right"), ("hip-abduction", "right"), ("hip-abduction", "left"),
    ]  # fmt: skip
    sittings = tuple(Sitting(measure=m, side=s, date=day(9), trials=(30.0, 31.0)) for m, s in taken)
    ranges = course(measures=sittings, goals=goals).ranges
    assert (ranges[0].measure.id, ranges[0].side) == first
    assert len(ranges) == len(taken)
    assert all(one.change is None for one in ranges)
