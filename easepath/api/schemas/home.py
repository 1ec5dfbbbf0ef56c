"""Home: versions, links, sessions and mornings."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from easepath.api.schemas.common import In, Pain, Ripple, Word
from easepath.api.schemas.visit import OpenMorning
from easepath.core.vocabulary import PainRule, ResponseClass


class VersionLine(Schema):
    """One version of a plan."""

    id: int
    number: int
    date: str
    by: str
    stage: int | None
    drills: int
    seconds: int
    difference: list[str]
    knowledge_version: str


class SessionDrillOut(Schema):
    """A drill of a session with its response; without one where the session was left out of the count."""

    drill: str
    title: str
    side: str
    done_pct: int | None
    during: int | None
    symptom: str
    felt: str
    moved: str
    kind: ResponseClass | None
    why: str


class LeftOut(Schema):
    """Who left a session out of the count, when and why."""

    by: str
    date: str
    reason: str


class SessionOut(Schema):
    """A session with its drills."""

    id: str
    date: str
    version: int
    before: int | None
    after: int | None
    morning: int | None
    unusual: str
    drills: list[SessionDrillOut]
    note: str
    left_out: LeftOut | None


class LinkOut(Schema):
    """A living private link: when and by whom it was made, the day it was last opened, and on what kind of thing."""

    id: int
    made_on: str
    made_by: str
    last_used_on: str | None
    device: str


class HomeOut(Schema):
    """The Home step."""

    versions: list[VersionLine]
    links: list[LinkOut]


class DrillResponse(Schema):
    """One planned drill with its line of responses, and how much it may hurt."""

    drill: str
    title: str
    side: str
    method: str
    pain_rule: PainRule
    limit: int
    since: str | None
    ripples: list[Ripple]
    why: str
    source: str | None
    counted: int


class PlannedDrillOut(Schema):
    """A drill of the running version, for a session entered on the client's behalf."""

    drill: str
    title: str
    side: str
    felt: list[str]


class RespondOut(Schema):
    """The Respond step."""

    version: int | None
    drills: list[DrillResponse]
    sessions: list[SessionOut]
    ripples: list[Ripple]
    adherence: float | None
    mornings_open: list[OpenMorning]
    today: str
    planned: list[PlannedDrillOut]


class HandOverIn(In):
    """`of_version` is the number of the version in use that the page showed, 0 for none."""

    of_version: Annotated[int, Field(ge=0, le=30_000)]


class HandedOver(Schema):
    """What handing over made; the link is shown once."""

    version: VersionLine
    link: str


class Link(Schema):
    """A private link, shown once."""

    link: str


class DrillDoneIn(In):
    """One drill of a session; what was not asked is left out."""

    drill: Word
    side: Literal["left", "right", "both"]
    done_pct: Annotated[int, Field(ge=0, le=200)] | None = None
    during: Pain | None = None
    symptom: Literal[
        "", "none", "pull", "effort", "muscle-burn", "ache", "stiffness", "soreness", "pinch", "sharp", "burning",
        "shooting", "tingling", "numbness", "cramp", "locking", "giving-way",
    ] = ""  # fmt: skip
    felt: Annotated[str, Field(max_length=40)] = ""
    moved: Literal["", "none", "up", "down"] = ""


class SessionIn(In):
    """A session from home with the id the phone made."""

    id: uuid.UUID
    version: Annotated[int, Field(ge=1)]
    date: dt.date
    before: Pain | None = None
    after: Pain | None = None
    drills: Annotated[list[DrillDoneIn], Field(max_length=40)]
    note: Annotated[str, Field(max_length=400)] = ""
    corrects: uuid.UUID | None = None


class MorningIn(In):
    """The morning after a session."""

    id: uuid.UUID
    session: uuid.UUID
    pain: Pain
    unusual: Literal["none", "training", "work", "travel", "poor-sleep", "other"] = "none"
    gone_48h: bool | None = None


class CountIn(In):
    """Whether a session counts, and why."""

    counts: bool
    reason: Annotated[str, Field(min_length=1, max_length=400)]


class Stored(Schema):
    """What was stored, by its id; sending it again changes nothing."""

    id: uuid.UUID
