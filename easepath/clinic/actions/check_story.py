"""What a story may hold: every field that cannot be is named."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator

from easepath.clinic.actions.open_client import birth_date_fault
from easepath.clinic.errors import FieldError
from easepath.clinic.facts.story import PAINS, Story
from easepath.core.knowledge import shipped_library
from easepath.core.screening.spoken import NUMB
from easepath.core.vocabulary import PLACES

LIMITS = {
    **dict.fromkeys(PAINS, (0, 10)),
    "minutes": (1, 240),
    "per_day": (1, 12),
    "days_per_week": (1, 7),
    "settle_minutes": (0, 100_000),
    "stiff_minutes": (0, 720),
    "breath_s": (1, 30),
}
KINDS_OF_SYMPTOM = ("pain", NUMB, "stiff")
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
    fields: dict[str, str] = {}
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
    fields |= _strange_words(story)
    if fields:
        raise FieldError(fields)


def _strange_words(story: Story) -> Iterator[tuple[str, str]]:
    """The lists that hold what this product does not know, and what cannot be at once."""
    library = shipped_library()
    places = {f"{area}:{side}" for area in library.areas for side in ("left", "right")}
    for field, known in (
        ("places", PLACES), ("equipment", library.standins), ("areas", places), ("clues", library.clues),
        ("ticked", library.told), ("elsewhere_places", PLACES), ("elsewhere_equipment", library.standins),
    ):  # fmt: skip
        strange = [word for word in getattr(story, field) if word not in known]
        if strange:
            yield field, f"{', '.join(map(repr, strange))} is not known"
    kinds = [kind for area, felt in story.kinds.items() for kind in (area, *felt)]
    strange = [word for word in kinds if word not in (*story.areas, *KINDS_OF_SYMPTOM)]
    if strange:
        yield "kinds", f"{', '.join(map(repr, strange))} is no marked place and nothing that is felt at one"
    if sum(library.told[word].asked == "day" for word in story.ticked if word in library.told) > 1:
        yield "ticked", "names one course of the day"
