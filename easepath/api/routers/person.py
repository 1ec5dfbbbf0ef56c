"""The person page: who, end of care, merging two records."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from easepath.api.auth import staff
from easepath.api.schemas.common import Problem
from easepath.api.schemas.person import EndIn, MergeIn, PersonIn
from easepath.api.views.person import PersonOut, person_view
from easepath.clinic.actions.edit_client import edit_client
from easepath.clinic.actions.end_care import end_care, take_up_again
from easepath.clinic.actions.merge_clients import merge_clients
from easepath.clinic.actions.open_client import Newcomer
from easepath.clinic.selectors.access import get_client, get_complaint

router = Router(tags=["person"])


@router.get("/clients/{client}", response={200: PersonOut, 404: Problem}, operation_id="read_person")
def read_person(request: HttpRequest, client: int) -> PersonOut:
    """Who a client is, with every complaint and visit."""
    return person_view(get_client(staff(request), client))


@router.put("/clients/{client}", response={200: PersonOut, 409: Problem, 422: Problem}, operation_id="edit_client")
def put_person(request: HttpRequest, client: int, payload: PersonIn) -> PersonOut:
    """Put right who a client is."""
    told = payload.dict()
    revision, consent_on = told.pop("revision"), told.pop("consent_on")
    found = get_client(staff(request), client)
    return person_view(edit_client(staff(request), found, revision, Newcomer(**told), consent_on))


@router.post("/clients/{client}/merge", response={200: PersonOut, 422: Problem}, operation_id="merge_clients")
def post_merge(request: HttpRequest, client: int, payload: MergeIn) -> PersonOut:
    """Two records of one person become this one."""
    user = staff(request)
    return person_view(merge_clients(user, get_client(user, client), get_client(user, payload.other)))


@router.post("/complaints/{complaint}/end", response={200: PersonOut, 422: Problem}, operation_id="end_care")
def post_end(request: HttpRequest, complaint: int, payload: EndIn) -> PersonOut:
    """End the care of a complaint with its outcome."""
    found = get_complaint(staff(request), complaint)
    end_care(staff(request), found, payload.ended_as, payload.note, keep_sheet=payload.keep_sheet)
    return person_view(get_client(staff(request), found.client_id))


@router.post("/complaints/{complaint}/again", response={200: PersonOut, 422: Problem}, operation_id="take_up_again")
def post_again(request: HttpRequest, complaint: int) -> PersonOut:
    """Take up a complaint again whose care had ended."""
    found = get_complaint(staff(request), complaint)
    take_up_again(staff(request), found)
    return person_view(get_client(staff(request), found.client_id))
