"""The audit trail."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Any

from ninja import Schema
from pydantic import Field

from easepath.api.schemas.common import In

Id = Annotated[int, Field(ge=1, le=2**63 - 1)]


class AuditFilter(In):
    """What is asked for; what is left out fits everything. Dates are the clinic's, both included."""

    client: Id | None = None
    actor: Annotated[str, Field(max_length=150)] | None = None
    action: Annotated[str, Field(max_length=40)] | None = None
    since: dt.date | None = None
    until: dt.date | None = None
    before: Id | None = None


class AuditLine(Schema):
    """One entry; `details` is null where the client was erased. An empty actor is the client at home."""

    number: int
    at: str
    action: str
    actor: str
    client: int | None
    name: str
    details: dict[str, Any] | None


class AuditPage(Schema):
    """Entries, the newest first; `before` is the number to go on from, null at the end."""

    lines: list[AuditLine]
    before: int | None
