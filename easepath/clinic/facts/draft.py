"""The ticked drills of a visit as the core composes them."""

from __future__ import annotations

from typing import cast

from easepath.clinic.facts.situation import stored_dose
from easepath.clinic.repository import Record
from easepath.core.compose import Chosen
from easepath.core.vocabulary import Place, SideWord


def draft_drills(record: Record) -> tuple[Chosen, ...]:
    """The draft as facts; where no step is chosen, the start dose of today."""
    start = record.assessment.screen.start_step()
    return tuple(
        Chosen(
            drill=row.drill,
            side=cast(SideWord, row.side),
            method=row.method or None,
            step=start if row.step is None else row.step,
            place=cast(Place, row.place) if row.place else None,
            dose=stored_dose(row.dose, kept=not row.own),
        )
        for row in record.draft
    )
