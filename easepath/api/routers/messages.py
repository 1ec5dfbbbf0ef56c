"""How a client is reached: links that are sent, reminders, the next visit, lines both ways; and the outbox."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from easepath.api.auth import staff
from easepath.api.routers.home import link_path
from easepath.api.schemas.common import Problem
from easepath.api.schemas.messages import LineIn, NextVisitIn, RemindersIn, SendLinkIn
from easepath.api.views.messages import DispatchLine, ReachOut, dispatch_line, outbox_view, reach_view
from easepath.clinic.actions.dispatches import send_again, send_link
from easepath.clinic.actions.messages import read_messages, write_to_client
from easepath.clinic.actions.next_visit import agree_visit
from easepath.clinic.actions.reminders import agree_reminders
from easepath.clinic.policies import require
from easepath.clinic.repository import read_visit
from easepath.clinic.selectors.access import get_visit

router = Router(tags=["messages"])


@router.get("/visits/{visit}/reach", response=ReachOut, operation_id="read_reach")
def read_reach(request: HttpRequest, visit: int) -> ReachOut:
    """How the client is reached, the lines both ways, and what was sent."""
    return reach_view(read_visit(staff(request), visit))


@router.post("/visits/{visit}/sent-links", response={200: ReachOut, 422: Problem}, operation_id="send_link")
def post_sent_link(request: HttpRequest, visit: int, payload: SendLinkIn) -> ReachOut:
    """Make a private link and send it; what became of it stands in the answer."""
    found = get_visit(staff(request), visit)
    send_link(staff(request), found.complaint, payload.way, lambda token: request.build_absolute_uri(link_path(token)))
    return read_reach(request, visit)


@router.put("/visits/{visit}/reminders", response={200: ReachOut, 422: Problem}, operation_id="agree_reminders")
def put_reminders(request: HttpRequest, visit: int, payload: RemindersIn) -> ReachOut:
    """Agree how the client is told, and when a due session is called to mind."""
    agree_reminders(staff(request), get_visit(staff(request), visit).complaint, payload.told_by, payload.remind_at)
    return read_reach(request, visit)


@router.put("/visits/{visit}/next-visit", response={200: ReachOut, 422: Problem}, operation_id="agree_visit")
def put_next_visit(request: HttpRequest, visit: int, payload: NextVisitIn) -> ReachOut:
    """Agree on the next visit, or on none."""
    agree_visit(staff(request), get_visit(staff(request), visit).complaint, payload.visit_on, payload.visit_at)
    return read_reach(request, visit)


@router.post("/visits/{visit}/messages", response={200: ReachOut, 422: Problem}, operation_id="write_message")
def post_message(request: HttpRequest, visit: int, payload: LineIn) -> ReachOut:
    """Write a line to the client; it stands on the phone's first page."""
    write_to_client(staff(request), get_visit(staff(request), visit).complaint, payload.id, payload.words)
    return read_reach(request, visit)


@router.post("/visits/{visit}/messages/read", response=ReachOut, operation_id="read_messages")
def post_read(request: HttpRequest, visit: int) -> ReachOut:
    """Note that the client's lines were read."""
    read_messages(staff(request), get_visit(staff(request), visit).complaint)
    return read_reach(request, visit)


@router.get("/outbox", response=list[DispatchLine], operation_id="read_outbox")
def read_outbox(request: HttpRequest) -> list[DispatchLine]:
    """What the clinic sent out of the house, and what waits."""
    user = staff(request)
    assert user.clinic is not None
    require(user, "see-clients", user.clinic)
    return outbox_view(user.clinic.pk)


@router.post(
    "/outbox/{dispatch}/again", response={200: DispatchLine, 404: Problem, 422: Problem}, operation_id="send_again"
)
def post_again(request: HttpRequest, dispatch: int) -> DispatchLine:
    """Try once more to send what could not be sent."""
    return dispatch_line(send_again(staff(request), dispatch))
