"""Match."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from easepath.api.auth import staff
from easepath.api.schemas.common import Problem, Revision
from easepath.api.schemas.match import SaveMatch, TickedDrill
from easepath.api.views.by_hand import ByHandOut, by_hand_view
from easepath.api.views.match import MatchOut, match_view
from easepath.clinic.actions.save_draft import save_draft
from easepath.clinic.facts.draft import Ticked
from easepath.clinic.repository import read_visit
from easepath.clinic.selectors.access import get_visit
from easepath.core.facts import DrillGroup

router = Router(tags=["match"])


@router.get("/visits/{visit}/match", response=MatchOut, operation_id="read_match")
def read_match(request: HttpRequest, visit: int) -> MatchOut:
    """The ranking, the needs, and what was left out."""
    return match_view(read_visit(staff(request), visit))


@router.get("/visits/{visit}/by-hand", response=ByHandOut, operation_id="read_by_hand")
def read_by_hand(request: HttpRequest, visit: int) -> ByHandOut:
    """Why the rules would leave a drill of the draft out, and the standing order that is offered for each."""
    return by_hand_view(read_visit(staff(request), visit))


def ticked_of(drill: TickedDrill) -> Ticked:
    """A ticked drill as it is saved; a dose without a part is none."""
    dose = drill.dose.dict(exclude_none=True) if drill.dose else {}
    told = drill.dict(exclude={"dose"})
    return Ticked(**told, dose=dose, own=True) if dose else Ticked(**told)


@router.put("/visits/{visit}/match", response={200: Revision, 409: Problem, 422: Problem}, operation_id="save_match")
def put_match(request: HttpRequest, visit: int, payload: SaveMatch) -> Revision:
    """Save the ticked drills; what the rules refuse is refused with its reason."""
    ticked = tuple(ticked_of(drill) for drill in payload.drills)
    found = get_visit(staff(request), visit)
    groups = tuple(DrillGroup(drills=tuple(one.drills), rounds=one.rounds, order=one.order) for one in payload.groups)
    number = save_draft(
        staff(request), found, payload.revision, ticked, payload.stage, order=payload.order, groups=groups
    )  # fmt: skip
    return Revision(revision=number)
