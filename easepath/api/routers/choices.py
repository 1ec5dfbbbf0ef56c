"""A clinician's own choices: methods, needs by hand, pinned and barred drills, overrides."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from easepath.api.auth import staff
from easepath.api.schemas.choices import ChoicesIn, OverrideIn
from easepath.api.schemas.common import Problem, Revision
from easepath.api.views.choices import ComparedNeed, OverrideOut, compared_methods, override_line, row_of
from easepath.clinic.actions.overrides import override_verdict, withdraw_override
from easepath.clinic.actions.save_choices import Choices, save_choices
from easepath.clinic.repository import read_visit
from easepath.clinic.selectors.access import get_override, get_visit

router = Router(tags=["plan"])


@router.put(
    "/visits/{visit}/choices", response={200: Revision, 409: Problem, 422: Problem}, operation_id="save_choices"
)
def put_choices(request: HttpRequest, visit: int, payload: ChoicesIn) -> Revision:
    """Save methods, needs by hand, pinned and barred drills, and hours of work."""
    choices = Choices(
        payload.methods, {need: given.dict() for need, given in payload.needs_set.items()}, tuple(payload.pinned),
        payload.barred, payload.work_hours,
    )  # fmt: skip
    found = get_visit(staff(request), visit)
    return Revision(revision=save_choices(staff(request), found, payload.revision, choices))


@router.get("/visits/{visit}/methods", response=list[ComparedNeed], operation_id="compare_methods")
def read_methods(request: HttpRequest, visit: int) -> list[ComparedNeed]:
    """Each need under the methods that can serve it."""
    return compared_methods(read_visit(staff(request), visit))


@router.post("/visits/{visit}/overrides", response={200: OverrideOut, 422: Problem}, operation_id="override_verdict")
def post_override(request: HttpRequest, visit: int, payload: OverrideIn) -> OverrideOut:
    """Override a verdict with a reason."""
    found = get_visit(staff(request), visit)
    return override_line(row_of(override_verdict(staff(request), found, **payload.dict())))


@router.delete("/overrides/{override}", response=OverrideOut, operation_id="withdraw_override")
def delete_override(request: HttpRequest, override: int) -> OverrideOut:
    """Take an override back."""
    return override_line(row_of(withdraw_override(staff(request), get_override(staff(request), override))))
