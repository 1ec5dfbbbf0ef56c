"""The caseload and taking in a client."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from easepath.api.schemas.common import In
from easepath.api.views.base import Ripple
from easepath.core.adjust.attention import Kind


class CaseLine(Schema):
    """One client in the caseload: what is needed today and why, and how many signs told at home wait for an answer."""

    complaint: int
    name: str
    trade: str
    condition: str
    side: str
    kind: Kind
    urgency: int
    what: str
    why: str
    visit: int | None
    visit_number: int | None
    visit_open: bool
    version: int | None
    last_session: str | None
    ripples: list[Ripple]
    signs: int = 0
    as_of: str | None


class Caseload(Schema):
    """The caseload; `left` lines in sight stand as they were seen last and are worked out when it is asked again."""

    lines: list[CaseLine]
    left: int


class NewClient(In):
    """A client to take in."""

    first_name: Annotated[str, Field(min_length=1, max_length=60)]
    last_name: Annotated[str, Field(min_length=1, max_length=60)]
    birth_date: dt.date | None = None
    sex: Literal["", "f", "m", "x"] = ""
    trade: Annotated[str, Field(max_length=80)] = ""


class VisitRef(Schema):
    """The id of a visit."""

    visit: int
