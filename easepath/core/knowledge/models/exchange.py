"""Codes that other systems know: units, public codes of measures, and what of a foreign record is a factor here."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import model_validator

from easepath.core.knowledge.models.base import Entry, Id, Words


class ExchangeUnit(Entry):
    """A unit of a measure as UCUM writes it."""

    id: str
    ucum: str


class PublicCode(Entry):
    """The code of a measure in a public system; only where it is certain."""

    id: Id
    system: str
    code: str
    name: str


class ForeignCode(Entry):
    """What of a foreign record is known as a background factor, to be confirmed: by code, or by a word of its text."""

    id: Id
    of: Literal["medicine", "condition", "allergy"]
    system: str = ""
    prefixes: Words = ()
    words: Words
    factor: Id

    @model_validator(mode="after")
    def _fits(self) -> Self:
        if bool(self.system) != bool(self.prefixes):
            raise ValueError("a system and prefixes of its codes stand together, or neither does")
        return self
