"""The library as the screens need it."""

from __future__ import annotations

from ninja import Schema

from easepath.api.schemas.common import Named


class ConditionOut(Schema):
    """A condition one can pick."""

    id: str
    name: str
    region: str
    words: list[str]
    staged: bool


class FactorChoice(Schema):
    """A factor one can list."""

    id: str
    name: str
    sided: bool
    dated: bool
    note: str


class Options(Schema):
    """Everything a form offers."""

    conditions: list[ConditionOut]
    factors: list[FactorChoice]
    equipment: list[Named]
    places: list[str]
    exposures: list[Named]
    rules: list[Named]
    knowledge_version: str
