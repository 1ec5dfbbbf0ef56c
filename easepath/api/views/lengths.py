"""The exact sessions for several lengths; lengths that give the same session are one entry that says so."""

from __future__ import annotations

from easepath.api.schemas.plan import TickedDrill
from easepath.clinic.repository import Record
from easepath.clinic.shown import View
from easepath.core.assessment import Assessment
from easepath.core.compose import Composed, compose


class UncoveredOut(View):
    """A need left uncovered, and why."""

    need: str
    reason: str


class LengthOption(View):
    """The exact session for some lengths; one that is not `proved` is the best of the sets that were looked at.

    `minutes` are the lengths that give it, the shortest first; `own` whether the client's own is one of them.
    """

    minutes: list[int]
    own: bool
    seconds: int
    drills: list[TickedDrill]
    uncovered: list[UncoveredOut]
    reason: str | None
    minutes_to_cover: float | None
    proved: bool


class LengthsOut(View):
    """Every length asked for, the shortest first, and whether a longer one would give nothing more."""

    lengths: list[LengthOption]
    all_needed: bool


LENGTHS = (7, 10, 12, 20)


def lengths_view(record: Record, more: int | None = None) -> LengthsOut:
    """The exact sessions side by side; `more` is a length the clinician asked for."""
    assessment, own = record.assessment, record.complaint.client.minutes
    asked = sorted({*LENGTHS, *([own] if own else []), *([more] if more else [])})
    found = [(minutes, compose(assessment.matcher, float(minutes))) for minutes in asked]
    options: list[LengthOption] = []
    for minutes, composed in found:
        same = options[-1] if options and options[-1].drills == _rows(composed) else None
        lengths = [*same.minutes, minutes] if same else [minutes]
        options = [*(options[:-1] if same else options), _option(assessment, lengths, own, composed)]
    return LengthsOut(lengths=options, all_needed=bool(options) and len(options[-1].minutes) > 1)


def _option(assessment: Assessment, minutes: list[int], own: int | None, found: Composed) -> LengthOption:
    """One exact session: its drills as a draft would hold them, and what it leaves uncovered."""
    library = assessment.library
    return LengthOption(
        minutes=minutes, own=own in minutes, seconds=found.time.total, drills=_rows(found),
        uncovered=[UncoveredOut(need=row.need, reason=row.reason.text(library)) for row in found.uncovered],
        reason=None if found.reason is None else found.reason.text(library),
        minutes_to_cover=found.minutes_to_cover, proved=found.proved,
    )  # fmt: skip


def _rows(found: Composed) -> list[TickedDrill]:
    return [TickedDrill(drill=one.drill.id, side=one.planned_side, place=one.place) for one in found.drills]
