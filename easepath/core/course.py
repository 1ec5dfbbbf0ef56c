"""The course of a complaint: ranges against their error and goal, days of rest, and how much of each week was done."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable
from dataclasses import dataclass
from itertools import groupby

from easepath.core.adjust.adherence import WEEK, Span, Week, by_week
from easepath.core.assessment import Assessment
from easepath.core.facts import Sitting
from easepath.core.knowledge.models import Measure
from easepath.core.measure.values import Change
from easepath.core.vocabulary import SideWord

MOST_WEEKS = 52
"""Weeks of what was due that a course looks back on: a year can be seen on one page."""


@dataclass(frozen=True)
class RangeCourse:
    """The sittings of one measure on one side; values and error in the measure's unit.

    `change` compares the last with the first.
    """

    measure: Measure
    side: SideWord
    sittings: tuple[Sitting, ...]
    mdc: float
    goal: float | None
    norm: float | None
    change: Change | None


@dataclass(frozen=True)
class RestSpan:
    """Days of rest in one piece, both ends included."""

    first: dt.date
    last: dt.date


@dataclass(frozen=True)
class Course:
    """What is drawn over time beside the sessions and versions; the weeks are the earliest first."""

    ranges: tuple[RangeCourse, ...]
    rests: tuple[RestSpan, ...]
    weeks: tuple[Week, ...]


def course_of(assessment: Assessment) -> Course:
    """The course so far; what was due is told at the days per week asked for now, and nothing was without a plan."""
    ranges, start = range_courses(assessment), assessment.facts.plan.start
    if start is None:
        return Course(ranges, (), ())
    context = assessment.review.context
    resting = context.resting | context.rest_after(context.flares_since(start))
    days = Span(start, assessment.facts.today, MOST_WEEKS * WEEK)
    weeks: tuple[Week, ...] = ()
    if context.most_days is not None:
        weeks = by_week(days, set(context.log.dates), resting, context.most_days)
    return Course(ranges, rest_spans(day for day in resting if day >= start), tuple(reversed(weeks)))


def range_courses(assessment: Assessment) -> tuple[RangeCourse, ...]:
    """Every measured range: those with a goal first, then what the condition is judged by, then as they stand."""
    screen, library = assessment.screen, assessment.library
    measured = screen.measured
    retest = screen.profile.retest if screen.profile else ()
    affected = assessment.facts.complaint.affected

    def order(key: tuple[str, SideWord]) -> tuple[bool, bool, int, bool]:
        measure, side = key
        series = measured.series(measure, side)
        return (
            measured.goal(measure, side) is None,
            measure not in retest,
            -len(series),
            side not in {*affected, "both"},
        )

    return tuple(
        RangeCourse(
            library.measures[measure], side, tuple(measured.series(measure, side)), measured.mdc(measure),
            measured.goal(measure, side), library.measures[measure].norm_at(assessment.facts.client.years),
            measured.rows[measure, side].change_from_first,
        )
        for measure, side in sorted(measured.rows, key=order)
    )  # fmt: skip


def rest_spans(days: Iterable[dt.date]) -> tuple[RestSpan, ...]:
    """Days that follow one another, put together."""
    numbered = enumerate(sorted(days))
    pieces = [[day for _, day in piece] for _, piece in groupby(numbered, lambda one: one[1].toordinal() - one[0])]
    return tuple(RestSpan(piece[0], piece[-1]) for piece in pieces)
