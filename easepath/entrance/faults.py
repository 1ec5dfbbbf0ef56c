"""What is answered when nobody caught a fault: logged once with its place, told with a number, nothing half-saved."""

from __future__ import annotations

import logging
import sys

from django.db import InternalError, OperationalError
from django.http import HttpRequest, HttpResponse

from easepath.entrance.problem import is_data, problem, request_id

log = logging.getLogger("easepath.faults")
UNWRITABLE = (OperationalError, InternalError)
"""Locked for too long, full or out of reach; or a server that only reads for now, because another takes over."""


def fault(request: HttpRequest) -> HttpResponse:
    """The answer to the exception that is being handled; Django's `handler500`."""
    exception = sys.exc_info()[1]
    log.error("fault", exc_info=exception, extra={"facts": {"id": request_id(request)}})
    response = _cannot_write(request) if isinstance(exception, UNWRITABLE) else _fault(request)
    if is_data(request):
        return response
    words = f"The clinic’s server had a fault. Please try again. Its number for support is {request_id(request)}."
    return HttpResponse(words, status=response.status_code, content_type="text/plain; charset=utf-8")


def _fault(request: HttpRequest) -> HttpResponse:
    detail = f"nothing was saved; try again, and if it happens again tell support the number {request_id(request)}"
    return problem(request, 500, "fault", "the clinic’s server had a fault", detail)


def _cannot_write(request: HttpRequest) -> HttpResponse:
    """Nothing is at fault that waiting does not mend."""
    response = problem(request, 503, "unavailable", "the records cannot be written now", "nothing was saved; try again")
    response["Retry-After"] = "5"
    return response
