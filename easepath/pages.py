"""The two pages: the clinic's application and the client's own; everything else is loaded from them."""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.csrf import ensure_csrf_cookie


@ensure_csrf_cookie
def clinic_page(request: HttpRequest, **_: str) -> HttpResponse:
    """The clinic's application."""
    return render(request, "index.html")


def client_worker(request: HttpRequest) -> HttpResponse:
    """What keeps the client's page on the phone; it reaches what lies beside it, the client's side alone."""
    script = (settings.STATICFILES_DIRS[0] / "phone-worker.js").read_text(encoding="utf-8")
    return HttpResponse(script, content_type="text/javascript", headers={"Cache-Control": "no-cache"})


def client_page(request: HttpRequest, token: str = "") -> HttpResponse:
    """The client's page behind a private link, kept by no shared cache; its sheet is asked for beside its script."""
    response = render(request, "home.html", {"token": token})
    response["Cache-Control"] = "private, no-store"
    response["X-Robots-Tag"] = "noindex"
    return response
