"""The caseload and taking in a client."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from easepath.api.schemas.common import In
from easepath.api.views.base import Ripple
from easepath.core.adjust.attention import Kind
from easepath.figure.build import BuildName


class ToldSign(Schema):
    """A sign that waits for an answer: the client's words, the drill, the worst pain, and when it came in."""

    words: str
    drill: str
    side: str
    pain: int | None
    date: str
    at: str


class CaseLine(Schema):
    """One complaint in the caseload: what is needed today and why, and the signs told at home that wait for an answer.

    `wrote` says that a line of the client was not read, `mine` that whoever asks saw the client last or planned for
    them; `next_visit` is the day agreed for it.
    """

    complaint: int
    client: int = 0
    name: str
    telephone: str = ""
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
    told: list[ToldSign] = []
    wrote: bool = False
    next_visit: str | None = None
    last_visit: str | None = None
    mine: bool = True
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
    telephone: Annotated[str, Field(max_length=40)] = ""
    email: Annotated[str, Field(max_length=100)] = ""
    language: Annotated[str, Field(max_length=40)] = ""
    figure: Literal["", BuildName] = ""
    somebody_else: bool = False


class KnownClient(Schema):
    """A client of the clinic who may be the one that is taken in, with the latest visit."""

    name: str
    born: str | None
    condition: str
    visit: int | None


class VisitRef(Schema):
    """The id of a visit."""

    visit: int
