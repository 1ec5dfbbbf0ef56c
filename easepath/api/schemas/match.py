"""Match: needs, ranking, what is left out, what is ticked."""

from __future__ import annotations

from typing import Annotated, Literal, get_args

from pydantic import Field

from easepath.api.schemas.common import In, Word

TickedPlace = Literal["", "floor", "bed", "chair", "desk", "wall", "stand"]
TICKED_PLACES: tuple[TickedPlace, ...] = get_args(TickedPlace)


Count = Annotated[int, Field(ge=1, le=1000)]


class OwnDose(In):
    """The parts of a dose that are set by hand, each within what its method takes; the rest is the start dose's."""

    sets: Count | None = None
    reps: Count | None = None
    hold_s: Count | None = None
    breaths: Count | None = None
    hold_breaths: Count | None = None
    effort_pct: Annotated[int, Field(ge=1, le=100)] | None = None
    seconds: Count | None = None
    contract_s: Count | None = None
    relax_s: Count | None = None
    directions: Count | None = None
    circuits: Count | None = None
    spots: Count | None = None


class TickedDrill(In):
    """A ticked drill; no step leaves the start dose to the rules, a dose set by hand wins over its step."""

    drill: Word
    side: Literal["left", "right", "both"]
    method: Word = ""
    step: Annotated[int, Field(ge=-1, le=99)] | None = None
    place: TickedPlace = ""
    dose: OwnDose | None = None


class SaveMatch(In):
    """The ticked drills in order on the revision they were made on."""

    revision: Annotated[int, Field(ge=0)]
    drills: list[TickedDrill]
    stage: int | None = None
    arranged: bool = False
