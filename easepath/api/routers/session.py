"""Signing in and out."""

from __future__ import annotations

from django.contrib.auth import authenticate, login, logout
from django.http import HttpRequest
from django.views.decorators.csrf import ensure_csrf_cookie
from ninja import Router, Status
from ninja.decorators import decorate_view
from ninja.errors import HttpError
from ninja.utils import check_csrf

from easepath.api.auth import staff
from easepath.api.schemas.session import Me, SignIn
from easepath.clinic import clock
from easepath.clinic.errors import FieldError
from easepath.clinic.models import User
from easepath.clinic.policies import ALLOWED, may

router = Router(tags=["session"])


@router.get("", response={200: Me, 204: None}, auth=None, operation_id="who_am_i")
@decorate_view(ensure_csrf_cookie)
def who_am_i(request: HttpRequest) -> Status[Me | None]:
    """Who is signed in; nothing (204) when nobody of a clinic is."""
    if not isinstance(request.user, User) or request.user.clinic_id is None:
        return Status(204, None)
    return Status(200, _me(request.user))


@router.post("", response=Me, auth=None, operation_id="sign_in")
def sign_in(request: HttpRequest, payload: SignIn) -> Me:
    """Sign in with a name and a password; only from this product's own page."""
    if check_csrf(request) is not None:
        raise HttpError(403, "the token of the page is missing")
    user = authenticate(request, username=payload.username, password=payload.password)
    if not isinstance(user, User) or user.clinic_id is None:
        raise FieldError({"password": "name and password do not fit together; both are case-sensitive"})
    login(request, user)
    return _me(user)


@router.delete("", response={204: None}, operation_id="sign_out")
def sign_out(request: HttpRequest) -> Status[None]:
    """Sign out."""
    staff(request)
    logout(request)
    return Status(204, None)


def _me(user: User) -> Me:
    assert user.clinic is not None
    return Me(
        username=user.username,
        name=user.name,
        role=user.role,
        clinic=user.clinic.name,
        may=sorted(verb for verb in ALLOWED if may(user, verb)),
        today=str(clock.today(user.clinic.time_zone)),
    )
