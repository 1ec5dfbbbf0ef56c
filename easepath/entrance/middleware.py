"""The first and the last to see a request: number, size and type, no copies kept, a line in the log."""

from __future__ import annotations

import logging
import time
import uuid
from collections.abc import Callable

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.http.response import HttpResponseBase

from easepath.entrance.log import masked
from easepath.entrance.problem import REQUEST_ID, is_data, problem, request_id

log = logging.getLogger("easepath.requests")
JSON = "application/json"
FORMS = ("multipart/", "application/x-www-form-urlencoded")
Answer = Callable[[HttpRequest], HttpResponseBase]


class Entrance:
    """Numbers a request, refuses what no route takes, and writes the line of the log."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        """Answer one request."""
        began = time.perf_counter()
        setattr(request, REQUEST_ID, uuid.uuid4().hex[:12])
        response = _refused(request) or _in_our_words(request, self.get_response(request))
        response["X-Request-Id"] = request_id(request)
        if is_data(request) and "Cache-Control" not in response:
            response["Cache-Control"] = "no-store"
        self._write_line(request, response, began)
        return response

    @staticmethod
    def _write_line(request: HttpRequest, response: HttpResponseBase, began: float) -> None:
        user = getattr(request, "_cached_user", None)  # who it is where somebody asked; asking here would query again
        facts = {
            "id": request_id(request), "method": request.method, "path": masked(request.path),
            "status": response.status_code, "ms": round((time.perf_counter() - began) * 1000, 1),
            "user": getattr(user, "pk", None),
        }  # fmt: skip
        grade = logging.ERROR if response.status_code >= 500 else logging.INFO
        log.log(grade, "request", extra={"facts": facts})


def _refused(request: HttpRequest) -> HttpResponse | None:
    """What no route takes: a body that is too large, or one that is not JSON."""
    if not is_data(request):
        return None
    length = request.META.get("CONTENT_LENGTH") or "0"
    if not length.isdecimal() or int(length) > _most(request):
        return _too_large(request)
    if (int(length) and request.content_type != JSON) or (request.content_type or "").startswith(FORMS):
        return problem(request, 415, "not-json", "this is not JSON", f"send {JSON}")
    return None


def _most(request: HttpRequest) -> int:
    """Bytes that a request may have: more where somebody who is signed in brings a file."""
    brings = request.path.startswith(BRINGS) and settings.SESSION_COOKIE_NAME in request.COOKIES
    return settings.DATA_UPLOAD_MAX_MEMORY_SIZE if brings else settings.BODY_MOST


def _too_large(request: HttpRequest) -> HttpResponse:
    most = _most(request) // 1024
    return problem(request, 413, "too-large", "this is too much at once", f"send at most {most} kB")


BRINGS = "/api/imports"
"""Where files are brought."""
BARE = {
    404: ("there is nothing here", "go back to the caseload"), 405: ("this is not done that way", "reload the page"),
    400: ("this could not be read", "reload the page and try again"),
}  # fmt: skip


def _in_our_words(request: HttpRequest, response: HttpResponseBase) -> HttpResponseBase:
    """A refusal of the framework itself, told like any other problem."""
    if not is_data(request) or response.status_code not in BARE or "json" in response.get("Content-Type", ""):
        return response
    title, detail = BARE[response.status_code]
    told = problem(request, response.status_code, "not-here", title, detail)
    if "Allow" in response:
        told["Allow"] = response["Allow"]
    return told
