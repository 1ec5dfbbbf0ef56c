"""Who is asking: the signed-in member of staff, with the CSRF check for everything that changes."""

from __future__ import annotations

from typing import cast

from django.http import HttpRequest
from ninja.security import SessionAuth

from easepath.clinic.account.idle import is_locked, note_seen
from easepath.clinic.account.second_factor import is_verified, needs_second_factor
from easepath.clinic.errors import LockedError, SecondFactorError
from easepath.clinic.models import User


class AccountAuth(SessionAuth):
    """A signed-in user who belongs to a clinic and whose session is not locked: for the own account."""

    def authenticate(self, request: HttpRequest, key: str | None) -> User | None:
        """The user, or None when nobody of a clinic is signed in; raises LockedError."""
        user = request.user
        if not isinstance(user, User) or not user.is_active or user.clinic_id is None:
            return None
        if is_locked(request):
            raise LockedError
        note_seen(request)
        return user


class StaffAuth(AccountAuth):
    """The same, with the second factor where the account needs one: for everything else."""

    def authenticate(self, request: HttpRequest, key: str | None) -> User | None:
        """The user, or None when nobody of a clinic is signed in; raises LockedError and SecondFactorError."""
        user = super().authenticate(request, key)
        if user is not None and needs_second_factor(user) and not is_verified(request):
            raise SecondFactorError
        return user


def staff(request: HttpRequest) -> User:
    """The signed-in member of staff of a request that passed StaffAuth."""
    return cast(User, request.user)
