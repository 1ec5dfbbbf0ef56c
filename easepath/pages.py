"""The two pages: the clinic's application and the client's own; everything else is loaded from them."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.csrf import ensure_csrf_cookie


@ensure_csrf_cookie
def clinic_page(request: HttpRequest, **_: str) -> HttpResponse:
    """The clinic's application."""
    return render(request, "index.html")


def client_page(request: HttpRequest, **_: str) -> HttpResponse:
    """The client's page behind a private link; never kept by a shared cache."""
    response = render(request, "home.html")
    response["Cache-Control"] = "private, no-store"
    response["X-Robots-Tag"] = "noindex"
    return response
