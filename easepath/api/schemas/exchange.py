"""What somebody brings from another system."""

from __future__ import annotations

from typing import Annotated, Any

from ninja import Schema
from pydantic import Field

from easepath.api.schemas.common import In
from easepath.clinic.actions.take_in_case import LONGEST


class BundleIn(In):
    """A bundle as it was brought (JSON)."""

    bundle: dict[str, Any]


class TakeInIn(BundleIn):
    """The bundle with the lines that were chosen; `somebody_else` says that a client of that name is another person."""

    take: Annotated[list[int], Field(max_length=5000)] = []
    somebody_else: bool = False


class TakenIn(Schema):
    """Who was taken in, and the visit that was opened for somebody new."""

    client: int
    visit: int | None


class TableIn(In):
    """A table as it was brought (CSV text)."""

    table: Annotated[str, Field(max_length=4_000_000)]


class CaseIn(In):
    """A case file as it was brought (YAML text)."""

    case: Annotated[str, Field(max_length=LONGEST)]
