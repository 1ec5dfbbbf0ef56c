"""The house: what a lead has set for the clinic, and who works in it."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from easepath.api.auth import staff
from easepath.api.schemas.common import Problem
from easepath.api.schemas.house import RoleIn, SetIn, TakenOn, TakeOnIn
from easepath.api.views.house import HouseOut, house_view
from easepath.clinic import models
from easepath.clinic.actions.house import end_house, set_house
from easepath.clinic.actions.staff import set_role, take_on
from easepath.clinic.policies import require

router = Router(tags=["house"])


@router.get("/house", response=HouseOut, operation_id="read_house")
def read_house(request: HttpRequest) -> HouseOut:
    """What is set for the clinic, beside what the product ships."""
    return house_view(_clinic(staff(request)))


@router.post("/house", response={200: HouseOut, 422: Problem}, operation_id="set_house")
def post_set(request: HttpRequest, payload: SetIn) -> HouseOut:
    """Set one thing for the clinic from now on."""
    set_house(staff(request), payload.kind, payload.key, payload.value, payload.reason)
    return read_house(request)


@router.delete("/house/{set_row}", response={200: HouseOut, 404: Problem}, operation_id="end_house")
def delete_row(request: HttpRequest, set_row: int) -> HouseOut:
    """From now on what the product ships holds again."""
    end_house(staff(request), set_row)
    return read_house(request)


@router.post("/staff", response={200: TakenOn, 422: Problem}, operation_id="take_on_staff")
def post_staff(request: HttpRequest, payload: TakeOnIn) -> TakenOn:
    """Somebody new, with a first password that is shown once."""
    user, password = take_on(staff(request), **payload.dict())
    return TakenOn(username=user.username, password=password, house=read_house(request))


@router.put("/staff/{user}", response={200: HouseOut, 404: Problem, 422: Problem}, operation_id="set_role")
def put_role(request: HttpRequest, user: int, payload: RoleIn) -> HouseOut:
    """Another role for somebody from now on, or none."""
    set_role(staff(request), user, payload.role, payload.reason)
    return read_house(request)


def _clinic(user: models.User) -> models.Clinic:
    assert user.clinic is not None
    require(user, "see-clients", user.clinic)
    return user.clinic
