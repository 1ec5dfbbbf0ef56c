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
    asks: str
    parameters: dict[str, list[str]]
    note: str


class AreaOut(Schema):
    """A place of the body chart."""

    id: str
    view: str
    name: str


class Options(Schema):
    """Everything a form offers."""

    conditions: list[ConditionOut]
    factors: list[FactorChoice]
    equipment: list[Named]
    places: list[str]
    exposures: list[Named]
    rules: list[Named]
    methods: list[Named]
    movements: list[str]
    regions: list[str]
    areas: list[AreaOut]
    knowledge_version: str
