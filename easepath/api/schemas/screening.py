"""Screen: questions, answers, factors, and what they do."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import Field

from easepath.api.schemas.common import In, SideWord, Word


class FactorIn(In):
    """A background factor."""

    factor: Word
    side: SideWord = ""
    since: dt.date | None = None
    trimester: Annotated[int, Field(ge=1, le=3)] | None = None
    region: Word = ""
    parameters: dict[str, Word] = {}


class LimitIn(In):
    """A limit on a movement, in degrees."""

    movement: Word
    side: SideWord = ""
    degrees: Annotated[float, Field(ge=-60, le=180)]
    by: Literal["surgeon", "clinician"]


class PressureIn(In):
    """The blood pressure of this visit in mmHg; both left out takes it out."""

    upper: float | None = None
    lower: float | None = None


class SaveScreening(In):
    """Every answer and every factor on the revision they were made on; a word left out is unanswered."""

    revision: Annotated[int, Field(ge=0)]
    person_revision: Annotated[int, Field(ge=0)]
    answers: dict[str, bool]
    asked_as: dict[str, Word] = {}
    factors: list[FactorIn] = []
    limits: list[LimitIn] = []
    noted: Annotated[str, Field(max_length=400)] = ""


class ClearanceIn(In):
    """A clearance: the doctor's name, the date, and what the document says."""

    flag: Word
    doctor: Annotated[str, Field(max_length=120)]
    date: dt.date
    reason: Annotated[str, Field(max_length=400)]
