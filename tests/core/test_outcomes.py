"""What is said of the whole: when it is asked, and which change is more than its error."""

from __future__ import annotations

import datetime as dt

import pytest
from hypothesis import given
from hypothesis import strategies as st

from easepath.core.facts import ActivityTold, OutcomeReport
from easepath.core.outcomes import ScaleCourse, activity_names, asked_from, scale_courses
from tests.core.build import LIBRARY

DAY = dt.date(2026, 9, 1)
SCORES = st.dictionaries(st.sampled_from(["climb", "kneel", "carry"]), st.integers(0, 10) | st.none(), max_size=3)


def report(
    days: int = 0, pain: int | None = None, change: int | None = None, **activities: int | None
) -> OutcomeReport:
    own = tuple(ActivityTold(name=name, score=score) for name, score in activities.items())
    return OutcomeReport(date=DAY + dt.timedelta(days=days), pain=pain, change=change, activities=own)


def course(name: str, *reports: OutcomeReport) -> ScaleCourse:
    return next(one for one in scale_courses(LIBRARY, reports) if one.name == name)


@pytest.mark.parametrize(
    ("name", "first", "last", "difference", "change"),
    [
        ("climb", {"climb": 4}, {"climb": 7}, 3, "within its error"),
        ("climb", {"climb": 4}, {"climb": 8}, 4, "better"),
        ("climb", {"climb": 8}, {"climb": 4}, -4, "worse"),
        ("climb", {"climb": 4}, {"climb": None}, None, "not known"),
        (
            "Own activities",
            {"climb": 4, "kneel": 2, "carry": 3},
            {"climb": 6, "kneel": 4, "carry": 5},
            2,
            "within its error",
        ),
        ("Own activities", {"climb": 4, "kneel": 2, "carry": 3}, {"climb": 7, "kneel": 5, "carry": 5}, 8 / 3, "better"),
        ("Own activities", {"climb": 4, "kneel": 2}, {"climb": 7, "kneel": 5}, 3, "within its error"),
        (
            "Own activities",
            {"climb": 4, "kneel": 4, "carry": 3},
            {"climb": 6, "kneel": 6, "carry": 5},
            2,
            "within its error",
        ),
        ("Own activities", {"climb": 4, "kneel": 2}, {"climb": 4, "carry": 9}, 0, "within its error"),
        ("Usual pain over the last week", {"pain": 6}, {"pain": 4}, -2, "within its error"),
        ("Usual pain over the last week", {"pain": 6}, {"pain": 3}, -3, "better"),
        ("Usual pain over the last week", {"pain": 3}, {"pain": 6}, 3, "worse"),
        ("Change since care began", {"change": 1}, {"change": 1}, 1, "within its error"),
        ("Change since care began", {"change": 0}, {"change": 2}, 2, "better"),
        ("Change since care began", {"change": 2}, {"change": -2}, -2, "worse"),
    ],
)
def test_a_change_counts_beyond_its_own_error(
    name: str, first: dict[str, int], last: dict[str, int], difference: float | None, change: str
) -> None:
    found = course(name, report(**first), report(28, **last))
    assert (found.difference, found.change) == (difference and pytest.approx(difference), change)


def test_what_was_never_said_has_no_course_and_once_has_no_change() -> None:
    assert scale_courses(LIBRARY, []) == ()
    assert scale_courses(LIBRARY, [report(climb=None)]) == ()
    assert course("climb", report(climb=3)).change == "not known"


def test_of_one_date_the_last_told_counts() -> None:
    assert [point.value for point in course("climb", report(climb=3), report(climb=5)).points] == [5]


@pytest.mark.parametrize(
    ("days", "started", "expected"),
    [([], None, None), ([], 3, 3), ([0], None, 28), ([0, 30], 3, 58), ([30, 0], None, 58)],
)
def test_it_is_asked_when_the_plan_starts_and_every_four_weeks(
    days: list[int], started: int | None, expected: int | None
) -> None:
    day = {None: None} | {n: DAY + dt.timedelta(days=n) for n in range(60)}
    assert asked_from(LIBRARY, [report(n, pain=1) for n in days], day[started]) == day[expected]


def test_the_activities_are_those_named_last() -> None:
    assert activity_names([report(climb=3, kneel=None), report(7, pain=2), report(3, carry=1)]) == ("carry",)


@given(st.lists(SCORES, max_size=5))
def test_a_new_activity_makes_no_old_one_better(told: list[dict[str, int | None]]) -> None:
    reports = [report(7 * n, **scores) for n, scores in enumerate(told)]
    own = [one for one in scale_courses(LIBRARY, reports) if one.name == "Own activities"]
    for mean in own:
        answered = [{n for n, score in scores.items() if score is not None} for scores in told]
        common = set.intersection(*(names for names in answered if names))
        values = [[scores[n] or 0 for n in common] for scores, names in zip(told, answered, strict=True) if names]
        assert [point.value for point in mean.points] == [sum(row) / len(common) for row in values]
