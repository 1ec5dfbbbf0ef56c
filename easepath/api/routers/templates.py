"""Sessions kept to be taken for others: templates of the clinic and one's own, and other plans of the same client."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from easepath.api.auth import staff
from easepath.api.schemas.common import Problem
from easepath.api.schemas.templates import KeepTemplate
from easepath.api.views.templates import SourcesOut, TakenOut, plan_for_complaint, sources_view, template_for_client
from easepath.clinic.actions.keep_template import keep_template, put_away
from easepath.clinic.errors import NotFoundError
from easepath.clinic.repository import read_visit
from easepath.clinic.selectors.access import get_template, get_visit
from easepath.clinic.selectors.templates import plans_beside

router = Router(tags=["plan"])


@router.get("/visits/{visit}/templates", response=SourcesOut, operation_id="read_templates")
def read_sources(request: HttpRequest, visit: int) -> SourcesOut:
    """What a session may be taken from: templates, and other plans of the same client."""
    user = staff(request)
    return sources_view(read_visit(user, visit), user)


@router.post("/visits/{visit}/templates", response={200: SourcesOut, 422: Problem}, operation_id="keep_template")
def post_template(request: HttpRequest, visit: int, payload: KeepTemplate) -> SourcesOut:
    """Keep the session in sight as a template; it holds nothing of the client."""
    user = staff(request)
    keep_template(user, get_visit(user, visit), payload.name, own=payload.own, meant_for=payload.meant_for)
    return sources_view(read_visit(user, visit), user)


@router.get("/visits/{visit}/templates/{template}", response=TakenOut, operation_id="try_template")
def try_template(request: HttpRequest, visit: int, template: int) -> TakenOut:
    """A template screened for this client; nothing is saved yet."""
    user = staff(request)
    return template_for_client(read_visit(user, visit), get_template(user, template))


@router.get("/visits/{visit}/plans/{complaint}", response=TakenOut, operation_id="try_plan_beside")
def try_plan_beside(request: HttpRequest, visit: int, complaint: int) -> TakenOut:
    """The running plan of another complaint of the same client, screened for this one; nothing is saved yet."""
    record = read_visit(staff(request), visit)
    found = next((one for one in plans_beside(record.complaint) if one.complaint_id == complaint), None)
    if found is None:
        raise NotFoundError("no such plan of this client")
    return plan_for_complaint(record, found)


@router.delete("/visits/{visit}/templates/{template}", response=SourcesOut, operation_id="put_template_away")
def delete_template(request: HttpRequest, visit: int, template: int) -> SourcesOut:
    """Offer a template no more."""
    user = staff(request)
    put_away(user, get_template(user, template))
    return sources_view(read_visit(user, visit), user)
