"""The record of a client: archived, erased."""

from __future__ import annotations

from typing import Annotated

from ninja import Schema
from pydantic import Field

from easepath.api.schemas.common import In


class ArchiveIn(In):
    """Whether a client is archived from now on."""

    archived: bool


class EraseIn(In):
    """The client's full name, typed to confirm."""

    name: Annotated[str, Field(max_length=122)]


class RecordState(Schema):
    """Where a record stands."""

    client: int
    archived: bool
    erased: bool
