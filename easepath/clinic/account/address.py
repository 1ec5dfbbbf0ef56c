"""Where a request comes from, through as many proxies as are trusted."""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest


def client_address(request: HttpRequest) -> str:
    """The address that the outermost trusted proxy saw; without proxies that of the connection.

    What stands further left in the header was written by the caller and is believed by nobody.
    """
    seen = [part.strip() for part in request.META.get("HTTP_X_FORWARDED_FOR", "").split(",") if part.strip()]
    proxies: int = settings.PROXIES
    if proxies and len(seen) >= proxies:
        return str(seen[-proxies])
    return str(request.META.get("REMOTE_ADDR", ""))
