"""Signing in, and who is signed in."""

from __future__ import annotations

from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from easepath.api.schemas.common import In

Password = Annotated[str, Field(min_length=1, max_length=200)]
Code = Annotated[str, Field(max_length=40)]


class SignIn(In):
    """A name and a password, and the code of an authenticator where the account has one."""

    username: Annotated[str, Field(min_length=1, max_length=150)]
    password: Password
    code: Code = ""


class Me(Schema):
    """Who is signed in, and what they may do; nothing while a second factor is needed and not in use.

    `practice` is a clinic in which everybody is made up; it asks no second factor of its leads.
    """

    username: str
    name: str
    role: str
    clinic: str
    practice: bool
    may: list[str]
    today: str
    locked: bool
    idle_seconds: int
    second_factor: Literal["in-use", "needed", "possible"]


class PasswordIn(In):
    """The own password, typed again."""

    password: Password


class PasswordChange(In):
    """The present password and the next."""

    old: Password
    new: Password


class CodeIn(In):
    """A code of an authenticator."""

    code: Code


class FactorSetup(Schema):
    """A new key for an authenticator, as letters and as a square code (SVG)."""

    key: str
    square: str


class RecoveryCodes(Schema):
    """Codes that open the account once each when the authenticator is lost; shown once."""

    codes: list[str]
