"""The library: what the forms offer, and the drills with their pictures."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from easepath.api.auth import staff
from easepath.api.schemas.common import Problem
from easepath.api.schemas.library import ReviewedIn
from easepath.api.views.library import (
    DrillCard,
    DrillPage,
    DrillStanding,
    Options,
    drill_cards,
    drill_page,
    drill_standing,
    options_view,
)
from easepath.clinic.actions.review_drill import review_drill

router = Router(tags=["library"])


@router.get("/library/options", response=Options, operation_id="read_options")
def read_options(request: HttpRequest) -> Options:
    """Conditions, factors, equipment, places, and the names of rules and exposures."""
    staff(request)
    return options_view()


@router.get("/library/drills", response=list[DrillCard], operation_id="read_drills")
def read_drills(request: HttpRequest) -> list[DrillCard]:
    """Every drill of the library, by region and position."""
    staff(request)
    return drill_cards()


@router.get("/library/drills/{drill}", response={200: DrillPage, 404: Problem}, operation_id="read_drill")
def read_drill(request: HttpRequest, drill: str) -> DrillPage:
    """One drill whole: its wording, doses, loads and neighbours on the ladder."""
    staff(request)
    return drill_page(drill)


REVIEW = "/library/drills/{drill}/review"


@router.get(REVIEW, response={200: DrillStanding, 404: Problem}, operation_id="read_drill_review")
def read_drill_review(request: HttpRequest, drill: str) -> DrillStanding:
    """Whether a named clinician of this clinic reviewed the drill as it is now."""
    return drill_standing(staff(request), drill)


@router.post(REVIEW, response={200: DrillStanding, 404: Problem}, operation_id="review_drill")
def review(request: HttpRequest, drill: str, body: ReviewedIn) -> DrillStanding:
    """Record that the signed-in clinician reviewed the drill as it is now."""
    review_drill(staff(request), drill, body.version)
    return drill_standing(staff(request), drill)
