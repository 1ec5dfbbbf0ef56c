"""The session at the second set of places, and what may be chosen there for each drill."""

from __future__ import annotations

from easepath.api.views.base import Named
from easepath.clinic.facts.draft import Draft
from easepath.clinic.repository import Record
from easepath.clinic.shown import View
from easepath.core.assessment import Assessment
from easepath.core.compose.elsewhere import SessionElsewhere, ThereRow, doable, places_for, put_there, replacements
from easepath.core.vocabulary import Place

MOST_OFFERED = 6


class ThereDrill(View):
    """A drill of the sheet there: `at` is where it is done, `instead` what stands in for it; neither: left out.

    `places` and `choices` are what may be chosen; a drill that cannot be done there itself has no places.
    """

    drill: str
    title: str
    at: Place | None
    instead: str
    instead_title: str
    places: list[Place]
    choices: list[Named]
    by_hand: bool


class ElsewhereOut(View):
    """The session there: how long it takes, what it needs, and row by row what is done; no row without such a place."""

    seconds: int
    over_minutes: bool
    have_ready: list[str]
    drills: list[ThereDrill]


def elsewhere_view(record: Record) -> ElsewhereOut:
    """The draft as it is done there."""
    assessment = record.assessment
    found = Draft.in_sight(record).elsewhere(assessment)
    if found is None or assessment.elsewhere is None:
        return ElsewhereOut(seconds=0, over_minutes=False, have_ready=[], drills=[])
    return ElsewhereOut(
        seconds=found.session.time.total, over_minutes=found.session.over_minutes,
        have_ready=list(found.session.have_ready),
        drills=[_row(assessment.elsewhere, found, row) for row in found.rows if not row.planned.rest],
    )  # fmt: skip


def _row(there: Assessment, found: SessionElsewhere, row: ThereRow) -> ThereDrill:
    library, matcher, planned, done = there.library, there.matcher, row.planned, row.done
    item = next((one for one in found.session.drills if done and one.drill.id == done.drill), None)
    beside = [one.planned for one in found.rows if not one.planned.rest] + [
        one.done for one in found.rows if one.done is not None and one is not row
    ]
    others = [one for one in replacements(matcher, planned, beside) if doable(matcher, put_there(planned, one))]
    return ThereDrill(
        drill=planned.drill, title=library.title(planned.drill), at=item.place if item else None,
        instead=done.drill if done and row.is_replaced else "",
        instead_title=library.title(done.drill) if done and row.is_replaced else "",
        places=list(places_for(matcher, planned)),
        choices=[Named(id=one.id, name=library.title(one.id)) for one in others[:MOST_OFFERED]],
        by_hand=planned.there is not None,
    )  # fmt: skip
