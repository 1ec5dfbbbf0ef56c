"""What a client checks of a drill's landmark with the hand, without an instrument, is kept beside the drill."""

from __future__ import annotations

import uuid
from typing import Any

import pytest

from easepath.api.views.home import session_lines
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.save_draft import save_draft
from easepath.clinic.actions.session_bounds import DrillDone, SessionDone
from easepath.clinic.errors import FieldError
from easepath.clinic.facts.draft import Ticked
from easepath.clinic.models import Complaint
from easepath.clinic.repository import read_complaint
from easepath.clinic.sheet import sheet_of
from tests.conftest import TODAY, World

WITH, WITHOUT = "lunge-rock", "pelvic-tilt"


@pytest.fixture
def tom(world: World) -> Complaint:
    """A client with a drill that has a landmark, and one without."""
    hanne, visit = world.users["hanne"], world.visit("Tom")
    save_draft(hanne, visit, 0, (Ticked(WITH, "left"), Ticked(WITHOUT, "both")))
    hand_over(hanne, visit)
    return visit.complaint


def tell(complaint: Complaint, drill: str, side: Any, **mark: Any) -> None:
    done = DrillDone(drill=drill, side=side, done_pct=100, during=1, symptom="pull", felt="target", **mark)
    version = complaint.versions.order_by("-number")[0]
    record_session(complaint, SessionDone(uuid.uuid4(), version.number, TODAY, 1, 1, (done,)))


def test_the_sheet_says_what_is_checked_and_respond_what_was_found(tom: Complaint) -> None:
    sheet = sheet_of(tom.versions.order_by("-number")[0])
    marks = {one.drill: one.mark and (one.mark.what, one.mark.unit) for one in sheet.drills}
    assert marks == {WITH: ("elbow to floor", "hands"), WITHOUT: None}
    tell(tom, WITH, "left", mark=2, mark_side="left")
    tell(tom, WITH, "left")
    told = [row.marked for line in session_lines(read_complaint(tom.pk))[:2] for row in line.drills]
    assert told == ["", "elbow to floor: 2 hands, left"]


FAULTS = {
    "a drill without a landmark": (WITHOUT, "both", 2, "drills.0.mark"),
}


@pytest.mark.parametrize(("drill", "side", "mark", "field"), FAULTS.values(), ids=FAULTS.keys())
def test_what_cannot_be_checked_names_its_field(tom: Complaint, drill: str, side: str, mark: float, field: str) -> None:
    with pytest.raises(FieldError) as refused:
        tell(tom, drill, side, mark=mark)
    assert list(refused.value.fields) == [field]
    with pytest.raises(ValueError, match="mark"):
        tell(tom, WITH, "left", mark=31)
