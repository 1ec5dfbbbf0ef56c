"""Story: what is told."""

from __future__ import annotations

import datetime as dt
from typing import Annotated, Literal

from pydantic import Field

from easepath.api.schemas.common import In, Pain, SideWord, Word


class StoryFields(In):
    """The story; an empty word or a null is "unknown", never zero."""

    condition: Word = ""
    side: SideWord = ""
    since: dt.date | None = None
    words: Annotated[str, Field(max_length=300)] = ""
    goal_activity: Annotated[str, Field(max_length=200)] = ""
    pain_now: Pain | None = None
    pain_rest: Pain | None = None
    pain_worst: Pain | None = None
    pain_usual: Pain | None = None
    pain_morning: Pain | None = None
    settle_minutes: Annotated[int, Field(ge=0, le=100_000)] | None = None
    wakes: Literal["", "no", "sometimes", "most-nights"] = ""
    stiff_minutes: Annotated[int, Field(ge=0, le=720)] | None = None
    birth_date: dt.date | None = None
    places: list[str] = []
    equipment: list[str] = []
    minutes: Annotated[int, Field(ge=1, le=240)] | None = None
    per_day: Annotated[int, Field(ge=1, le=12)] | None = None
    days_per_week: Annotated[int, Field(ge=1, le=7)] | None = None
    confidence: Literal["", "low", "normal"] = ""
    breath_s: Annotated[float, Field(ge=1, le=30)] | None = None
    train: Literal["both", "affected"] = "both"
    first: Literal["unaffected", "affected"] = "unaffected"
    phase_order: Literal["mobility-first", "control-first"] = "mobility-first"
    extra_set: Literal["yes", "no"] = "yes"
    floor: Literal["", "alone", "chair", "no"] = ""
    sits_square: Literal["", "yes", "no"] = ""
    elsewhere_name: Annotated[str, Field(max_length=30)] = ""
    elsewhere_places: list[str] = []
    elsewhere_equipment: list[str] = []
    areas: list[str] = []
    clues: list[str] = []
    kinds: dict[str, list[str]] = {}
    ticked: list[str] = []
    before: Annotated[str, Field(max_length=300)] = ""
    medicine: Annotated[str, Field(max_length=300)] = ""
    notes: Annotated[str, Field(max_length=1000)] = ""


class SaveStory(In):
    """A whole story on the revision it was made on, and on that of the person."""

    revision: Annotated[int, Field(ge=0)]
    person_revision: Annotated[int, Field(ge=0)]
    story: StoryFields
