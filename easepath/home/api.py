"""The private link's own interface: the sheet in force, sessions and mornings."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse

from easepath.api.description import DescribedAPI
from easepath.api.errors import register_errors
from easepath.api.routers.home import session_done
from easepath.api.schemas.common import Problem
from easepath.api.schemas.home import CheckIn, MorningIn, SessionIn, Stored
from easepath.api.views.home_sheet import HomeSheet, home_sheet
from easepath.api.views.spoken_sheet import language_of, spoken_sheet
from easepath.clinic.actions.home_links import open_link
from easepath.clinic.actions.note_looks import note_phone_look
from easepath.clinic.actions.record_home_check import record_home_check
from easepath.clinic.actions.record_morning import MorningDone, record_morning
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.repository import read_complaint
from easepath.interchange.calendar import calendar_of

home_api = DescribedAPI(title="Ease Path at home", version="1", urls_namespace="home", docs_url=None,
                    openapi_url="/openapi.json")  # fmt: skip
register_errors(home_api)


@home_api.get("/{token}/sheet", response={200: HomeSheet, 410: Problem}, operation_id="home_sheet")
def read_home_sheet(request: HttpRequest, token: str) -> HomeSheet:
    """The sheet in force and what is still to be told."""
    link = open_link(token)
    note_phone_look(link, request.headers.get("User-Agent", ""))
    record = read_complaint(link.complaint_id)
    return spoken_sheet(home_sheet(record), language_of(record.complaint))


@home_api.get("/{token}/calendar.ics", response={200: None, 410: Problem}, operation_id="home_calendar")
def read_calendar(request: HttpRequest, token: str) -> HttpResponse:
    """Sessions, mornings, breaks and the agreed day as a calendar with alarms; empty while the sheet is withheld."""
    record = read_complaint(open_link(token).complaint_id)
    assert record.version is not None
    words = language_of(record.complaint)
    data = calendar_of(spoken_sheet(home_sheet(record), words), record.today, record.version.ends_on, words)
    name = 'attachment; filename="home-program.ics"'
    return HttpResponse(data, content_type="text/calendar", headers={"Content-Disposition": name})


@home_api.post("/{token}/sessions", response={200: Stored, 410: Problem, 422: Problem}, operation_id="send_session")
def send_session(request: HttpRequest, token: str, payload: SessionIn) -> Stored:
    """Send a session; sending it twice stores it once."""
    return Stored(id=record_session(open_link(token).complaint, session_done(payload)).pk)


@home_api.post("/{token}/checks", response={200: Stored, 410: Problem, 422: Problem}, operation_id="send_check")
def send_check(request: HttpRequest, token: str, payload: CheckIn) -> Stored:
    """Send a home check; sending it twice stores it once."""
    row = record_home_check(open_link(token).complaint, payload.id, payload.date, payload.answers)
    return Stored(id=row.pk)


@home_api.post("/{token}/mornings", response={200: Stored, 410: Problem, 422: Problem}, operation_id="send_morning")
def send_morning(request: HttpRequest, token: str, payload: MorningIn) -> Stored:
    """Send a morning after; sending it twice stores it once."""
    return Stored(id=record_morning(open_link(token).complaint, MorningDone(**payload.dict())).pk)
