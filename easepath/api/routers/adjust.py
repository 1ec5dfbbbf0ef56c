"""Adjust."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja import Router

from easepath.api.auth import staff
from easepath.api.schemas.adjust import ClosedReview, DecisionIn, GateWordIn, ReviewOut
from easepath.api.schemas.common import Problem
from easepath.clinic.actions.reviews import close_review, confirm_gate_word, decide_proposal, open_review
from easepath.clinic.selectors.access import get_proposal, get_review, get_visit
from easepath.clinic.selectors.review import review_view
from easepath.clinic.selectors.sessions import version_line

router = Router(tags=["adjust"])


@router.post("/visits/{visit}/review", response=ReviewOut, operation_id="open_review")
def post_review(request: HttpRequest, visit: int) -> dict[str, Any]:
    """Open or refresh the review of a visit with today's proposals."""
    return review_view(open_review(staff(request), get_visit(staff(request), visit)))


@router.post("/proposals/{proposal}", response={200: ReviewOut, 422: Problem}, operation_id="decide_proposal")
def post_decision(request: HttpRequest, proposal: int, payload: DecisionIn) -> dict[str, Any]:
    """Accept, change or refuse one proposal."""
    row = get_proposal(staff(request), proposal)
    changed = payload.changed_to.dict() if payload.changed_to else None
    decide_proposal(staff(request), row, decision=payload.decision, reason=payload.reason, changed_to=changed)
    return review_view(get_review(staff(request), row.review_id))


@router.post("/reviews/{review}/close", response={200: ClosedReview, 422: Problem}, operation_id="close_review")
def post_close(request: HttpRequest, review: int) -> dict[str, Any]:
    """Close a review into at most one new version."""
    version = close_review(staff(request), get_review(staff(request), review))
    return {"version": None if version is None else version_line(version)}


@router.post("/visits/{visit}/gate-words", response={200: ReviewOut, 422: Problem}, operation_id="confirm_gate_word")
def post_gate_word(request: HttpRequest, visit: int, payload: GateWordIn) -> dict[str, Any]:
    """Record that a clinician has seen what a gate asks for."""
    found = get_visit(staff(request), visit)
    confirm_gate_word(staff(request), found, payload.word, confirmed=payload.confirmed)
    return review_view(open_review(staff(request), get_visit(staff(request), visit)))
