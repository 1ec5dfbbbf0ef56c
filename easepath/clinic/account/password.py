"""Changing the own password."""

from __future__ import annotations

from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import transaction

from easepath.clinic.audit import record_event
from easepath.clinic.errors import FieldError
from easepath.clinic.models import User


def change_password(user: User, old: str, new: str) -> None:
    """Replace the password; every other session of the user ends with it."""
    require_password(user, old, field="old")
    if old == new:
        raise FieldError({"new": "is the password you have"})
    try:
        validate_password(new, user)
    except ValidationError as fault:
        raise FieldError({"new": " ".join(fault.messages)}) from fault
    with transaction.atomic():
        user.set_password(new)
        user.save(update_fields=["password"])
        record_event("change-password", clinic=user.clinic, actor=user)


def require_password(user: User, password: str, *, field: str = "password") -> None:
    """Raise FieldError unless this is the user's password."""
    if not user.check_password(password):
        raise FieldError({field: "is not your password; it is case-sensitive"})
