"""Home: handing over, links, and sessions entered for a client."""

from __future__ import annotations

import uuid
from typing import Any

from django.http import HttpRequest
from ninja import Router

from easepath.api.auth import staff
from easepath.api.schemas.common import Problem
from easepath.api.schemas.home import (
    CountIn,
    EndRestIn,
    HandOverIn,
    Link,
    MorningIn,
    RestIn,
    SessionIn,
    SignAnswerIn,
    Stored,
)
from easepath.api.views.home import HandedOver, HomeOut, home_view, version_line
from easepath.api.views.respond import RespondOut, respond_view
from easepath.api.views.rests import RestLine, rest_lines
from easepath.clinic.actions.answer_signs import answer_signs
from easepath.clinic.actions.count_session import count_session
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.home_links import new_link, revoke_link, revoke_links
from easepath.clinic.actions.record_morning import MorningDone, record_morning
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.rest_orders import end_rest, order_rest
from easepath.clinic.actions.session_bounds import SessionDone
from easepath.clinic.actions.take_back import take_back
from easepath.clinic.repository import read_visit
from easepath.clinic.selectors.access import get_link, get_visit

router = Router(tags=["home"])


@router.get("/visits/{visit}/home", response=HomeOut, operation_id="read_home")
def read_home(request: HttpRequest, visit: int) -> HomeOut:
    """Versions and links."""
    return home_view(get_visit(staff(request), visit).complaint)


@router.get("/visits/{visit}/respond", response=RespondOut, operation_id="read_respond")
def read_respond(request: HttpRequest, visit: int) -> RespondOut:
    """The responses of every drill and session."""
    return respond_view(read_visit(staff(request), visit))


@router.post("/visits/{visit}/hand-over", response={200: HandedOver, 422: Problem}, operation_id="hand_over")
def post_hand_over(request: HttpRequest, visit: int, payload: HandOverIn) -> HandedOver:
    """Hand over the sheet in progress as the next version; asked for again, the version that was made."""
    found = get_visit(staff(request), visit)
    version, token = hand_over(staff(request), found, payload.of_version, payload.review_on)
    return HandedOver(version=version_line(version, version.size), link=link_path(token))


@router.post(
    "/visits/{visit}/versions/{number}/take-back", response={200: HomeOut, 422: Problem}, operation_id="take_back"
)
def post_take_back(request: HttpRequest, visit: int, number: int) -> HomeOut:
    """Take the version in use back: what ran before runs again."""
    found = get_visit(staff(request), visit)
    take_back(staff(request), found, number)
    return home_view(found.complaint)


@router.post("/visits/{visit}/links", response=Link, operation_id="new_link")
def post_link(request: HttpRequest, visit: int) -> Link:
    """Another private link, shown once."""
    found = get_visit(staff(request), visit)
    return Link(link=link_path(new_link(staff(request), found.complaint)))


@router.delete("/visits/{visit}/links", response=HomeOut, operation_id="revoke_links")
def delete_links(request: HttpRequest, visit: int) -> HomeOut:
    """Revoke every private link of this complaint at once."""
    found = get_visit(staff(request), visit)
    revoke_links(staff(request), found.complaint)
    return home_view(found.complaint)


@router.delete("/visits/{visit}/links/{link}", response={200: HomeOut, 404: Problem}, operation_id="revoke_link")
def delete_link(request: HttpRequest, visit: int, link: int) -> HomeOut:
    """Revoke one private link; the others stay alive."""
    found = get_visit(staff(request), visit)
    revoke_link(staff(request), get_link(found, link))
    return home_view(found.complaint)


@router.post("/visits/{visit}/sessions", response={200: Stored, 422: Problem}, operation_id="enter_session")
def post_session(request: HttpRequest, visit: int, payload: SessionIn) -> Stored:
    """Enter a session on the client's behalf."""
    found = get_visit(staff(request), visit)
    return Stored(id=record_session(found.complaint, session_done(payload), staff(request)).pk)


@router.post("/visits/{visit}/mornings", response={200: Stored, 422: Problem}, operation_id="enter_morning")
def post_morning(request: HttpRequest, visit: int, payload: MorningIn) -> Stored:
    """Enter a morning after on the client's behalf."""
    found = get_visit(staff(request), visit)
    return Stored(id=record_morning(found.complaint, MorningDone(**payload.dict()), staff(request)).pk)


@router.post(
    "/visits/{visit}/sessions/{session}/count", response={200: RespondOut, 422: Problem}, operation_id="count_session"
)
def post_count(request: HttpRequest, visit: int, session: uuid.UUID, payload: CountIn) -> RespondOut:
    """Leave a session out of the count with a reason, or count it again."""
    found = get_visit(staff(request), visit)
    count_session(staff(request), found.complaint, session, counts=payload.counts, reason=payload.reason)
    return respond_view(read_visit(staff(request), visit))


@router.post("/visits/{visit}/sign-answers", response={200: RespondOut, 422: Problem}, operation_id="answer_signs")
def post_sign_answer(request: HttpRequest, visit: int, payload: SignAnswerIn) -> RespondOut:
    """Answer signs told at home, so that the plan may go on; the log stays as it came."""
    answer_signs(staff(request), get_visit(staff(request), visit), **payload.dict())
    return respond_view(read_visit(staff(request), visit))


@router.post("/visits/{visit}/rests", response={200: list[RestLine], 422: Problem}, operation_id="order_rest")
def post_rest(request: HttpRequest, visit: int, payload: RestIn) -> list[RestLine]:
    """Order rest at home, of one drill or of the whole program."""
    order_rest(staff(request), get_visit(staff(request), visit), **payload.dict())
    return rest_lines(read_visit(staff(request), visit))


@router.post("/visits/{visit}/rests/{rest}/end", response={200: list[RestLine], 422: Problem}, operation_id="end_rest")
def post_end_rest(request: HttpRequest, visit: int, rest: int, payload: EndRestIn) -> list[RestLine]:
    """End a rest before its day, with the reason."""
    end_rest(staff(request), get_visit(staff(request), visit), rest, payload.reason)
    return rest_lines(read_visit(staff(request), visit))


def session_done(payload: SessionIn) -> SessionDone:
    """A session from the wire as the action takes it."""
    values: dict[str, Any] = payload.dict(exclude={"drills"})
    return SessionDone(**values, drills=tuple(payload.drills))


def link_path(token: str) -> str:
    """Where a private link leads on this server."""
    return f"/h/{token}"
