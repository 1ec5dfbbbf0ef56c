"""How a test is taken: what to do in three steps, what to say, what to time, and how it looks."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from easepath.core.knowledge.models.base import Entry, Id
from easepath.core.knowledge.models.figure import Drawing, Point
from easepath.core.vocabulary import Place


class Timer(Entry):
    """What a watch does for a test: it runs up while something is held or walked, or down while it is counted."""

    runs: Literal["up", "down"]
    seconds: Annotated[int, Field(ge=1, le=600)] | None = None


class SetUp(Entry):
    """How one measure is taken; its drawing, or the drill whose position is the nearest.

    Of a `like` drill the position `pose` is shown, with `marks` of its own. Rings stand for the steps of their number.
    `sensors` are those of an inclinometer: two where the pelvis is watched beside the limb.
    """

    measure: Id
    steps: Annotated[tuple[str, ...], Field(min_length=1, max_length=4)]
    say: str = ""
    timer: Timer | None = None
    sensors: Literal[1, 2] = 1
    place: Place = "bed"
    drawing: Drawing | None = None
    like: Id | None = None
    pose: Literal["start", "end"] = "end"
    marks: tuple[Point, ...] = ()
