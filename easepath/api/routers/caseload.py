"""The caseload, taking in a client, and opening a visit."""

from __future__ import annotations

from typing import Annotated, Any

from django.http import HttpRequest
from ninja import Router
from pydantic import Field

from easepath.api.auth import staff
from easepath.api.schemas.caseload import Caseload, KnownClient, NewClient, VisitRef
from easepath.clinic.actions.open_client import Newcomer, open_client
from easepath.clinic.actions.open_complaint import open_complaint
from easepath.clinic.actions.open_visit import open_visit
from easepath.clinic.selectors.access import get_complaint
from easepath.clinic.selectors.caseload import caseload, known_clients

router = Router(tags=["caseload"])


LOOK_SECONDS = 1.0
Name = Annotated[str, Field(max_length=60)]
MOST_IN_SIGHT = 200


@router.get("/caseload", response=Caseload, operation_id="read_caseload")
def read_caseload(request: HttpRequest, sight: str = "") -> dict[str, Any]:
    """Every open complaint of the clinic, the most urgent first; ask again while some in sight are left.

    `sight` are the complaints the page shows, joined by commas; without any, the first ones.
    """
    shown = [int(word) for word in sight.split(",") if word.isdecimal()][:MOST_IN_SIGHT]
    return caseload(staff(request), shown, LOOK_SECONDS)


@router.post("/clients", response=VisitRef, operation_id="take_in_client")
def take_in_client(request: HttpRequest, payload: NewClient) -> VisitRef:
    """Take in a client and open the first visit."""
    return VisitRef(visit=open_client(staff(request), Newcomer(**payload.dict())).pk)


@router.get("/clients/known", response=list[KnownClient], operation_id="known_clients")
def read_known(request: HttpRequest, first_name: Name, last_name: Name) -> list[dict[str, Any]]:
    """The clients of that name, so that nobody is taken in twice."""
    return known_clients(staff(request), first_name, last_name)


@router.post("/complaints/{complaint}/visits", response=VisitRef, operation_id="open_visit")
def open_next_visit(request: HttpRequest, complaint: int) -> VisitRef:
    """Continue the open visit of a complaint, or open the next."""
    return VisitRef(visit=open_visit(staff(request), get_complaint(staff(request), complaint)).pk)


@router.post("/complaints/{complaint}/another", response=VisitRef, operation_id="open_complaint")
def open_another_complaint(request: HttpRequest, complaint: int) -> VisitRef:
    """Another complaint of the same client, with its first visit."""
    client = get_complaint(staff(request), complaint).client
    return VisitRef(visit=open_complaint(staff(request), client).pk)
