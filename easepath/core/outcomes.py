"""What a client says of the whole over time: when it is asked, and which change is more than its error."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from easepath.core.facts.outcome import OutcomeReport
from easepath.core.ids import OutcomeScales
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models.outcome import OutcomeScale

ScaleChange = Literal["better", "worse", "within its error", "not known"]


@dataclass(frozen=True)
class Point:
    """The value of a scale on a day, in its own numbers."""

    date: dt.date
    value: float


@dataclass(frozen=True)
class ScaleCourse:
    """One scale over time, or one activity of it; `difference` is the last against the first, None with less than two.

    Of the scale that asks for the change itself, the last answer is the difference.
    """

    scale: OutcomeScale
    name: str
    points: tuple[Point, ...]
    error: float
    difference: float | None
    change: ScaleChange


def latest_of_each_day(reports: Iterable[OutcomeReport]) -> tuple[OutcomeReport, ...]:
    """The reports by date; of several of one date the last that was given counts."""
    by_date = {report.date: report for report in reports}
    return tuple(by_date[date] for date in sorted(by_date))


def asked_from(library: Library, reports: Sequence[OutcomeReport], started: dt.date | None) -> dt.date | None:
    """From which day on it is to be asked: when the plan starts, then so many days after the last time.

    None where nothing was asked and no plan runs.
    """
    if not reports:
        return started
    last = max(report.date for report in reports)
    return last + dt.timedelta(days=min(scale.every_days for scale in library.outcomes.values()))


def activity_names(reports: Sequence[OutcomeReport]) -> tuple[str, ...]:
    """The client's own activities as they were last named."""
    named = [report.activities for report in latest_of_each_day(reports) if report.activities]
    return tuple(one.name for one in named[-1]) if named else ()


def scale_courses(library: Library, reports: Iterable[OutcomeReport]) -> tuple[ScaleCourse, ...]:
    """Every scale that was ever answered, its own activities one by one behind their mean."""
    days, scales = latest_of_each_day(reports), library.outcomes
    own, pain, change = (scales[name] for name in (OutcomeScales.ACTIVITIES, OutcomeScales.PAIN, OutcomeScales.CHANGE))
    found = [
        _mean(own, days),
        *(_course(own, name, points, own.one_error or own.error) for name, points in _each_activity(days).items()),
        _course(pain, pain.name, [Point(one.date, one.pain) for one in days if one.pain is not None], pain.error),
        _change(change, [Point(one.date, one.change) for one in days if one.change is not None]),
    ]
    return tuple(one for one in found if one.points)


def _mean(own: OutcomeScale, days: Sequence[OutcomeReport]) -> ScaleCourse:
    """The mean of the activities that were answered each time: a new one makes no old one better.

    A mean of fewer than the scale asks for has no smaller error than one alone.
    """
    scored = [(day.date, {one.name: one.score for one in day.activities if one.score is not None}) for day in days]
    told = [(date, scores) for date, scores in scored if scores]
    common = set.intersection(*(set(scores) for _, scores in told)) if told else set()
    points = [Point(date, sum(scores[name] for name in common) / len(common)) for date, scores in told if common]
    return _course(own, own.name, points, own.error if len(common) >= own.most else own.one_error or own.error)


def _each_activity(days: Sequence[OutcomeReport]) -> Mapping[str, list[Point]]:
    found: dict[str, list[Point]] = {}
    for day in days:
        for one in day.activities:
            if one.score is not None:
                found.setdefault(one.name, []).append(Point(day.date, one.score))
    return found


def _course(scale: OutcomeScale, name: str, points: Sequence[Point], error: float) -> ScaleCourse:
    difference = points[-1].value - points[0].value if len(points) > 1 else None
    return ScaleCourse(scale, name, tuple(points), error, difference, _judged(scale, difference, error))


def _change(scale: OutcomeScale, points: Sequence[Point]) -> ScaleCourse:
    told = points[-1].value if points else None
    return ScaleCourse(scale, scale.name, tuple(points), scale.error, told, _judged(scale, told, scale.error))


def _judged(scale: OutcomeScale, difference: float | None, error: float) -> ScaleChange:
    if difference is None:
        return "not known"
    if round(abs(difference), 6) <= error:
        return "within its error"
    return "better" if (difference > 0) == (scale.better == "up") else "worse"
