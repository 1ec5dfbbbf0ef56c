"""Plan: the session in sight, the lengths, every other drill, and what stands by hand."""

from __future__ import annotations

from typing import Annotated

from django.http import HttpRequest
from ninja import Router
from pydantic import Field

from easepath.api.auth import staff
from easepath.api.schemas.common import Problem, Revision
from easepath.api.schemas.plan import SavePlan, TickedDrill
from easepath.api.views.by_hand import ByHandOut, by_hand_view
from easepath.api.views.elsewhere import ElsewhereOut, elsewhere_view
from easepath.api.views.lengths import LengthsOut, lengths_view
from easepath.api.views.others import OthersOut, others_view
from easepath.api.views.plan import PlanOut, plan_view
from easepath.clinic.actions.save_draft import save_draft
from easepath.clinic.facts.draft import Ticked
from easepath.clinic.repository import read_visit
from easepath.clinic.selectors.access import get_visit
from easepath.core.facts import DrillGroup

router = Router(tags=["plan"])


@router.get("/visits/{visit}/plan", response=PlanOut, operation_id="read_plan")
def read_plan(request: HttpRequest, visit: int) -> PlanOut:
    """The draft of the session; one that nobody has touched is made for the client's minutes."""
    return plan_view(read_visit(staff(request), visit))


@router.get("/visits/{visit}/plan/lengths", response=LengthsOut, operation_id="read_lengths")
def read_lengths(
    request: HttpRequest, visit: int, minutes: Annotated[int | None, Field(ge=1, le=240)] = None
) -> LengthsOut:
    """The exact sessions for several lengths, and for one that is asked for."""
    return lengths_view(read_visit(staff(request), visit), minutes)


@router.get("/visits/{visit}/plan/others", response=OthersOut, operation_id="read_others")
def read_others(request: HttpRequest, visit: int) -> OthersOut:
    """Every drill of the library for this client, with why or why not."""
    return others_view(read_visit(staff(request), visit))


@router.get("/visits/{visit}/plan/by-hand", response=ByHandOut, operation_id="read_by_hand")
def read_by_hand(request: HttpRequest, visit: int) -> ByHandOut:
    """Why the rules would leave a drill of the draft out, and the standing order that is offered for each."""
    return by_hand_view(read_visit(staff(request), visit))


@router.get("/visits/{visit}/plan/elsewhere", response=ElsewhereOut, operation_id="read_elsewhere")
def read_elsewhere(request: HttpRequest, visit: int) -> ElsewhereOut:
    """The session at the second set of places, and what may be chosen there for each drill."""
    return elsewhere_view(read_visit(staff(request), visit))


def ticked_of(drill: TickedDrill) -> Ticked:
    """A row as it is saved; a dose without a part is none."""
    dose = drill.dose.model_dump(exclude_none=True) if drill.dose else {}
    manner = drill.manner.model_dump(mode="json", exclude_none=True) if drill.manner else {}
    there = drill.there.model_dump(mode="json", exclude_defaults=True) if drill.there else {}
    told = drill.dict(exclude={"dose"})
    told |= {"names": tuple(drill.names), "manner": manner or None, "there": there or None}
    return Ticked(**told, dose=dose, own=True) if dose else Ticked(**told)


@router.put("/visits/{visit}/plan", response={200: Revision, 409: Problem, 422: Problem}, operation_id="save_plan")
def put_plan(request: HttpRequest, visit: int, payload: SavePlan) -> Revision:
    """Save the drills of the sheet; what the rules refuse is refused with its reason."""
    ticked = tuple(ticked_of(drill) for drill in payload.drills)
    found = get_visit(staff(request), visit)
    groups = tuple(DrillGroup(drills=tuple(one.drills), rounds=one.rounds, order=one.order) for one in payload.groups)
    number = save_draft(
        staff(request), found, payload.revision, ticked, payload.stage, order=payload.order, groups=groups
    )  # fmt: skip
    return Revision(revision=number)
