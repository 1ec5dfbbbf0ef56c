"""The small vocabularies: exposures, regions, sites, targets, household stand-ins, reason texts, wording."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from easepath.core.knowledge.models.base import Entry, Id, Ids, Words


class Exposure(Entry):
    """Something a drill does to the body; `acts_on` says whose side it loads, `movement` whose limit allows it."""

    id: Id
    acts_on: Literal["same", "other", "whole"]
    means: str
    derived: bool = False
    movement: Id | None = None


class Region(Entry):
    """A region a complaint, a red flag or an operation can lie in, with the joints it touches."""

    id: Id
    joints: Ids


class Site(Entry):
    """A place where a drill was felt; `family` is the nerve family a nerve symptom there pauses.

    A `cue` is said of one drill and is no place on the body that is offered by itself.
    """

    id: Id
    cue: bool = False
    family: Literal["sciatic", "femoral", "hand", "pressure"] | None = None


class Target(Entry):
    """What a need is about, where it lies and what tissue it is."""

    id: Id
    regions: Ids
    tissue: Literal["muscle", "joint", "nerve", "control"]


class StandIn(Entry):
    """A piece of equipment and what will do instead of it at home."""

    id: Id
    name: str
    always: bool = False
    place: Id | None = None
    standins: Words
    from_: dict[Id, str] = Field(default_factory=dict, alias="from")
    care: str | None = None


class ReasonText(Entry):
    """The sentence for one rule id; `{name}` marks a fact of the reason, `of` the kind of knowledge that sets it."""

    id: Id
    text: str
    of: Literal["rules", "red_flags", "factors", "findings", "methods", "drills", "conditions", "gates", "standins"] = (
        "rules"
    )


ABOVE_PAIN = " above {n} of 10"
"""How a stop sign says its bound; where no pain is allowed the sign stands without it."""


class Wording(Entry):
    """What the client reads about a drill: what to do, what to feel, what ends it, easier and harder.

    `pain_at_most` (0-10) is the drill's own bound; a stop sign says it, or the client's lower one, at `{n}`.
    """

    drill: Id
    title: str
    do: Words
    feel: str
    stop: Words
    pain_at_most: Annotated[int, Field(ge=1, le=10)] | None = None
    easier: str
    harder: str = "Only when we tell you."


class AnswerWord(Entry):
    """A yes-or-no question that is neither a red-flag item nor a measure (contexts, words of profiles)."""

    id: Id
    text: str


class SymptomWords(Entry):
    """How a client says what was felt, and what the phone says at once where it is a sign that stops."""

    id: Id
    text: str
    phone: str = ""


class Area(Entry):
    """A place of the body chart, the regions a complaint there lies in, and what a mark there says to the screen."""

    id: Id
    view: Literal["front", "back"]
    name: str
    regions: Ids
    answers: Ids = ()
    speaks_of: Ids = ()
    numb: Ids = ()


class ClueName(Entry):
    """What a clue of the conditions is called."""

    id: Id
    name: str


class ToldWord(Entry):
    """Something a story is asked, by its name; it points to conditions and speaks of questions, and answers none."""

    id: Id
    asked: Literal["brings-on", "eases", "day"]
    name: str
    clues: Ids = ()
    speaks_of: Ids = ()


class PatternWords(Entry):
    """What a pattern is called, and what each of its results means."""

    id: Id
    name: str
    results: dict[Id, str]
