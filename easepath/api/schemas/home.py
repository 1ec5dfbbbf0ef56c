"""Home: versions, links, sessions and mornings."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Annotated, Literal

from ninja import Schema
from pydantic import Field

from easepath.api.schemas.common import In, Pain
from easepath.clinic.actions.session_bounds import DrillDone


class HandOverIn(In):
    """`of_version` is the number of the version in use that the page showed, 0 for none.

    On `review_on` it is looked at together, where a day was agreed.
    """

    of_version: Annotated[int, Field(ge=0, le=30_000)]
    review_on: dt.date | None = None


class Link(Schema):
    """A private link, shown once."""

    link: str


class SessionIn(In):
    """A session from home with the id the phone made; `at_break` is the time of the break at work that it was."""

    id: uuid.UUID
    version: Annotated[int, Field(ge=1)]
    date: dt.date
    before: Pain | None = None
    after: Pain | None = None
    worst: Pain | None = None
    drills: Annotated[list[DrillDone], Field(max_length=40)]
    note: Annotated[str, Field(max_length=400)] = ""
    at_break: Annotated[str, Field(pattern=r"^(\d\d:\d\d)?$")] = ""
    corrects: uuid.UUID | None = None


class MorningIn(In):
    """The morning after a session."""

    id: uuid.UUID
    session: uuid.UUID
    pain: Pain
    unusual: Literal["none", "training", "work", "travel", "poor-sleep", "other"] = "none"
    gone_48h: bool | None = None


class CheckIn(In):
    """A home check with the id the phone made, each question with yes or no."""

    id: uuid.UUID
    date: dt.date
    answers: Annotated[dict[Annotated[str, Field(max_length=60)], bool], Field(max_length=20)]


class BirthYearIn(In):
    """The year in which somebody was born."""

    year: Annotated[int, Field(ge=1880, le=2200)]


class CountIn(In):
    """Whether a session counts, and why."""

    counts: bool
    reason: Annotated[str, Field(min_length=1, max_length=400)]


class RestIn(In):
    """Rest at home of one drill, or of the whole program, with what the client reads of it.

    Without a last day (`until`) it holds until it is ended.
    """

    drill: Annotated[str, Field(max_length=60)] = ""
    until: dt.date | None = None
    words: Annotated[str, Field(max_length=300)] = ""


class EndRestIn(In):
    """Why a rest ends before its day."""

    reason: Annotated[str, Field(min_length=1, max_length=300)]


class SignAnswerIn(In):
    """What a clinician found about the signs of a drill (left out: of every drill) in its sessions up to a day."""

    drill: Annotated[str, Field(max_length=60)] = ""
    until: dt.date
    reason: Annotated[str, Field(min_length=1, max_length=400)]


class Stored(Schema):
    """What was stored, by its id; sending it again changes nothing."""

    id: uuid.UUID
