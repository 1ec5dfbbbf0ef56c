"""Plan: the drills put on the sheet, their doses, orders and groups."""

from __future__ import annotations

from typing import Annotated, Literal, get_args

from pydantic import Field

from easepath.api.schemas.common import In, Word
from easepath.core.compose.session import Order
from easepath.core.facts import Manner, OwnDose, There

TickedPlace = Literal["", "floor", "bed", "chair", "desk", "wall", "stand"]
TICKED_PLACES: tuple[TickedPlace, ...] = get_args(TickedPlace)


class StandingOrderIn(In):
    """What may change at home before the next review: the dose may fall, rise to a step, another drill may stand in."""

    ease: bool = True
    up_to: Annotated[int, Field(ge=-1, le=99)] | None = None
    instead: Word | None = None


class DrillGroupIn(In):
    """Drills that stand side by side and are played in rounds: each with its sides, or all on one side first."""

    drills: Annotated[list[Word], Field(min_length=1, max_length=20)]
    rounds: Annotated[int, Field(ge=1, le=5)] = 1
    order: Literal["round", "side"] = "round"


class TickedDrill(In):
    """A drill of the sheet; no step leaves the start dose to the rules, a dose set by hand wins over its step.

    A `rest` returns between others; `reason` says why it is there where the rules would leave it out, `names`
    are its directions in the clinician's words, `manner` is what is set by hand beyond its dose, `there` how
    it is done at the second set of places.
    """

    drill: Word
    side: Literal["left", "right", "both"]
    method: Word = ""
    step: Annotated[int, Field(ge=-1, le=99)] | None = None
    place: TickedPlace = ""
    dose: OwnDose | None = None
    rest: bool = False
    order: StandingOrderIn | None = None
    reason: Annotated[str, Field(max_length=300)] = ""
    names: Annotated[list[Annotated[str, Field(min_length=1, max_length=40)]], Field(max_length=8)] = []
    manner: Manner | None = None
    there: There | None = None


class SavePlan(In):
    """The drills in order, who orders them, and their groups, on the revision they were made on."""

    revision: Annotated[int, Field(ge=0)]
    drills: list[TickedDrill]
    stage: int | None = None
    order: Order = "rules"
    groups: Annotated[list[DrillGroupIn], Field(max_length=20)] = []
