"""Signing in, and who is signed in."""

from __future__ import annotations

from typing import Annotated

from ninja import Schema
from pydantic import Field

from easepath.api.schemas.common import In


class SignIn(In):
    """A name and a password."""

    username: Annotated[str, Field(min_length=1, max_length=150)]
    password: Annotated[str, Field(min_length=1, max_length=200)]


class Me(Schema):
    """Who is signed in, and what they may do."""

    username: str
    name: str
    role: str
    clinic: str
    may: list[str]
    today: str
