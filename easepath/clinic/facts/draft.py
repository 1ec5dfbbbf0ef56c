"""The session in progress of a visit: its drills in order, their groups, and as the core composes them."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Any, TypeVar

from easepath.clinic import models
from easepath.clinic.facts.situation import dose_facts, stored_dose, stored_groups
from easepath.clinic.repository import Record
from easepath.clinic.rows import DraftRow
from easepath.core.adjust.standing_order import offered_orders
from easepath.core.adjust.view import Context
from easepath.core.assessment import Assessment
from easepath.core.compose import Chosen, Session, assemble, compose
from easepath.core.compose.elsewhere import SessionElsewhere, session_elsewhere
from easepath.core.compose.session import ORDERS, Order
from easepath.core.errors import CaseError
from easepath.core.facts import DrillGroup, Fact, Manner, PlannedDrill, StandingOrder, There
from easepath.core.facts.checks import check_own_dose
from easepath.core.knowledge import shipped_library
from easepath.core.vocabulary import one_of, place_word, side_word

CHOSEN = ("dose", "own", "rest", "order", "names", "manner", "there")
"""What is told of a row only where it was chosen."""


@dataclass(frozen=True)
class Ticked:
    """One drill put on the sheet; an empty method and a None step leave the choice to the rules.

    A dose wins over its step; one that is `own` was set by hand, in the parts that were set. A `rest` returns between
    others, `order` is what may change at home, `reason` why it stands there where the rules would leave it out,
    `names` are its directions in the clinician's words, `manner` is what was set by hand beyond its dose, and `there`
    how it is done at the second set of places.
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
    names: tuple[str, ...] = ()
    manner: dict[str, Any] | None = None
    there: dict[str, Any] | None = None

    @classmethod
    def of(cls, row: DraftRow | models.PlanDrill, *, own: bool = False) -> Ticked:
        """A stored row of a draft or of a version; the dose of a version was handed over whole."""
        return cls(
            row.drill, row.side, row.method, row.step, row.place, row.dose, own, row.rest, row.order, row.reason,
            tuple(row.names), row.manner, row.there,
        )  # fmt: skip

    def chosen(self, start: int) -> Chosen:
        """The row as the core composes it; where no step is chosen, `start`."""
        return Chosen(
            drill=self.drill,
            side=side_word(self.side),
            method=self.method or None,
            step=start if self.step is None else self.step,
            place=place_word(self.place) if self.place else None,
            dose=stored_dose(self.dose, kept=not self.own),
            rest=self.rest,
            order=stored(StandingOrder, self.order),
            reason=self.reason,
            names=self.names,
            manner=stored(Manner, self.manner),
            there=stored(There, self.there),
        )

    def dose_fault(self, dose: dict[str, Any]) -> CaseError | None:
        """What is wrong with a dose set by hand for this drill, at its part; None where nothing is."""
        library = shipped_library()
        method = self.method if self.method in library.drills[self.drill].methods else None
        try:
            check_own_dose(library, "dose", PlannedDrill(drill=self.drill, method=method), dose_facts(dose))
        except CaseError as fault:
            return fault
        return None

    def without_lift(self) -> Ticked:
        """The row with its effort cap as the condition and the factors say."""
        left = {name: value for name, value in (self.manner or {}).items() if name != "cap_lift"}
        return replace(self, manner=left or None)

    def as_data(self) -> dict[str, Any]:
        """The row as it was chosen: a dose is told where it was set by hand, a choice where it was made."""
        told = {name: value for name, value in vars(self).items() if name not in CHOSEN}
        by_hand = {
            "dose": self.dose if self.own else None,
            "rest": self.rest,
            "order": self.order,
            "names": list(self.names),
            "manner": self.manner,
            "there": self.there,
        }
        return told | {name: value for name, value in by_hand.items() if value}


@dataclass(frozen=True)
class Draft:
    """The drills of a visit in order, the stage, who orders them, and which are played in rounds.

    One that was `made` is what the rules compose for the client's minutes: nobody has touched it yet.
    """

    ticked: tuple[Ticked, ...]
    stage: int | None = None
    order: Order = "rules"
    groups: tuple[DrillGroup, ...] = ()
    made: bool = False

    @classmethod
    def of(cls, record: Record) -> Draft:
        """The draft as it stands in the rows."""
        ticked = tuple(Ticked.of(row, own=row.own) for row in record.draft)
        groups = stored_groups(record.visit.groups)
        return cls(ticked, record.complaint.stage, one_of(ORDERS, record.visit.order), groups)

    @classmethod
    def of_running(cls, version: models.PlanVersion | None) -> Draft:
        """What a visit begins with: the running version, nothing without one."""
        return cls(()) if version is None else cls.of_version(version)

    @classmethod
    def of_version(cls, version: models.PlanVersion) -> Draft:
        """The drills of a version as they would go on."""
        ticked = tuple(Ticked.of(row) for row in version.drills.all())
        return cls(ticked, None, one_of(ORDERS, version.order), stored_groups(version.groups))

    @classmethod
    def in_sight(cls, record: Record) -> Draft:
        """The draft; one that is empty and the rules' to order is the session they make, as long as no plan runs."""
        stands = cls.of(record)
        if stands.ticked or stands.order != "rules" or record.version is not None:
            return stands.as_in_force(record.assessment)
        found = compose(record.assessment.matcher, made_minutes(record))
        ticked = tuple(Ticked(item.drill.id, item.planned_side, place=item.place) for item in found.drills)
        return replace(stands, ticked=ticked, order="phases", made=True)

    def as_in_force(self, assessment: Assessment) -> Draft:
        """The draft without a lifted effort cap that fell back at a stirred or flared session."""
        lifted = [one.drill for one in self.ticked if (one.manner or {}).get("cap_lift")]
        fallen = assessment.review.fallen_lifts if lifted else frozenset[str]()
        if fallen.isdisjoint(lifted):
            return self
        return replace(self, ticked=tuple(one.without_lift() if one.drill in fallen else one for one in self.ticked))

    def as_data(self) -> dict[str, Any]:
        """Plain data for a conflict message and the audit row."""
        groups = [group.model_dump(mode="json") for group in self.groups]
        told = {"drills": [one.as_data() for one in self.ticked], "stage": self.stage, "order": self.order}
        return told | {"groups": groups} if groups else told

    def chosen(self, start: int) -> tuple[Chosen, ...]:
        """Its drills as the core composes them; where no step is chosen, the start dose of today."""
        return tuple(one.chosen(start) for one in self.ticked)

    def session(self, assessment: Assessment) -> Session:
        """The draft as a session."""
        chosen = self.as_in_force(assessment).chosen(assessment.screen.start_step())
        return assemble(assessment.matcher, chosen, self.groups, order=self.order)

    def elsewhere(self, assessment: Assessment) -> SessionElsewhere | None:
        """The draft at the second set of places; None without one."""
        there = assessment.elsewhere
        if there is None:
            return None
        chosen = self.as_in_force(assessment).chosen(assessment.screen.start_step())
        return session_elsewhere(there.matcher, chosen, self.groups, order=self.order)

    def as_plan(self, assessment: Assessment) -> Assessment:
        """The complaint as if the draft were the running plan: what would be offered for home, what stands by hand.

        A step that is the rules' choice counts as the ladder's first: neither of the two looks at it.
        """
        rows = tuple(
            PlannedDrill(
                drill=one.drill, side=one.side, method=one.method, step=one.step or 0, rest=one.rest, order=one.order,
                dose=None if one.dose is None else one.dose.dose, kept=one.dose is not None and one.dose.kept,
            )
            for one in self.chosen(0)
        )  # fmt: skip
        return assessment.with_plan(rows, self.groups)


def with_offered_orders(draft: Draft, assessment: Assessment) -> Draft:
    """The draft with the standing order that is offered wherever none was chosen; a drill that returns has none."""
    if all(one.rest or one.order is not None for one in draft.ticked):
        return draft
    planned = draft.as_plan(assessment)
    offered = offered_orders(Context(planned.matcher, planned.log))
    filled = (
        one if one.rest or one.order is not None or one.drill not in offered
        else replace(one, order=offered[one.drill].model_dump(mode="json"))
        for one in draft.ticked
    )  # fmt: skip
    return replace(draft, ticked=tuple(filled))


MADE_MINUTES = 12.0
"""The length of a session that is made while nobody knows the client's minutes."""


def made_minutes(record: Record) -> float:
    """The minutes a session is made for."""
    return float(record.complaint.client.minutes or MADE_MINUTES)


F = TypeVar("F", bound=Fact)


def stored(kind: type[F], row: dict[str, Any] | None) -> F | None:
    """What was chosen for a row, as a fact; None where nothing was."""
    return None if row is None else kind.model_validate(row, strict=False)
