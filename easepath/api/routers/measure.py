"""Measure and Try."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from easepath.api.auth import staff
from easepath.api.schemas.common import Problem
from easepath.api.schemas.measure import SaveMeasure
from easepath.api.schemas.tryout import SaveTryouts
from easepath.api.views.measure import MeasureOut, measure_view
from easepath.api.views.tryout import TryOut, tryout_view
from easepath.clinic.actions.save_measure import GoalEntry, Measuring, SittingEntry, save_measure
from easepath.clinic.actions.save_tryouts import Trying, TryoutEntry, save_tryouts
from easepath.clinic.repository import read_visit
from easepath.clinic.selectors.access import get_visit

router = Router(tags=["measure"])


@router.get("/visits/{visit}/measure", response=MeasureOut, operation_id="read_measure")
def read_measure(request: HttpRequest, visit: int, added: str = "") -> MeasureOut:
    """The bench; `added` names further measures, joined by commas."""
    return measure_view(read_visit(staff(request), visit), filter(None, added.split(",")))


@router.put(
    "/visits/{visit}/measure", response={200: MeasureOut, 409: Problem, 422: Problem}, operation_id="save_measure"
)
def put_measure(request: HttpRequest, visit: int, payload: SaveMeasure, added: str = "") -> MeasureOut:
    """Save readings, observations and goals; returns what they now tell."""
    measuring = Measuring(
        tuple(SittingEntry(s.measure, s.side, tuple(s.trials), s.state, s.instrument) for s in payload.sittings),
        tuple(payload.observed),
        tuple(GoalEntry(g.measure, g.side, g.value) for g in payload.goals),
    )
    saved = save_measure(staff(request), get_visit(staff(request), visit), payload.revision, measuring)
    return measure_view(saved.after, filter(None, added.split(",")), saved.revision)


@router.get("/visits/{visit}/tryouts", response=TryOut, operation_id="read_tryouts")
def read_tryouts(request: HttpRequest, visit: int) -> TryOut:
    """Drills to try, and what was tried."""
    return tryout_view(read_visit(staff(request), visit))


@router.put("/visits/{visit}/tryouts", response={200: TryOut, 409: Problem, 422: Problem}, operation_id="save_tryouts")
def put_tryouts(request: HttpRequest, visit: int, payload: SaveTryouts) -> TryOut:
    """Save what was tried; returns the gains."""
    rows = tuple(
        TryoutEntry(
            t.drill, t.side, t.measure, tuple(t.before), tuple(t.after), t.symptom, tuple(t.faults), t.brought_back
        )
        for t in payload.tryouts
    )
    found = get_visit(staff(request), visit)
    saved = save_tryouts(staff(request), found, payload.revision, Trying(rows, payload.test_movement))
    return tryout_view(saved.after, saved.revision)
