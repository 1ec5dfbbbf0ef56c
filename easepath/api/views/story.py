"""What Story shows beside its fields: from which visit the answers come, and what the story points to."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import asdict

from easepath.api.schemas.story import StoryFields
from easepath.clinic.facts.story import Story
from easepath.clinic.repository import Record
from easepath.clinic.shown import View
from easepath.core.knowledge import shipped_library
from easepath.core.suggest import suggest


class StoryOut(View):
    """The story and its revision; `carried_from` is the day of the visit its answers come from."""

    revision: int
    person_revision: int
    story: StoryFields
    carried_from: str | None


class SuggestionOut(View):
    """A condition the story points to, with what gave its points and what else would."""

    id: str
    name: str
    points: float
    why: list[str]
    clues: list[str]


MOST_SUGGESTIONS = 6


def story_view(record: Record) -> StoryOut:
    """The story as it stands."""
    told = asdict(Story.of(record.complaint))
    lists = {name: list(value) for name, value in told.items() if isinstance(value, tuple)}
    story = StoryFields.model_validate({**told, **lists})
    return StoryOut(
        revision=record.revision_of("story"), person_revision=record.complaint.client.revision, story=story,
        carried_from=carried_from(record, "story"),
    )  # fmt: skip


def carried_from(record: Record, step: str) -> str | None:
    """The day of the earlier visit whose answers stand here still; None once this visit has saved its own."""
    visit = record.visit
    if visit.number == 1 or record.revision_of(step):
        return None
    before = visit.complaint.visits.filter(number__lt=visit.number).order_by("-number").first()
    return None if before is None else str(before.opened_at.date())


def suggestion_lines(
    words: str, areas: Collection[str], clues: Collection[str], told: Collection[str] = ()
) -> list[SuggestionOut]:
    """The strongest suggestions with what gave their points, and the clues that would say more."""
    library = shipped_library()
    known = [library.areas[a.partition(":")[0]] for a in areas if a.partition(":")[0] in library.areas]
    regions = {region for area in known for region in area.regions}
    ticked = [clue for word in told if word in library.told for clue in library.told[word].clues]
    return [
        SuggestionOut(
            id=s.condition.id, name=s.condition.name, points=s.points, why=list(s.why),
            clues=list(s.condition.clues),
        )
        for s in suggest(library, words, regions=regions, clues={*clues, *ticked})[:MOST_SUGGESTIONS]
    ]  # fmt: skip
