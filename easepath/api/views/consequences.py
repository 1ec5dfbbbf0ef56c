"""What the screen does to the drills, by cause, as the Screen step shows it."""

from __future__ import annotations

from easepath.clinic.repository import Record
from easepath.clinic.shown import View
from easepath.core.knowledge import Library
from easepath.core.screening.consequences import Consequence, Kind, Todo, consequences
from easepath.core.vocabulary import Verdict, VerdictWord


class PartOut(View):
    """One sentence of a cause, with the titles of the drills it speaks about."""

    verdict: VerdictWord
    text: str
    drills: list[str]


class ConsequenceOut(View):
    """What one cause does: how many drills it refuses, changes and cautions, and which of the sheet."""

    cause: str
    kind: Kind
    title: str
    todo: Todo | None
    refuses: int
    changes: int
    cautions: int
    on_sheet: list[str]
    parts: list[PartOut]


def consequences_view(record: Record) -> list[ConsequenceOut]:
    """Every cause, what can be acted on first; the sheet is the one in progress, or the running one where none is."""
    assessment = record.assessment
    library = assessment.library
    on_sheet = {row.drill for row in record.draft} or {row.drill for row in assessment.facts.plan.drills}
    found = consequences(assessment.screen, assessment.matcher.needed, on_sheet)
    return [_consequence(library, one) for one in found]


def _consequence(library: Library, one: Consequence) -> ConsequenceOut:
    return ConsequenceOut(
        cause=one.cause, kind=one.kind, title=_title(library, one), todo=one.todo,
        refuses=one.count(Verdict.EXCLUDE), changes=one.count(Verdict.MODIFY), cautions=one.count(Verdict.CAUTION),
        on_sheet=[library.title(drill) for drill in one.on_sheet],
        parts=[
            PartOut(verdict=part.verdict.word, text=part.text, drills=sorted(map(library.title, part.drills)))
            for part in one.parts
        ],
    )  # fmt: skip


def _title(library: Library, one: Consequence) -> str:
    """A factor by its name, a movement with its side, anything else by what it says."""
    what, _, rest = one.cause.partition(":")
    if what == "factor":
        return library.factors[rest].name
    if what == "movement":
        movement, _, side = rest.rpartition(":")
        named = f"{movement}, {'both sides' if side == 'both' else side}"
        return f"{named[:1].upper()}{named[1:]}{': not measured' if one.todo == 'measure' else ''}"
    text = one.parts[0].text
    return text[:1].upper() + text[1:]
