"""The library: what the forms offer, and the drills with their pictures."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Literal

from django.http import HttpRequest
from ninja import Router

from easepath.api.auth import staff
from easepath.api.schemas.common import Problem
from easepath.api.schemas.library import ReviewedIn
from easepath.api.views.base import Named
from easepath.api.views.conditions import ConditionPage, condition_list, condition_page
from easepath.api.views.library import (
    DrillCard,
    DrillPage,
    Options,
    RowStanding,
    drill_cards,
    drill_page,
    options_view,
    row_standing,
)
from easepath.clinic.actions.review_row import review_row
from easepath.core.knowledge.row_version import RowKind

router = Router(tags=["library"])


@router.get("/library/options", response=Options, operation_id="read_options")
def read_options(request: HttpRequest) -> Options:
    """Conditions, factors, equipment, places, and the names of rules and exposures."""
    user = staff(request)
    assert user.clinic is not None
    return options_view(user.clinic)


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


@router.get("/library/conditions", response=list[Named], operation_id="read_conditions")
def read_conditions(request: HttpRequest) -> list[Named]:
    """Every condition profile, by name."""
    staff(request)
    return condition_list()


@router.get(
    "/library/conditions/{condition}", response={200: ConditionPage, 404: Problem}, operation_id="read_condition"
)
def read_condition(request: HttpRequest, condition: str) -> ConditionPage:
    """One condition profile whole: needs, ratings, measures and stages."""
    staff(request)
    return condition_page(condition)


REVIEW = "/library/{shelf}/{row}/review"
Shelf = Literal["drills", "conditions"]
KINDS: Mapping[Shelf, RowKind] = {"drills": "drill", "conditions": "condition"}


@router.get(REVIEW, response={200: RowStanding, 404: Problem}, operation_id="read_row_review")
def read_row_review(request: HttpRequest, shelf: Shelf, row: str) -> RowStanding:
    """Whether a named clinician of this clinic reviewed the drill or condition as it is now."""
    return row_standing(staff(request), KINDS[shelf], row)


@router.post(REVIEW, response={200: RowStanding, 404: Problem}, operation_id="review_row")
def review(request: HttpRequest, shelf: Shelf, row: str, body: ReviewedIn) -> RowStanding:
    """Record that the signed-in clinician reviewed the drill or condition as it is now."""
    review_row(staff(request), KINDS[shelf], row, body.version)
    return row_standing(staff(request), KINDS[shelf], row)
