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

    def model_copy(self, *, update: Mapping[str, Any] | None = None, deep: bool = False) -> Self:
        """The same fact with other values; what was worked out of the old ones is not carried over."""
        made = super().model_copy(update=update, deep=deep)
        for worked_out in made.__dict__.keys() - type(made).model_fields.keys():
            del made.__dict__[worked_out]
        return made

    def with_known(self, known: dict[str, Any]) -> Self:
        """The same fact with other values, read strictly already: for facts that come by the thousand."""
        made = object.__new__(type(self))
        PUT_VALUES(made, self.__dict__ | known)
        PUT_NAMES(made, self.__pydantic_fields_set__)
        PUT_EXTRA(made, None)
        PUT_PRIVATE(made, None)
        return made


PUT_VALUES, PUT_NAMES, PUT_EXTRA, PUT_PRIVATE = (
    BaseModel.__dict__[name].__set__
    for name in ("__dict__", "__pydantic_fields_set__", "__pydantic_extra__", "__pydantic_private__")
)
"""How a fact that is frozen is filled once: the slots themselves, found once and not for each of thousands."""
