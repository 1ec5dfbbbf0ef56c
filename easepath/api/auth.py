"""Who is asking: the signed-in member of staff, with the CSRF check for everything that changes."""

from __future__ import annotations

from typing import cast

from django.http import HttpRequest
from ninja.security import SessionAuth

from easepath.clinic.models import User


class StaffAuth(SessionAuth):
    """A signed-in user who belongs to a clinic."""

    def authenticate(self, request: HttpRequest, key: str | None) -> User | None:
        """The user, or None when nobody of a clinic is signed in."""
        user = request.user
        return user if isinstance(user, User) and user.is_active and user.clinic_id is not None else None


def staff(request: HttpRequest) -> User:
    """The signed-in member of staff of a request that passed StaffAuth."""
    return cast(User, request.user)
