"""Adjust."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from easepath.api.auth import staff
from easepath.api.schemas.adjust import CloseIn, DecisionIn, GateWordIn
from easepath.api.schemas.common import Problem
from easepath.api.views.adjust import ClosedReview, ReviewOut, review_view
from easepath.api.views.home import version_line
from easepath.clinic.actions.close_review import close_review
from easepath.clinic.actions.confirm_gate_word import confirm_gate_word
from easepath.clinic.actions.decide_proposal import decide_proposal
from easepath.clinic.repository import read_visit
from easepath.clinic.selectors.access import get_visit

router = Router(tags=["adjust"])


@router.get("/visits/{visit}/review", response={200: ReviewOut, 404: Problem}, operation_id="read_review")
def read_review(request: HttpRequest, visit: int) -> ReviewOut:
    """Today's proposals for the running version, with what was decided so far."""
    return review_view(read_visit(staff(request), visit))


@router.post("/visits/{visit}/decisions", response={200: ReviewOut, 422: Problem}, operation_id="decide_proposal")
def post_decision(request: HttpRequest, visit: int, payload: DecisionIn) -> ReviewOut:
    """Accept, change, refuse or open again one proposal."""
    changed = payload.changed_to.dict() if payload.changed_to else None
    record = decide_proposal(
        staff(request), get_visit(staff(request), visit), payload.key,
        decision=payload.decision, reason=payload.reason, changed_to=changed, tried=payload.tried,
    )  # fmt: skip
    return review_view(record)


@router.post("/visits/{visit}/review/close", response={200: ClosedReview, 422: Problem}, operation_id="close_review")
def post_close(request: HttpRequest, visit: int, payload: CloseIn) -> ClosedReview:
    """Close the review of a version into at most one new version, which the client sees from then on."""
    version = close_review(staff(request), get_visit(staff(request), visit), payload.version)
    return ClosedReview(version=None if version is None else version_line(version, version.size))


@router.post("/visits/{visit}/gate-words", response={200: ReviewOut, 422: Problem}, operation_id="confirm_gate_word")
def post_gate_word(request: HttpRequest, visit: int, payload: GateWordIn) -> ReviewOut:
    """Record that a clinician has seen what a gate asks for."""
    found = get_visit(staff(request), visit)
    confirm_gate_word(staff(request), found, payload.word, confirmed=payload.confirmed)
    return review_view(read_visit(staff(request), visit))
