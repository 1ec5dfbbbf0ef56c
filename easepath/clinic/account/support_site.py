"""The support staff's site: behind a second factor and the idle lock, every sign-in a row of the audit trail."""

from __future__ import annotations

from django.http import HttpRequest
from django_otp.admin import OTPAdminSite

from easepath.clinic.account.idle import is_locked, note_seen


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
