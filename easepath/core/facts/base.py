"""What every fact is: frozen, closed to unknown keys; and the ranges of the numbers in them."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

Pain = Annotated[float, Field(ge=0, le=10)]
Elapsed = Annotated[float, Field(ge=0)]
Weight = Annotated[float, Field(ge=0, le=1)]
DonePct = Annotated[float, Field(ge=0, le=200)]
Step = Annotated[int, Field(ge=-1, le=99)]


class Fact(BaseModel):
    """Base of every fact: frozen, closed to unknown keys, no silent conversion."""

    model_config = ConfigDict(frozen=True, extra="forbid", strict=True)
