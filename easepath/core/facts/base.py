"""What every fact is: frozen, closed to unknown keys; and the ranges of the numbers in them."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Any, Self

from pydantic import BaseModel, ConfigDict, Field

Pain = Annotated[float, Field(ge=0, le=10)]
Elapsed = Annotated[float, Field(ge=0)]
Weight = Annotated[float, Field(ge=0, le=1)]
DonePct = Annotated[float, Field(ge=0, le=200)]
Step = Annotated[int, Field(ge=-1, le=99)]


class Fact(BaseModel):
    """Base of every fact: frozen, closed to unknown keys, no silent conversion."""

    model_config = ConfigDict(frozen=True, extra="forbid", strict=True)

    def with_known(self, known: Mapping[str, Any]) -> Self:
        """The same fact with other values, read strictly already: for facts that come by the thousand."""
        made = object.__new__(type(self))
        put = object.__setattr__
        put(made, "__dict__", {**self.__dict__, **known})
        put(made, "__pydantic_fields_set__", self.__pydantic_fields_set__)
        put(made, "__pydantic_extra__", None)
        put(made, "__pydantic_private__", None)
        return made
