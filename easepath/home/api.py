"""The private link's own interface: the sheet in force, sessions and mornings."""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.gzip import gzip_page
from ninja.decorators import decorate_view

from easepath.api.description import DescribedAPI
from easepath.api.errors import register_errors
from easepath.api.files import file_answer
from easepath.api.routers.home import session_done
from easepath.api.schemas.common import Problem
from easepath.api.schemas.home import BirthYearIn, CheckIn, MorningIn, SessionIn, Stored
from easepath.api.schemas.messages import LineIn
from easepath.api.schemas.outcomes import OutcomeIn, outcome_given
from easepath.api.views.home_sheet import HomeSheet, home_sheet
from easepath.api.views.spoken_sheet import spoken_sheet
from easepath.clinic.actions.home_links import open_link, tell_birth_year
from easepath.clinic.actions.messages import write_to_clinic
from easepath.clinic.actions.note_looks import note_messages_seen, note_phone_look
from easepath.clinic.actions.record_home_check import record_home_check
from easepath.clinic.actions.record_morning import MorningDone, record_morning
from easepath.clinic.actions.record_outcome import record_outcome
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.errors import BirthYearError, FieldError
from easepath.clinic.language import language_of
from easepath.clinic.models import HomeLink
from easepath.clinic.repository import read_complaint
from easepath.interchange.calendar import calendar_of

home_api = DescribedAPI(title="Ease Path at home", version="1", urls_namespace="home", docs_url=None,
                    openapi_url="/openapi.json")  # fmt: skip
register_errors(home_api)
KNOWN_FOR = 400 * 24 * 3600
"""Seconds a device is known for: longer than a plan and its link live."""


def _opened(request: HttpRequest, token: str) -> HomeLink:
    """A living link on a device that has told the year of birth, where the link asks for it."""
    link = open_link(token)
    if link.asks_birth_year and request.get_signed_cookie(_cookie(link), default="") != "told":
        raise BirthYearError("this link asks for the year of birth first")
    return link


def _cookie(link: HomeLink) -> str:
    return f"easepath-born-{link.pk}"


@home_api.post(
    "/{token}/birth-year",
    response={200: None, 403: Problem, 410: Problem, 422: Problem},
    operation_id="tell_birth_year",
)
def post_birth_year(request: HttpRequest, token: str, payload: BirthYearIn) -> HttpResponse:
    """Tell the year of birth: this device may open the link from now on. Too many wrong ones close it."""
    link = open_link(token)
    if not tell_birth_year(link, payload.year):
        raise FieldError({"year": "is not the one the clinic knows"})
    response = HttpResponse(status=200)
    response.set_signed_cookie(
        _cookie(link), "told", max_age=KNOWN_FOR, path="/home/api/", httponly=True, samesite="Strict",
        secure=settings.SESSION_COOKIE_SECURE,
    )  # fmt: skip
    return response


@home_api.get("/{token}/sheet", response={200: HomeSheet, 403: Problem, 410: Problem}, operation_id="home_sheet")
@decorate_view(gzip_page)
def read_home_sheet(request: HttpRequest, token: str) -> HomeSheet:
    """The sheet in force and what is still to be told."""
    link = _opened(request, token)
    note_phone_look(link, request.headers.get("User-Agent", ""))
    record = read_complaint(link.complaint_id)
    note_messages_seen(record)
    return spoken_sheet(home_sheet(record), language_of(record.complaint))


@home_api.get("/{token}/calendar.ics", response={200: None, 403: Problem, 410: Problem}, operation_id="home_calendar")
def read_calendar(request: HttpRequest, token: str) -> HttpResponse:
    """Sessions, mornings, breaks and the agreed day as a calendar with alarms; empty while the sheet is withheld."""
    record = read_complaint(_opened(request, token).complaint_id)
    assert record.version is not None
    words = language_of(record.complaint)
    data = calendar_of(spoken_sheet(home_sheet(record), words), record.today, record.version.ends_on, words)
    return file_answer(data, "text/calendar", "home-program.ics")


@home_api.post(
    "/{token}/sessions", response={200: Stored, 403: Problem, 410: Problem, 422: Problem}, operation_id="send_session"
)
def send_session(request: HttpRequest, token: str, payload: SessionIn) -> Stored:
    """Send a session; sending it twice stores it once."""
    return Stored(id=record_session(_opened(request, token).complaint, session_done(payload)).pk)


@home_api.post(
    "/{token}/checks", response={200: Stored, 403: Problem, 410: Problem, 422: Problem}, operation_id="send_check"
)
def send_check(request: HttpRequest, token: str, payload: CheckIn) -> Stored:
    """Send a home check; sending it twice stores it once."""
    row = record_home_check(_opened(request, token).complaint, payload.id, payload.date, payload.answers)
    return Stored(id=row.pk)


@home_api.post(
    "/{token}/outcomes", response={200: Stored, 403: Problem, 410: Problem, 422: Problem}, operation_id="send_outcome"
)
def send_outcome(request: HttpRequest, token: str, payload: OutcomeIn) -> Stored:
    """Send what the client says of the whole; sending it twice stores it once."""
    return Stored(id=record_outcome(None, _opened(request, token).complaint, outcome_given(payload, "course")).pk)


@home_api.post(
    "/{token}/messages", response={200: Stored, 403: Problem, 410: Problem, 422: Problem}, operation_id="send_message"
)
def send_message(request: HttpRequest, token: str, payload: LineIn) -> Stored:
    """Send a line to the clinic; sending it twice stores it once."""
    return Stored(id=write_to_clinic(_opened(request, token).complaint, payload.id, payload.words).pk)


@home_api.post(
    "/{token}/mornings", response={200: Stored, 403: Problem, 410: Problem, 422: Problem}, operation_id="send_morning"
)
def send_morning(request: HttpRequest, token: str, payload: MorningIn) -> Stored:
    """Send a morning after; sending it twice stores it once."""
    return Stored(id=record_morning(_opened(request, token).complaint, MorningDone(**payload.dict())).pk)
