"""Shapes that several routers share."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from ninja import Schema
from pydantic import ConfigDict, Field, field_validator
from pydantic_core import PydanticCustomError

Pain = Annotated[int, Field(ge=0, le=10)]
Side = Annotated[str, Field(max_length=5)]
Word = Annotated[str, Field(max_length=60)]
SideWord = Literal["", "left", "right", "both"]


class In(Schema):
    """Something sent; a key that is not known is refused, and so is a text with a sign that no row can hold."""

    model_config = ConfigDict(extra="forbid")

    @field_validator("*", mode="before")
    @classmethod
    def without_nul(cls, value: Any) -> Any:
        """A NUL ends a text in the database, so what follows it would be lost."""
        if _holds_nul(value):
            raise PydanticCustomError("nul", "holds a sign that cannot be stored: type it again")
        return value


def _holds_nul(value: Any) -> bool:
    if isinstance(value, str):
        return "\0" in value
    if isinstance(value, dict):
        return any(_holds_nul(part) for pair in value.items() for part in pair)
    return isinstance(value, list) and any(_holds_nul(part) for part in value)


class Problem(Schema):
    """An error as problem+json: what, why, and what to do; `fields` maps a field to what is wrong with it.

    `id` is the number under which the log knows the request.
    """

    type: str
    title: str
    status: int
    detail: str = ""
    id: str = ""
    fields: dict[str, str] = {}
    reasons: list[str] = []
    conflict: dict[str, Any] | None = None


class Revision(Schema):
    """The revision a step has now."""

    revision: int


class PersonRevision(Revision):
    """The revision a step has now, and that of the person, which other complaints' pages change as well."""

    person_revision: int
