"""The support staff's site: behind a second factor and the idle lock, every sign-in a row of the audit trail."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, HttpResponse
from django_otp.admin import OTPAdminSite

from easepath.clinic.account.idle import is_locked, note_seen
from easepath.clinic.audit import record_event
from easepath.clinic.models import User


class SupportSite(OTPAdminSite):
    """Django's admin for users with a confirmed authenticator."""

    site_header = site_title = "Ease Path support"
    index_title = "Rows"

    def has_permission(self, request: HttpRequest) -> bool:
        """Whether this request may see the site; one that was left alone for too long signs in again."""
        if not super().has_permission(request) or is_locked(request):
            return False
        note_seen(request)
        return True

    def login(self, request: HttpRequest, extra_context: dict[str, Any] | None = None) -> HttpResponse:
        """The sign-in; one that succeeds is an entry of the trail."""
        response: HttpResponse = super().login(request, extra_context)
        if request.method == "POST" and isinstance(request.user, User):
            details = {"second_factor": True, "support": True}
            record_event("sign-in", clinic=request.user.clinic, actor=request.user, details=details)
        return response
