"""Screen."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from easepath.api.auth import staff
from easepath.api.schemas.common import Problem
from easepath.api.schemas.screening import ClearanceIn, PressureIn, SaveScreening
from easepath.api.views.screening import ScreeningOut, screening_view
from easepath.clinic.actions.confirm_screening import confirm_screening
from easepath.clinic.actions.record_clearance import record_clearance
from easepath.clinic.actions.save_pressure import save_pressure
from easepath.clinic.actions.save_screening import Screening, save_screening
from easepath.clinic.actions.screening_rows import FactorEntry, LimitEntry
from easepath.clinic.repository import read_visit
from easepath.clinic.selectors.access import get_visit
from easepath.core.screening.pressure import Pressure

router = Router(tags=["screening"])


@router.get("/visits/{visit}/screening", response=ScreeningOut, operation_id="read_screening")
def read_screening(request: HttpRequest, visit: int) -> ScreeningOut:
    """The questions of this client's regions with their answers, the factors, and what they do."""
    return screening_view(read_visit(staff(request), visit))


@router.put(
    "/visits/{visit}/screening",
    response={200: ScreeningOut, 409: Problem, 422: Problem},
    operation_id="save_screening",
)
def put_screening(request: HttpRequest, visit: int, payload: SaveScreening) -> ScreeningOut:
    """Save every answer and factor; returns what the screen now tells."""
    factors = tuple(
        FactorEntry(**{**factor.dict(), "parameters": tuple(sorted(factor.parameters.items()))})
        for factor in payload.factors
    )
    limits = tuple(LimitEntry(**limit.dict()) for limit in payload.limits)
    found = get_visit(staff(request), visit)
    screening = Screening(payload.answers, factors, limits, payload.asked_as, payload.noted.strip())
    saved = save_screening(staff(request), found, payload.revision, screening, person=payload.person_revision)
    return screening_view(saved.after)


@router.put("/visits/{visit}/pressure", response={200: ScreeningOut, 422: Problem}, operation_id="save_pressure")
def put_pressure(request: HttpRequest, visit: int, payload: PressureIn) -> ScreeningOut:
    """Save the two numbers of a blood pressure; returns what the screen now tells."""
    found = get_visit(staff(request), visit)
    return screening_view(save_pressure(staff(request), found, Pressure(payload.upper, payload.lower)).after)


@router.post("/visits/{visit}/screening/confirm", response=ScreeningOut, operation_id="confirm_screening")
def confirm(request: HttpRequest, visit: int, accept: bool = True) -> ScreeningOut:
    """Confirm what an assistant entered and asked for; without `accept` what was asked for is dropped."""
    confirm_screening(staff(request), get_visit(staff(request), visit), accept=accept)
    return screening_view(read_visit(staff(request), visit))


@router.post("/visits/{visit}/clearances", response={200: ScreeningOut, 422: Problem}, operation_id="record_clearance")
def post_clearance(request: HttpRequest, visit: int, payload: ClearanceIn) -> ScreeningOut:
    """Record that a doctor cleared a red flag."""
    record_clearance(staff(request), get_visit(staff(request), visit), **payload.dict())
    return screening_view(read_visit(staff(request), visit))
