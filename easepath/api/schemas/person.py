"""The person page: who, end of care, merging."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import Field

from easepath.api.schemas.caseload import NewClient
from easepath.api.schemas.common import In

Ending = Literal["reached", "better", "same", "worse", "elsewhere", "stayed-away"]


class PersonIn(NewClient):
    """Who a client is, on the revision the page was read at."""

    revision: Annotated[int, Field(ge=0)]
    consent_on: dt.date | None = None


class EndIn(In):
    """How care for a complaint ended; with `keep_sheet` the private link stays open."""

    ended_as: Ending
    note: Annotated[str, Field(max_length=400)] = ""
    keep_sheet: bool = False


class MergeIn(In):
    """The other record of the same person, which is put away."""

    other: Annotated[int, Field(ge=1)]
