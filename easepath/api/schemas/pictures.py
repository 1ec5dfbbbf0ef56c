"""The moving pictures as the screens play them."""

from __future__ import annotations

from ninja import Schema


class BeatOut(Schema):
    """From one step to another in so many seconds; `held` is the length of the hold it stands for."""

    start: int
    stop: int
    seconds: float
    held: int | None


class Motion(Schema):
    """The steps of a movement as the insides of an SVG, and how to play them."""

    viewbox: str
    steps: list[str]
    beats: list[BeatOut]
    positions: list[str]
    alt: str
    moves: str
    dose: str
