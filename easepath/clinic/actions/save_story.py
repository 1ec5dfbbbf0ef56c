"""Save the story: the complaint, its pains and times, and what the client has at home."""

from __future__ import annotations

import datetime as dt
from dataclasses import asdict, dataclass
from typing import Any

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.actions.base import differing, fresh, record, take_person, take_revision
from easepath.clinic.actions.open_client import birth_date_fault
from easepath.clinic.actions.withheld_sheet import hold_sheet, release_sheet
from easepath.clinic.errors import FieldError
from easepath.clinic.policies import require
from easepath.core.knowledge import shipped_library
from easepath.core.vocabulary import PLACES

PAINS = ("pain_now", "pain_rest", "pain_worst", "pain_usual", "pain_morning")
COMPLAINT_FIELDS = (
    "condition", "side", "since", "words", "goal_activity", *PAINS, "settle_minutes", "wakes", "stiff_minutes",
    "areas", "clues",
)  # fmt: skip
CLIENT_FIELDS = (
    "birth_date", "places", "equipment", "minutes", "per_day", "days_per_week", "confidence", "breath_s", "train",
    "first", "phase_order",
)  # fmt: skip
LISTS = ("places", "equipment", "areas", "clues")


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
    areas: tuple[str, ...] = ()
    clues: tuple[str, ...] = ()

    @classmethod
    def of(cls, complaint: models.Complaint) -> Story:
        """The story as it stands in the rows."""
        values: dict[str, Any] = {field: getattr(complaint, field) for field in COMPLAINT_FIELDS}
        values |= {field: getattr(complaint.client, field) for field in CLIENT_FIELDS}
        return cls(**{**values, **{name: tuple(values[name]) for name in LISTS}})


def save_story(
    actor: models.User, visit: models.Visit, revision: int, story: Story, *, person: int | None = None
) -> int:
    """Save a whole story on the revision it was made on, and on that of the person; returns the new revision."""
    require(actor, "enter-story", visit.complaint.client.clinic)
    check_story(story, clock.today_of(visit.complaint))
    with transaction.atomic():
        complaint = fresh(visit)
        hold_sheet(actor, complaint)
        before = Story.of(complaint)
        draft = take_revision(visit, "story", revision, actor, lambda: asdict(before), asdict(story))
        take_person(complaint.client, person, draft, _person(before), _person(story))
        for field in COMPLAINT_FIELDS:
            value = getattr(story, field)
            setattr(complaint, field, list(value) if isinstance(value, tuple) else value)
        complaint.region = _region(story)
        complaint.save(update_fields=[*COMPLAINT_FIELDS, "region"])
        client = complaint.client
        for field in CLIENT_FIELDS:
            value = getattr(story, field)
            setattr(client, field, list(value) if isinstance(value, tuple) else value)
        client.save(update_fields=list(CLIENT_FIELDS))
        record("save-story", complaint, actor, {"visit": visit.number, **differing(asdict(before), asdict(story))})
        release_sheet(actor, complaint.pk)
    return draft.revision


def _person(story: Story) -> dict[str, Any]:
    """What of a story belongs to the person, whatever the complaint."""
    return {field: getattr(story, field) for field in CLIENT_FIELDS}


def _region(story: Story) -> str:
    """Where the complaint lies: the condition's region, before one is named that of the first marked place."""
    library = shipped_library()
    condition = library.conditions.get(story.condition)
    if condition is not None:
        return condition.region
    return next((r for area in story.areas for r in library.areas[area.partition(":")[0]].regions), "")


LIMITS = {
    **dict.fromkeys(PAINS, (0, 10)),
    "minutes": (1, 240),
    "per_day": (1, 12),
    "days_per_week": (1, 7),
    "settle_minutes": (0, 100_000),
    "stiff_minutes": (0, 720),
    "breath_s": (1, 30),
}
WORDS = {
    "side": ("", "left", "right", "both"),
    "wakes": ("", "no", "sometimes", "most-nights"),
    "confidence": ("", "low", "normal"),
    "train": ("both", "affected"),
    "first": ("unaffected", "affected"),
    "phase_order": ("mobility-first", "control-first"),
}


def check_story(story: Story, today: dt.date) -> None:
    """Raise FieldError naming every field that cannot be."""
    library = shipped_library()
    fields = {}
    if story.condition and story.condition not in library.conditions:
        fields["condition"] = "is not a condition this product knows: pick one from the list"
    for field, words in WORDS.items():
        if getattr(story, field) not in words:
            fields[field] = f"is one of: {', '.join(filter(None, words))}"
    if story.since is not None and story.since > today:
        fields["since"] = f"lies after today, {today}: check the date"
    born = birth_date_fault(story.birth_date, today)
    if born is not None:
        fields["birth_date"] = born
    for field, (low, high) in LIMITS.items():
        value = getattr(story, field)
        if value is not None and not low <= value <= high:
            fields[field] = f"{value} is not possible: {low} to {high}"
    places = {f"{area}:{side}" for area in library.areas for side in ("left", "right")}
    clues = {clue for condition in library.conditions.values() for clue in condition.clues}
    for field, known in (
        ("places", PLACES), ("equipment", library.standins), ("areas", places), ("clues", clues)
    ):  # fmt: skip
        strange = [word for word in getattr(story, field) if word not in known]
        if strange:
            fields[field] = f"{', '.join(map(repr, strange))} is not known"
    if fields:
        raise FieldError(fields)
