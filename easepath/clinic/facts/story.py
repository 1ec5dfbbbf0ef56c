"""A story: everything the Story step holds, and what of it says something to the screen."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass, field
from typing import Any

from easepath.clinic import models
from easepath.core.screening.spoken import Told

PAINS = ("pain_now", "pain_rest", "pain_worst", "pain_usual", "pain_morning")
COMPLAINT_FIELDS = (
    "condition", "side", "since", "words", "goal_activity", *PAINS, "settle_minutes", "wakes", "stiff_minutes",
    "areas", "clues", "kinds", "ticked", "before", "medicine", "notes",
)  # fmt: skip
CLIENT_FIELDS = (
    "birth_date", "places", "equipment", "minutes", "per_day", "days_per_week", "confidence", "breath_s", "train",
    "first", "phase_order", "extra_set", "floor", "sits_square", "elsewhere_name", "elsewhere_places",
    "elsewhere_equipment",
)  # fmt: skip
LISTS = ("places", "equipment", "areas", "clues", "ticked", "elsewhere_places", "elsewhere_equipment")


@dataclass(frozen=True)
class Story:
    """Everything the Story step holds; None and the empty word are "unknown"."""

    condition: str = ""
    side: str = ""
    since: dt.date | None = None
    words: str = ""
    goal_activity: str = ""
    pain_now: int | None = None
    pain_rest: int | None = None
    pain_worst: int | None = None
    pain_usual: int | None = None
    pain_morning: int | None = None
    settle_minutes: int | None = None
    wakes: str = ""
    stiff_minutes: int | None = None
    birth_date: dt.date | None = None
    places: tuple[str, ...] = ()
    equipment: tuple[str, ...] = ()
    minutes: int | None = None
    per_day: int | None = None
    days_per_week: int | None = None
    confidence: str = ""
    breath_s: float | None = None
    train: str = "both"
    first: str = "unaffected"
    phase_order: str = "mobility-first"
    extra_set: str = "yes"
    floor: str = ""
    sits_square: str = ""
    elsewhere_name: str = ""
    elsewhere_places: tuple[str, ...] = ()
    elsewhere_equipment: tuple[str, ...] = ()
    areas: tuple[str, ...] = ()
    clues: tuple[str, ...] = ()
    kinds: dict[str, list[str]] = field(default_factory=dict)
    ticked: tuple[str, ...] = ()
    before: str = ""
    medicine: str = ""
    notes: str = ""

    @classmethod
    def of(cls, complaint: models.Complaint) -> Story:
        """The story as it stands in the rows."""
        values: dict[str, Any] = {field: getattr(complaint, field) for field in COMPLAINT_FIELDS}
        values |= {field: getattr(complaint.client, field) for field in CLIENT_FIELDS}
        return cls(**{**values, **{name: tuple(values[name]) for name in LISTS}})


def story_told(complaint: models.Complaint) -> Told:
    """What of the story says something to the screen; what is true may be said of medicine and earlier times too."""
    words = "; ".join(filter(None, (complaint.words, complaint.before, complaint.medicine, complaint.notes)))
    return Told(words, tuple(complaint.areas), complaint.kinds, tuple(complaint.clues), tuple(complaint.ticked))
