"""An error as problem+json, whoever answers it: what, why, what to do, and the number under which the log knows it."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, JsonResponse

REQUEST_ID = "request_id"
DATA = ("/api/", "/home/api/")


def is_data(request: HttpRequest) -> bool:
    """Whether a request is for data rather than for a page."""
    return request.path.startswith(DATA)


def request_id(request: HttpRequest) -> str:
    """The number of a request; empty where no entrance gave it one."""
    return str(getattr(request, REQUEST_ID, ""))


def problem(request: HttpRequest, status: int, kind: str, title: str, detail: str = "", **more: Any) -> JsonResponse:
    """A problem+json response."""
    body = {"type": f"easepath:{kind}", "title": title, "status": status, "detail": detail, "id": request_id(request)}
    return JsonResponse({**body, **more}, status=status, content_type="application/problem+json")
