"""Every error as problem+json: what, why, and what to do; one place, by exception type."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.core.exceptions import PermissionDenied
from django.db import IntegrityError
from django.http import Http404, HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError

from easepath.clinic import errors
from easepath.core.errors import CaseError, UnknownIdError
from easepath.entrance.faults import fault
from easepath.entrance.problem import problem


def register_errors(api: NinjaAPI) -> None:
    """Map every exception a router can meet to its response."""

    @api.exception_handler(ValidationError)
    def on_invalid(request: HttpRequest, error: ValidationError) -> HttpResponse:
        fields = {_field(item["loc"]): _words(item) for item in error.errors}
        return problem(request, 422, "invalid", "Some values are not possible", fields=fields)

    @api.exception_handler(errors.FieldError)
    def on_field(request: HttpRequest, error: errors.FieldError) -> HttpResponse:
        return problem(request, 422, "invalid", "Some values are not possible", fields=error.fields)

    @api.exception_handler(CaseError)
    def on_case(request: HttpRequest, error: CaseError) -> HttpResponse:
        fields = {error.path: error.reason}
        return problem(request, 422, "invalid", "These facts do not fit together", fields=fields)

    @api.exception_handler(errors.RefusedError)
    def on_refused(request: HttpRequest, error: errors.RefusedError) -> HttpResponse:
        return problem(request, 422, "refused", str(error), reasons=error.reasons)

    @api.exception_handler(errors.StaleRevisionError)
    def on_stale(request: HttpRequest, error: errors.StaleRevisionError) -> HttpResponse:
        conflict = {
            "revision": error.revision, "person_revision": error.person, "by": error.by, "theirs": error.theirs,
            "yours": error.yours,
        }  # fmt: skip
        detail = "compare both and choose; nothing was overwritten"
        return problem(request, 409, "stale", str(error), detail, conflict=conflict)

    @api.exception_handler(errors.NotAllowedError)
    def on_not_allowed(request: HttpRequest, error: errors.NotAllowedError) -> HttpResponse:
        return problem(request, 403, "not-allowed", str(error), "ask a clinician or the lead")

    @api.exception_handler(PermissionDenied)
    def on_denied(request: HttpRequest, error: PermissionDenied) -> HttpResponse:
        return too_many_attempts(request)

    @api.exception_handler(errors.TooFastError)
    def on_too_fast(request: HttpRequest, error: errors.TooFastError) -> HttpResponse:
        return too_many_attempts(request, wait=error.seconds)

    @api.exception_handler(errors.LockedError)
    def on_locked(request: HttpRequest, error: errors.LockedError) -> HttpResponse:
        detail = "type your password to go on; what you entered is kept on this screen"
        return problem(request, 401, "locked", "locked, since nobody was here for a while", detail)

    @api.exception_handler(errors.BirthYearError)
    def on_birth_year(request: HttpRequest, error: errors.BirthYearError) -> HttpResponse:
        return problem(request, 403, "birth-year", str(error), "type the year in which you were born")

    @api.exception_handler(errors.SecondFactorError)
    def on_second_factor(request: HttpRequest, error: errors.SecondFactorError) -> HttpResponse:
        detail = "set up an authenticator in your account first"
        return problem(request, 403, "second-factor", "your account needs a second factor", detail)

    @api.exception_handler(errors.NotFoundError)
    def on_not_found(request: HttpRequest, error: errors.NotFoundError) -> HttpResponse:
        return problem(request, 404, "not-found", str(error), "go back to the caseload")

    @api.exception_handler(UnknownIdError)
    def on_unknown(request: HttpRequest, error: UnknownIdError) -> HttpResponse:
        return problem(request, 404, "not-found", str(error), "go back to the library")

    @api.exception_handler(Http404)
    def on_404(request: HttpRequest, error: Http404) -> HttpResponse:
        return problem(request, 404, "not-found", "there is nothing here", "go back to the caseload")

    @api.exception_handler(errors.DeadLinkError)
    def on_dead_link(request: HttpRequest, error: errors.DeadLinkError) -> HttpResponse:
        return problem(request, 410, "dead-link", str(error), "call the clinic for a new one")

    @api.exception_handler(AuthenticationError)
    def on_signed_out(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
        detail = "sign in again; what you entered is kept on this screen"
        return problem(request, 401, "signed-out", "you are signed out", detail)

    @api.exception_handler(IntegrityError)
    def on_twice(request: HttpRequest, error: IntegrityError) -> HttpResponse:
        title = "somebody did the same at this moment"
        return problem(request, 409, "twice", title, "nothing was saved twice; look again, then go on")

    @api.exception_handler(HttpError)
    def on_http(request: HttpRequest, error: HttpError) -> HttpResponse:
        if error.status_code == 403:
            return problem(request, 403, "page-too-old", "the page is out of date", "reload this page and try again")
        return problem(request, error.status_code, "http", str(error))

    @api.exception_handler(Exception)
    def on_fault(request: HttpRequest, error: Exception) -> HttpResponse:
        return fault(request)


def _field(location: tuple[Any, ...]) -> str:
    skip = {"body", "payload", "query", "path"}
    return ".".join(str(part) for part in location if part not in skip) or "body"


def _words(error: dict[str, Any]) -> str:
    limits = error.get("ctx", {})
    kind = error["type"]
    if kind in ("greater_than_equal", "less_than_equal"):
        bound = limits.get("ge", limits.get("le"))
        return f"is not possible: {'at least' if 'ge' in limits else 'at most'} {bound}"
    if kind == "string_too_long":
        return f"is too long: at most {limits.get('max_length')} characters"
    if kind == "extra_forbidden":
        return "is not known here"
    if kind == "missing":
        return "must be there"
    return str(error["msg"])


def too_many_attempts(request: HttpRequest, *_: Any, wait: int | None = None, **__: Any) -> HttpResponse:
    """The answer to guessing: wait, and how long."""
    seconds = int(settings.AXES_COOLOFF_TIME.total_seconds()) if wait is None else wait
    words = f"wait {seconds} seconds" if seconds < 120 else f"wait {round(seconds / 60)} minutes"
    response = problem(request, 429, "too-many", "too many attempts", f"{words} and try again")
    response["Retry-After"] = str(seconds)
    return response
