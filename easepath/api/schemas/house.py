"""What a lead sets for the clinic, and who works in it."""

from __future__ import annotations

from typing import Annotated

from ninja import Schema
from pydantic import Field

from easepath.api.schemas.common import In
from easepath.api.views.house import HouseOut
from easepath.clinic.actions.house import Kind

Reason = Annotated[str, Field(max_length=300)]
Text = Annotated[str, Field(max_length=300)]


class SetIn(In):
    """One thing to set; `value` is the method or the words, empty to switch something off."""

    kind: Kind
    key: Annotated[str, Field(max_length=150)]
    value: Text = ""
    reason: Reason


class TakeOnIn(In):
    """Somebody new."""

    username: Annotated[str, Field(max_length=30)]
    first_name: Text
    last_name: Text
    role: Annotated[str, Field(max_length=12)]
    reason: Reason


class RoleIn(In):
    """Another role from now on; `none` stops somebody from signing in."""

    role: Annotated[str, Field(max_length=12)]
    reason: Reason


class TakenOn(Schema):
    """Somebody new with a first password that is shown once."""

    username: str
    password: str
    house: HouseOut
