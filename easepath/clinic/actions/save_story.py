"""Save the story: the complaint, its pains and times, and what the client has at home."""

from __future__ import annotations

import datetime as dt
from copy import copy
from dataclasses import asdict, dataclass, replace
from functools import partial
from typing import Any

from easepath.clinic import models
from easepath.clinic.acting import Act, Saved, act
from easepath.clinic.actions.open_client import birth_date_fault
from easepath.clinic.actions.revisions import differing, keep_revision, move_person, next_revision, person_moves
from easepath.clinic.actions.withheld_sheet import is_withheld_after
from easepath.clinic.errors import FieldError
from easepath.clinic.repository import Record, read_again
from easepath.core.knowledge import shipped_library
from easepath.core.vocabulary import PLACES

PAINS = ("pain_now", "pain_rest", "pain_worst", "pain_usual", "pain_morning")
COMPLAINT_FIELDS = (
    "condition", "side", "since", "words", "goal_activity", *PAINS, "settle_minutes", "wakes", "stiff_minutes",
    "areas", "clues",
)  # fmt: skip
CLIENT_FIELDS = (
    "birth_date", "places", "equipment", "minutes", "per_day", "days_per_week", "confidence", "breath_s", "train",
    "first", "phase_order", "extra_set", "floor", "sits_square", "elsewhere_name", "elsewhere_places",
    "elsewhere_equipment",
)  # fmt: skip
LISTS = ("places", "equipment", "areas", "clues", "elsewhere_places", "elsewhere_equipment")


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

    @classmethod
    def of(cls, complaint: models.Complaint) -> Story:
        """The story as it stands in the rows."""
        values: dict[str, Any] = {field: getattr(complaint, field) for field in COMPLAINT_FIELDS}
        values |= {field: getattr(complaint.client, field) for field in CLIENT_FIELDS}
        return cls(**{**values, **{name: tuple(values[name]) for name in LISTS}})


def save_story(
    actor: models.User, visit: models.Visit, revision: int, story: Story, *, person: int | None = None
) -> Saved:
    """Save a whole story on the revision it was made on, and on that of the person."""
    return act(actor, "enter-story", partial(read_again, visit), lambda r: _decide(actor, r, revision, story, person))


def _decide(actor: models.User, record: Record, revision: int, story: Story, person: int | None) -> Act[Saved]:
    check_story(story, record.today)
    before = Story.of(record.complaint)
    number = next_revision(record, "story", revision, asdict(before), asdict(story))
    moves = person_moves(record, "story", person, _person(before), _person(story))
    after = replace(record, complaint=_told(record.complaint, story))
    withheld = is_withheld_after(actor, record, after)

    def write() -> Saved:
        complaint = after.complaint
        complaint.sheet_withheld = withheld
        complaint.save(update_fields=[*COMPLAINT_FIELDS, "region", "sheet_withheld"])
        if moves:
            complaint.client.save(update_fields=list(CLIENT_FIELDS))
            move_person(after, actor)
        keep_revision(actor, record, "story", number)
        return Saved(number, after)

    details = {"visit": record.visit.number, **differing(asdict(before), asdict(story))}
    return Act(write, "save-story", lambda _: details)


def _told(complaint: models.Complaint, story: Story) -> models.Complaint:
    """The complaint and its client as the story tells them, not written yet."""
    told, client = copy(complaint), copy(complaint.client)
    told.client = client
    for row, names in ((told, COMPLAINT_FIELDS), (client, CLIENT_FIELDS)):
        for name in names:
            value = getattr(story, name)
            setattr(row, name, list(value) if isinstance(value, tuple) else value)
    told.region = _region(story)
    return told


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
    "extra_set": ("yes", "no"),
    "floor": ("", "alone", "chair", "no"),
    "sits_square": ("", "yes", "no"),
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
        ("places", PLACES), ("equipment", library.standins), ("areas", places), ("clues", clues),
        ("elsewhere_places", PLACES), ("elsewhere_equipment", library.standins),
    ):  # fmt: skip
        strange = [word for word in getattr(story, field) if word not in known]
        if strange:
            fields[field] = f"{', '.join(map(repr, strange))} is not known"
    if fields:
        raise FieldError(fields)
