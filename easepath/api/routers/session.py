"""Signing in and out, the idle lock, and the own account."""

from __future__ import annotations

import io

import segno
from django.conf import settings
from django.contrib.auth import authenticate, login, logout, update_session_auth_hash
from django.http import HttpRequest
from django.views.decorators.csrf import ensure_csrf_cookie
from django_otp import login as verified
from ninja import Router, Status
from ninja.decorators import decorate_view
from ninja.errors import HttpError
from ninja.utils import check_csrf

from easepath.api.auth import AccountAuth, staff
from easepath.api.schemas.common import Problem
from easepath.api.schemas.session import CodeIn, FactorSetup, Me, PasswordChange, PasswordIn, RecoveryCodes, SignIn
from easepath.clinic import clock
from easepath.clinic.account import idle, second_factor
from easepath.clinic.account.address import client_address
from easepath.clinic.account.guessing import wait_before
from easepath.clinic.account.password import change_password, require_password
from easepath.clinic.audit import record_event
from easepath.clinic.errors import FieldError, TooFastError
from easepath.clinic.models import User
from easepath.clinic.policies import ALLOWED, may

router = Router(tags=["session"])


@router.get("", response={200: Me, 204: None}, auth=None, operation_id="who_am_i")
@decorate_view(ensure_csrf_cookie)
def who_am_i(request: HttpRequest) -> Status[Me | None]:
    """Who is signed in; nothing (204) when nobody of a clinic is."""
    if not isinstance(request.user, User) or request.user.clinic_id is None:
        return Status(204, None)
    return Status(200, _me(request))


@router.post("", response={200: Me, 422: Problem, 429: Problem}, auth=None, operation_id="sign_in")
def sign_in(request: HttpRequest, payload: SignIn) -> Me:
    """Sign in with a name, a password, and the code of an authenticator where there is one; from the own page only."""
    user = _who(request, payload.username, payload.password)
    device = second_factor.check_code(user, payload.code)
    login(request, user)
    if device is not None:
        verified(request, device)
    record_event("sign-in", clinic=user.clinic, actor=user, details={"second_factor": device is not None})
    return _me(request)


@router.post("/lock", response={204: None}, auth=AccountAuth(), operation_id="lock_session")
def lock(request: HttpRequest) -> Status[None]:
    """Lock the session, since nobody is at the screen."""
    idle.lock(request)
    return Status(204, None)


@router.post("/unlock", response={200: Me, 422: Problem, 429: Problem}, auth=None, operation_id="unlock_session")
def unlock(request: HttpRequest, payload: PasswordIn) -> Me:
    """Open a locked session again with the password of whoever is signed in."""
    if not isinstance(request.user, User):
        raise HttpError(401, "nobody is signed in")
    user = _who(request, request.user.username, payload.password)
    if user.pk != request.user.pk:
        raise HttpError(401, "somebody else is signed in")
    idle.unlock(request)
    return _me(request)


@router.delete("", response={204: None}, auth=None, operation_id="sign_out")
def sign_out(request: HttpRequest) -> Status[None]:
    """Sign out, also of a locked session."""
    _own_page(request)
    logout(request)
    return Status(204, None)


@router.post("/password", response={200: Me, 422: Problem}, auth=AccountAuth(), operation_id="change_password")
def post_password(request: HttpRequest, payload: PasswordChange) -> Me:
    """Change the own password; every other session of the account ends."""
    change_password(staff(request), payload.old, payload.new)
    update_session_auth_hash(request, staff(request))
    return _me(request)


@router.post("/second-factor", response=FactorSetup, auth=AccountAuth(), operation_id="begin_second_factor")
def begin_second_factor(request: HttpRequest, payload: PasswordIn) -> FactorSetup:
    """A new key for an authenticator, as letters and as a square code."""
    require_password(staff(request), payload.password)
    found = second_factor.begin(staff(request))
    square = io.BytesIO()
    segno.make(found.address, error="m").save(square, kind="svg", scale=5, border=2, xmldecl=False)
    return FactorSetup(key=found.key, square=square.getvalue().decode())


@router.post(
    "/second-factor/confirm", response={200: RecoveryCodes, 422: Problem}, auth=AccountAuth(),
    operation_id="confirm_second_factor",
)  # fmt: skip
def confirm_second_factor(request: HttpRequest, payload: CodeIn) -> RecoveryCodes:
    """Put the authenticator in use with its first code; returns recovery codes, shown once."""
    device, codes = second_factor.confirm(staff(request), payload.code)
    verified(request, device)
    return RecoveryCodes(codes=list(codes))


@router.post(
    "/second-factor/codes", response={200: RecoveryCodes, 422: Problem}, auth=AccountAuth(),
    operation_id="new_recovery_codes",
)  # fmt: skip
def post_codes(request: HttpRequest, payload: PasswordIn) -> RecoveryCodes:
    """Recovery codes anew, shown once."""
    require_password(staff(request), payload.password)
    return RecoveryCodes(codes=list(second_factor.new_codes(staff(request))))


@router.post(
    "/second-factor/off", response={200: Me, 422: Problem}, auth=AccountAuth(), operation_id="second_factor_off"
)
def post_off(request: HttpRequest, payload: PasswordIn) -> Me:
    """Go on without an authenticator, where the account needs none."""
    require_password(staff(request), payload.password)
    second_factor.take_off(staff(request))
    return _me(request)


def _own_page(request: HttpRequest) -> None:
    if check_csrf(request) is not None:
        raise HttpError(403, "the token of the page is missing")


def _who(request: HttpRequest, username: str, password: str) -> User:
    """The user of a name and a password, tried from this product's own page and not too often."""
    _own_page(request)
    wait = wait_before(username, client_address(request))
    if wait:
        raise TooFastError(wait)
    user = authenticate(request, username=username, password=password)
    if not isinstance(user, User) or user.clinic_id is None:
        raise FieldError({"password": "name and password do not fit together; both are case-sensitive"})
    return user


def _me(request: HttpRequest) -> Me:
    user = staff(request)
    assert user.clinic is not None
    in_use = second_factor.device_of(user) is not None
    needed = second_factor.needs_second_factor(user)
    open_to = not needed or second_factor.is_verified(request)
    return Me(
        username=user.username,
        name=user.name,
        role=user.role,
        clinic=user.clinic.name,
        practice=user.clinic.practice,
        may=sorted(verb for verb in ALLOWED if open_to and may(user, verb)),
        today=str(clock.today(user.clinic.time_zone)),
        locked=idle.is_locked(request),
        idle_seconds=settings.IDLE_LOCK_SECONDS,
        second_factor="in-use" if in_use else "needed" if needed else "possible",
    )
