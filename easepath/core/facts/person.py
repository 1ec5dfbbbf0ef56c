"""Who the program is for: age, factors, limits, and what they really have."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from easepath.core.facts.base import Elapsed, Fact
from easepath.core.vocabulary import Place, SideWord


class ClientFactor(Fact):
    """A background factor of this client, with what is known about it.

    One that is `unconfirmed` counts, and takes no assumed factor's place.
    """

    id: str
    side: SideWord | None = None
    weeks_since: Elapsed | None = None
    days_since: Elapsed | None = None
    trimester: Annotated[int, Field(ge=1, le=3)] | None = None
    region: str | None = None
    parameters: dict[str, str] = Field(default_factory=dict)
    assumed: bool = False
    unconfirmed: bool = False

    @property
    def days(self) -> float | None:
        """Days since, from days or weeks, whichever is known."""
        if self.days_since is not None:
            return self.days_since
        return None if self.weeks_since is None else self.weeks_since * 7

    @property
    def weeks(self) -> float | None:
        """Weeks since, from weeks or days, whichever is known."""
        if self.weeks_since is not None:
            return self.weeks_since
        return None if self.days_since is None else self.days_since / 7


class Limit(Fact):
    """A surgeon's or clinician's limit on a movement, in degrees."""

    movement: str
    degrees: Annotated[float, Field(ge=-60, le=180)]
    by: Literal["surgeon", "clinician"]
    side: SideWord | None = None


class Elsewhere(Fact):
    """Somewhere else where the session is done now and then: what it is called, and what is there."""

    name: Annotated[str, Field(min_length=1, max_length=30)]
    places: Annotated[tuple[Place, ...], Field(min_length=1)]
    equipment: tuple[str, ...] = ()


class Client(Fact):
    """Who the program is for and what they really have.

    `floor` says how they get down and up again, `sits_square` whether an ordinary seat bends hip and knee to 90
    degrees, `stages` by profile the stage of an operation that is not the complaint, `extra_set` whether the affected
    side may do one set more. `elsewhere` is the second set of places.
    """

    age: Annotated[float, Field(ge=0, le=120)] | None = None
    sex: Literal["f", "m", "x"] | None = None
    factors: tuple[ClientFactor, ...] = ()
    limits: tuple[Limit, ...] = ()
    equipment: tuple[str, ...] = ()
    places: tuple[Place, ...] = ()
    minutes: Annotated[float, Field(ge=1, le=240)] | None = None
    per_day: Annotated[int, Field(ge=1, le=12)] | None = None
    days_per_week: Annotated[int, Field(ge=1, le=7)] | None = None
    breath_s: Annotated[float, Field(ge=1, le=30)] | None = None
    confidence: Literal["low", "normal"] | None = None
    train: Literal["both", "affected"] = "both"
    first: Literal["unaffected", "affected"] = "unaffected"
    phase_order: Literal["mobility-first", "control-first"] = "mobility-first"
    extra_set: bool = True
    floor: Literal["alone", "chair", "no"] | None = None
    sits_square: bool | None = None
    stages: dict[str, int] = Field(default_factory=dict)
    elsewhere: Elsewhere | None = None

    def when_elsewhere(self) -> Client | None:
        """The same person with what is there at the second set of places; None without one."""
        if self.elsewhere is None:
            return None
        return self.model_copy(update={"places": self.elsewhere.places, "equipment": self.elsewhere.equipment})

    @property
    def years(self) -> int | None:
        """Age in whole years, for tables by age."""
        return None if self.age is None else int(self.age)
