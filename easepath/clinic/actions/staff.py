"""Who works in a clinic, and as what: taken on, given another role, or stopped, by a lead and with a reason."""

from __future__ import annotations

import re
import secrets
from typing import Final

from django.db import transaction

from easepath.clinic import models
from easepath.clinic.actions.house import keep_row
from easepath.clinic.errors import FieldError, NotFoundError, RefusedError
from easepath.clinic.policies import require

USERNAME: Final = re.compile(r"[a-z][a-z0-9.-]{1,29}")
ELSEWHERE: Final = "elsewhere-"
"""How a name begins that came with a record and that nobody signs in with."""
STOPPED: Final = "none"
"""The role of somebody who does not sign in any more."""
LETTERS: Final = "abcdefghjkmnpqrstuvwxyz23456789"
"""What a first password is made of: nothing that is read for another sign."""


def take_on(
    actor: models.User, *, username: str, first_name: str, last_name: str, role: str, reason: str
) -> tuple[models.User, str]:
    """Somebody new, and a first password that is shown once; raises FieldError naming the field."""
    assert actor.clinic is not None
    require(actor, "manage-staff", actor.clinic)
    found = _role_faults(role, reason)
    if not USERNAME.fullmatch(username) or username.startswith(ELSEWHERE):
        found["username"] = "has 2 to 30 small letters, digits, dots and hyphens, and begins with a letter"
    elif models.User.objects.filter(username__iexact=username).exists():
        found["username"] = "is taken"
    for name, told in (("first_name", first_name), ("last_name", last_name)):
        if not told.strip() or len(told) > 60:
            found[name] = "is empty, or longer than 60 letters"
    if found:
        raise FieldError(found)
    password = "-".join("".join(secrets.choice(LETTERS) for _ in range(4)) for _ in range(4))
    with transaction.atomic():
        user = models.User.objects.create_user(
            username, password=password, first_name=first_name.strip(), last_name=last_name.strip(), role=role,
            clinic=actor.clinic,
        )  # fmt: skip
        keep_row(actor, actor.clinic, "role", username, role, reason.strip())
    return user, password


def set_role(actor: models.User, user: int, role: str, reason: str) -> models.User:
    """Another role from now on; `none` stops somebody from signing in. A clinic keeps a lead who can.

    Raises NotFoundError for nobody of this clinic, RefusedError for the last lead.
    """
    assert actor.clinic is not None
    require(actor, "manage-staff", actor.clinic)
    found = _role_faults(role, reason, stopped=True)
    if found:
        raise FieldError(found)
    with transaction.atomic():
        staff = models.User.objects.select_for_update().filter(clinic=actor.clinic)
        everybody = list(staff.exclude(username__startswith=ELSEWHERE))
        one = next((person for person in everybody if person.pk == user), None)
        if one is None:
            raise NotFoundError("nobody of that number works in this clinic")
        leads = [person for person in everybody if person.is_active and person.role == models.Role.LEAD]
        if role != models.Role.LEAD and leads == [one]:
            raise RefusedError("this is the only lead", ["make somebody else a lead first"])
        one.is_active = role != STOPPED
        if role != STOPPED:
            one.role = role
        one.save(update_fields=["is_active", "role"])
        keep_row(actor, actor.clinic, "role", one.username, role, reason.strip())
    return one


def _role_faults(role: str, reason: str, *, stopped: bool = False) -> dict[str, str]:
    known = [*models.Role.values, *([STOPPED] if stopped else [])]
    found = {} if role in known else {"role": f"is one of {', '.join(known)}"}
    if not reason.strip() or len(reason.strip()) > 300:
        found["reason"] = "says why, in at most 300 letters"
    return found
