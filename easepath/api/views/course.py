"""The course of a complaint as it is drawn: ranges, versions, rests and weeks over time."""

from __future__ import annotations

from easepath.clinic.repository import Record
from easepath.clinic.shown import View
from easepath.core.course import RangeCourse, course_of
from easepath.core.measure.values import Change
from easepath.core.vocabulary import SideWord

DECIMALS = 2


class CourseReading(View):
    """The value of one sitting."""

    date: str
    value: float


class RangeOut(View):
    """One measure on one side with its error, goal and norm in its unit; `better` says which way is better."""

    measure: str
    name: str
    unit: str
    better: str
    side: SideWord
    mdc: float
    goal: float | None
    norm: float | None
    change: Change | None
    readings: list[CourseReading]


class VersionMark(View):
    """A version of the plan, the day it was handed over, and what was different."""

    number: int
    date: str
    difference: list[str]


class Days(View):
    """Days in one piece, both ends included."""

    first: str
    last: str


class WeekOut(Days):
    """A week with the dates due and those done."""

    due: int
    done: int


class CourseOut(View):
    """What is drawn beside the sessions; everything the earliest first."""

    ranges: list[RangeOut]
    versions: list[VersionMark]
    rests: list[Days]
    weeks: list[WeekOut]


def course_view(record: Record) -> CourseOut:
    """The course of a complaint today."""
    course = course_of(record.assessment)
    versions = record.complaint.versions.order_by("number").only("number", "start", "difference")
    return CourseOut(
        ranges=[range_line(one) for one in course.ranges],
        versions=[VersionMark(number=v.number, date=str(v.start), difference=v.difference) for v in versions],
        rests=[Days(first=str(span.first), last=str(span.last)) for span in course.rests],
        weeks=[
            WeekOut(first=str(week.first), last=str(week.last), due=week.due, done=week.done) for week in course.weeks
        ],
    )


def range_line(one: RangeCourse) -> RangeOut:
    """One measure on one side."""
    return RangeOut(
        measure=one.measure.id, name=one.measure.name, unit=one.measure.unit, better=one.measure.better,
        side=one.side, mdc=round(one.mdc, DECIMALS), goal=one.goal, norm=one.norm, change=one.change,
        readings=[CourseReading(date=str(s.date), value=round(s.value, DECIMALS)) for s in one.sittings],
    )  # fmt: skip
