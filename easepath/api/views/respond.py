"""What Respond shows: the response of every drill and session, what was allowed, and which mornings are unknown."""

from __future__ import annotations

from easepath.api.views.base import Ripple
from easepath.api.views.course import CourseOut, course_view
from easepath.api.views.home import SessionOut, session_lines
from easepath.api.views.home_sheet import OpenMorning, mornings_open
from easepath.api.views.rests import RestLine, rest_lines
from easepath.api.views.signs import HomeSign, sign_lines
from easepath.clinic.caseload_lines import response_line
from easepath.clinic.repository import Record
from easepath.clinic.sheet import Sheet, sheet_of
from easepath.clinic.shown import View
from easepath.core.compose.sheet import SIGN_SITES
from easepath.core.vocabulary import PainRule, SideWord


class DrillResponse(View):
    """One planned drill with its line of responses, and how much it may hurt."""

    drill: str
    title: str
    side: SideWord
    method: str
    pain_rule: PainRule
    limit: int
    since: str | None
    ripples: list[Ripple]
    why: str
    source: str | None
    counted: int


class PlannedDrillOut(View):
    """A drill of the running version, for a session entered on the client's behalf; `stands_for` only elsewhere."""

    drill: str
    title: str
    side: SideWord
    felt: list[str]
    stands_for: str


class RespondOut(View):
    """The Respond step."""

    version: int | None
    drills: list[DrillResponse]
    sessions: list[SessionOut]
    ripples: list[Ripple]
    adherence: float | None
    mornings_open: list[OpenMorning]
    today: str
    planned: list[PlannedDrillOut]
    elsewhere: str
    signs: list[HomeSign]
    rests: list[RestLine]
    course: CourseOut


MOST_SESSIONS = 14


def respond_view(record: Record) -> RespondOut:
    """Per drill its line of responses with the last reason, per session the whole, the newest first."""
    assessment, version = record.assessment, record.version
    context = assessment.review.context
    drills = []
    for planned in assessment.screen.situation.plan.drills:
        for view in context.views(planned):
            days = view.all_days[-MOST_SESSIONS:]
            method = view.method
            drills.append(DrillResponse(
                drill=view.drill.id, title=assessment.library.title(view.drill.id), side=view.key,
                method=method.name, pain_rule=method.pain_rule, limit=context.responder.limit(method),
                since=None if planned.since is None else str(planned.since),
                ripples=[
                    Ripple(date=str(day.date), kind=day.kind, morning=day.morning) for day in days
                ],
                why=days[-1].response.reason.text(assessment.library) if days else "",
                source=days[-1].response.reason.source(assessment.library) if days else None,
                counted=len(view.days),
            ))  # fmt: skip
    return RespondOut(
        version=version.number if version else None,
        drills=drills,
        sessions=session_lines(record),
        ripples=[Ripple(**one) for one in response_line(record, most=MOST_SESSIONS)],
        adherence=assessment.review.share_done,
        mornings_open=mornings_open(record),
        today=str(record.today),
        signs=sign_lines(record),
        rests=rest_lines(record),
        course=course_view(record),
        planned=[] if version is None else _planned(sheet_of(version)),
        elsewhere=version.elsewhere["name"] if version and version.elsewhere else "",
    )  # fmt: skip


def _planned(sheet: Sheet) -> list[PlannedDrillOut]:
    """What may be told of: the drills of the sheet, and what stands in for one at the second set of places."""
    there = sheet.elsewhere.drills if sheet.elsewhere else ()
    return [
        PlannedDrillOut(
            drill=one.drill, title=one.title, side=one.side, stands_for=one.stands_for,
            felt=list(dict.fromkeys((*one.felt_sites, *SIGN_SITES))),
        )
        for one in (*sheet.drills, *(one for one in there if one.stands_for))
        if not one.rest
    ]  # fmt: skip
