"""Match: needs, ranking, what is left out, what is ticked."""

from __future__ import annotations

from typing import Annotated, Literal, get_args

from pydantic import Field

from easepath.api.schemas.common import In, Word

TickedPlace = Literal["", "floor", "bed", "chair", "desk", "wall", "stand"]
TICKED_PLACES: tuple[TickedPlace, ...] = get_args(TickedPlace)


class TickedDrill(In):
    """A ticked drill; no step leaves the start dose to the rules."""

    drill: Word
    side: Literal["left", "right", "both"]
    method: Word = ""
    step: Annotated[int, Field(ge=-1, le=99)] | None = None
    place: TickedPlace = ""


class SaveMatch(In):
    """The ticked drills in order on the revision they were made on."""

    revision: Annotated[int, Field(ge=0)]
    drills: list[TickedDrill]
    stage: int | None = None
    arranged: bool = False
