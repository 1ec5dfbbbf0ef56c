"""The course of a complaint, and what its client says of the whole."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from easepath.api.auth import staff
from easepath.api.schemas.common import Problem
from easepath.api.schemas.outcomes import OutcomeAskedIn, outcome_given
from easepath.api.views.kept import KeptOut, kept_view
from easepath.api.views.outcomes import OutcomesOut, outcomes_view
from easepath.api.views.whole_course import PersonCourse, WholeCourse, person_course, whole_course
from easepath.clinic.actions.note_looks import note_opening
from easepath.clinic.actions.record_outcome import record_outcome
from easepath.clinic.errors import NotFoundError
from easepath.clinic.repository import read_complaint
from easepath.clinic.selectors.access import get_client, get_complaint

router = Router(tags=["course"])


@router.get("/complaints/{complaint}/course", response={200: WholeCourse, 404: Problem}, operation_id="read_course")
def read_course(request: HttpRequest, complaint: int) -> WholeCourse:
    """The course of a complaint: what was found, given and told at home, in time."""
    found = get_complaint(staff(request), complaint)
    note_opening(staff(request), found)
    return whole_course(read_complaint(found.pk))


@router.get("/clients/{client}/course", response={200: PersonCourse, 404: Problem}, operation_id="read_person_course")
def read_person_course(request: HttpRequest, client: int) -> PersonCourse:
    """Everything that happened to a person, whichever complaint it was about."""
    found = get_client(staff(request), client)
    for complaint in found.complaints.select_related("client__clinic")[:1]:
        note_opening(staff(request), complaint)
    return person_course(found)


@router.post(
    "/complaints/{complaint}/outcomes", response={200: OutcomesOut, 404: Problem, 422: Problem},
    operation_id="record_outcome",
)  # fmt: skip
def post_outcome(request: HttpRequest, complaint: int, payload: OutcomeAskedIn) -> OutcomesOut:
    """Keep what the client says of the whole, as it was asked in the room; sending it twice stores it once."""
    found = get_complaint(staff(request), complaint)
    record_outcome(staff(request), found, outcome_given(payload, payload.occasion))
    return outcomes_view(read_complaint(found.pk))


@router.get("/complaints/{complaint}/kept/{kept}", response={200: KeptOut, 404: Problem}, operation_id="read_kept")
def read_kept(request: HttpRequest, complaint: int, kept: int) -> KeptOut:
    """A decision as it stood: the facts of its day, what the rules told then, and what today's tell of them."""
    found = get_complaint(staff(request), complaint).kept_facts.filter(pk=kept).first()
    if found is None:
        raise NotFoundError("nothing was kept under this number for this complaint")
    return kept_view(found)
