"""What every knowledge entry has in common: strict, frozen, and closed to unknown keys."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, ConfigDict, Field

Id = Annotated[str, Field(pattern=r"^[a-z0-9]+(-[a-z0-9]+)*$")]
NeedId = Annotated[str, Field(pattern=r"^[a-z-]+:[a-z-]+$")]
Weight = Annotated[float, Field(ge=0, le=1)]
Words = tuple[str, ...]
Ids = tuple[Id, ...]


class Entry(BaseModel):
    """One entry of a knowledge file; a key it does not know is refused."""

    model_config = ConfigDict(frozen=True, extra="forbid", strict=True)
