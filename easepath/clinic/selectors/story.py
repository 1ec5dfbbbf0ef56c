"""What Story shows beside its fields: from which visit the answers come, and what the story points to."""

from __future__ import annotations

from collections.abc import Collection
from typing import Any

from easepath.clinic.repository import Record
from easepath.core.knowledge import shipped_library
from easepath.core.suggest import suggest

MOST_SUGGESTIONS = 6


def carried_from(record: Record, step: str) -> str | None:
    """The day of the earlier visit whose answers stand here still; None once this visit has saved its own."""
    visit = record.visit
    if visit.number == 1 or record.revision_of(step):
        return None
    before = visit.complaint.visits.filter(number__lt=visit.number).order_by("-number").first()
    return None if before is None else str(before.opened_at.date())


def suggestion_lines(words: str, areas: Collection[str], clues: Collection[str]) -> list[dict[str, Any]]:
    """The strongest suggestions with what gave their points, and the clues that would say more."""
    library = shipped_library()
    known = [library.areas[a.partition(":")[0]] for a in areas if a.partition(":")[0] in library.areas]
    regions = {region for area in known for region in area.regions}
    return [
        {
            "id": s.condition.id, "name": s.condition.name, "points": s.points, "why": list(s.why),
            "clues": list(s.condition.clues),
        }
        for s in suggest(library, words, regions=regions, clues=clues)[:MOST_SUGGESTIONS]
    ]  # fmt: skip
