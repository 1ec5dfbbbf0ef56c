"""A sensor trace as it comes in."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from easepath.api.schemas.common import In

Degrees = Annotated[float, Field(ge=-360, le=360)]
Seconds = Annotated[float, Field(ge=0, le=3600)]


class TraceIn(In):
    """Samples of seconds, thigh and pelvis (none with one sensor), or a table with these columns."""

    samples: Annotated[list[tuple[Seconds, Degrees, Degrees | None]], Field(max_length=3000)] = []
    csv: Annotated[str, Field(max_length=400_000)] = ""
