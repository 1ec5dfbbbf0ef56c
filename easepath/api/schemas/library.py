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


class DrillCard(Schema):
    """A drill in the list of the library."""

    id: str
    title: str
    name: str
    phase: str
    one_sided: bool
    places: list[str]
    equip: list[str]
    needs: list[str]
    felt: str
    auto: bool
    picture: str
    alt: str


class MethodWords(Schema):
    """A way of doing a drill, with its dose from the start to the top."""

    name: str
    start: str
    top: str


class LoadOut(Schema):
    """What a drill does to the body, on the drilled side or on the other."""

    exposure: str
    means: str
    other_side: bool


class DrillPage(Schema):
    """One drill whole."""

    card: DrillCard
    do: list[str]
    feel: str
    stop: list[str]
    easier: str
    note: str
    methods: list[MethodWords]
    loads: list[LoadOut]
    requires: list[str]
    ladder: list[Named]
    poses: list[str]
    unseen: list[str]
