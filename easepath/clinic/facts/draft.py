"""The session in progress of a visit: its drills in order, their groups, and as the core composes them."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, cast

from easepath.clinic.facts.situation import stored_dose, stored_groups
from easepath.clinic.repository import Record
from easepath.core.assessment import Assessment
from easepath.core.compose import Chosen
from easepath.core.compose.session import ORDERS, Order
from easepath.core.facts import DrillGroup, PlannedDrill, StandingOrder
from easepath.core.vocabulary import Place, SideWord, one_of


@dataclass(frozen=True)
class Ticked:
    """One drill put on the sheet; an empty method and a None step leave the choice to the rules.

    A dose wins over its step; one that is `own` was set by hand, in the parts that were set. A `rest` returns between
    others, `order` is what may change at home, and `reason` why it stands there where the rules would leave it out.
    """

    drill: str
    side: str
    method: str = ""
    step: int | None = None
    place: str = ""
    dose: dict[str, Any] | None = None
    own: bool = False
    rest: bool = False
    order: dict[str, Any] | None = None
    reason: str = ""

    def as_data(self) -> dict[str, Any]:
        """The row as it was chosen: a dose is told where it was set by hand, a choice where it was made."""
        told = {name: value for name, value in vars(self).items() if name not in ("dose", "own", "rest", "order")}
        by_hand = {"dose": self.dose if self.own else None, "rest": self.rest, "order": self.order}
        return told | {name: value for name, value in by_hand.items() if value}


@dataclass(frozen=True)
class Draft:
    """The drills of a visit in order, the stage, who orders them, and which are played in rounds."""

    ticked: tuple[Ticked, ...]
    stage: int | None = None
    order: Order = "rules"
    groups: tuple[DrillGroup, ...] = ()

    @classmethod
    def of(cls, record: Record) -> Draft:
        """The draft as it stands in the rows."""
        ticked = tuple(
            Ticked(
                r.drill, r.side, r.method, r.step, r.place, r.dose if r.own else None, r.own, r.rest, r.order, r.reason
            )
            for r in record.draft
        )
        return cls(ticked, record.complaint.stage, one_of(ORDERS, record.visit.order), draft_groups(record))

    def as_data(self) -> dict[str, Any]:
        """Plain data for a conflict message and the audit row."""
        groups = [group.model_dump(mode="json") for group in self.groups]
        told = {"drills": [one.as_data() for one in self.ticked], "stage": self.stage, "order": self.order}
        return told | {"groups": groups} if groups else told


def draft_groups(record: Record) -> tuple[DrillGroup, ...]:
    """The groups of a visit's draft."""
    return stored_groups(record.visit.groups)


def stored_order(row: dict[str, Any] | None) -> StandingOrder | None:
    """A stored standing order as a fact; None where nothing was agreed."""
    return None if row is None else StandingOrder.model_validate(row, strict=False)


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
            rest=row.rest,
            order=stored_order(row.order),
            reason=row.reason,
        )
        for row in record.draft
    )


def drafted(record: Record) -> Assessment:
    """The complaint as if its draft were the running plan: what a standing order would offer, what stands by hand.

    A step that is the rules' choice counts as the ladder's first: neither of the two looks at it.
    """
    rows = []
    for row in record.draft:
        dose = stored_dose(row.dose, kept=not row.own)
        rows.append(PlannedDrill(
            drill=row.drill, side=cast(SideWord, row.side), method=row.method or None, step=row.step or 0,
            rest=row.rest, order=stored_order(row.order), dose=None if dose is None else dose.dose, kept=dose is not None and dose.kept,
        ))  # fmt: skip
    return record.assessment.with_plan(tuple(rows), draft_groups(record))
