"""The course page of a complaint: what is drawn over time, the weeks in minutes, and everything that happened."""

from __future__ import annotations

import datetime as dt

from easepath.api.views.course import CourseOut, Days, course_view
from easepath.api.views.home import SessionOut, session_lines
from easepath.api.views.outcomes import OutcomesOut, outcomes_view
from easepath.clinic import models
from easepath.clinic.facts.minutes import seconds_by_day
from easepath.clinic.moments import Moment, moments_of
from easepath.clinic.repository import Record, read_records
from easepath.clinic.shown import View
from easepath.core.errors import CaseError, UnknownIdError
from easepath.core.knowledge import shipped_library

WEEK = dt.timedelta(days=7)


class WeekDone(Days):
    """A week since the plan began, with the dates on which a session was done and the minutes in drills."""

    sessions: int
    minutes: int


class WholeCourse(View):
    """One complaint from its beginning to today."""

    complaint: int
    client: int
    client_name: str
    name: str
    side: str
    goal: str
    since: str | None
    today: str
    version: int | None
    ended: bool
    course: CourseOut
    sessions: list[SessionOut]
    weeks: list[WeekDone]
    moments: list[Moment]
    outcomes: OutcomesOut


def whole_course(record: Record) -> WholeCourse:
    """The course of a complaint; raises CaseError where its facts cannot be read."""
    complaint, profile = record.complaint, record.assessment.screen.profile
    return WholeCourse(
        complaint=complaint.pk, client=complaint.client_id, client_name=str(complaint.client),
        name=profile.name if profile else "Not named yet", side=complaint.side, goal=complaint.goal_activity,
        since=complaint.since and str(complaint.since), today=str(record.today),
        version=record.version.number if record.version else None, course=course_view(record),
        sessions=session_lines(record), weeks=_weeks(record), moments=moments_of(record),
        outcomes=outcomes_view(record), ended=complaint.closed_at is not None,
    )  # fmt: skip


def _weeks(record: Record) -> list[WeekDone]:
    """Every week since the plan began, the latest first."""
    start = record.version.plan_start if record.version else None
    if start is None:
        return []
    seconds, weeks = seconds_by_day(record), []
    while start <= record.today:
        within = [day for day in seconds if start <= day < start + WEEK]
        last = min(start + WEEK - dt.timedelta(days=1), record.today)
        minutes = round(sum(seconds[day] for day in within) / 60)
        weeks.append(WeekDone(first=str(start), last=str(last), sessions=len(within), minutes=minutes))
        start += WEEK
    return weeks[::-1]


class OneCourse(View):
    """A complaint of a person among the others."""

    complaint: int
    name: str
    side: str
    ended: bool


class MomentOf(View):
    """A moment with the complaint it belongs to."""

    complaint: int
    name: str
    moment: Moment


class PersonCourse(View):
    """Everything that happened to a person, whichever complaint it was about."""

    client: int
    client_name: str
    complaints: list[OneCourse]
    moments: list[MomentOf]


def person_course(client: models.Client) -> PersonCourse:
    """The moments of every complaint of a person, the newest first."""
    records = list(read_records(models.Complaint.objects.filter(client=client).order_by("pk")))
    named = [(record, shipped_library().conditions.get(record.complaint.condition)) for record in records]
    names = {record.complaint.pk: found.name if found else "Not named yet" for record, found in named}
    moments = [
        MomentOf(complaint=record.complaint.pk, name=names[record.complaint.pk], moment=one)
        for record in records for one in _readable(record)
    ]  # fmt: skip
    return PersonCourse(
        client=client.pk, client_name=str(client),
        moments=sorted(moments, key=lambda one: one.moment.date, reverse=True),
        complaints=[
            OneCourse(
                complaint=one.complaint.pk, name=names[one.complaint.pk], side=one.complaint.side,
                ended=one.complaint.closed_at is not None,
            )
            for one in records
        ],
    )  # fmt: skip


def _readable(record: Record) -> list[Moment]:
    try:
        return moments_of(record)
    except (CaseError, UnknownIdError) as fault:
        why = f"Its facts cannot be read: {fault}"
        return [Moment(date=str(record.today), kind="found", title=why)]
