"""A hold that lasts until it lets go: ticked in Plan, kept on the sheet, and the seconds held told with the session."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Any

import pytest
from pydantic import ValidationError

from easepath.api.views.home import session_lines
from easepath.clinic import clock
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.save_draft import save_draft
from easepath.clinic.actions.session_bounds import DrillDone, SessionDone
from easepath.clinic.errors import FieldError
from easepath.clinic.facts.draft import Ticked
from easepath.clinic.models import PlanVersion
from easepath.clinic.repository import read_complaint
from easepath.clinic.selectors.access import get_visit
from easepath.clinic.sheet import sheet_of
from tests.conftest import TODAY, World

HOLD, SQUEEZE = "half-kneel-reach", "seated-squeeze"


def planned(world: World, drill: str = HOLD, **changes: Any) -> PlanVersion:
    hanne, visit = world.users["hanne"], world.visit("Tom")
    save_draft(hanne, visit, 0, (Ticked(drill, "both", reason="it needs its own time", **changes),))
    return hand_over(hanne, get_visit(hanne, visit.pk))[0]


def test_what_is_ticked_stands_on_the_sheet_and_begins_no_dose_anew(world: World) -> None:
    usual = planned(world)
    assert all(side.eases is None for side in sheet_of(usual).drills[0].sides)
    with clock.on(TODAY + dt.timedelta(days=3)):
        waits = planned(world, manner={"until_eases": True})
        for side in sheet_of(waits).drills[0].sides:
            assert side.eases is not None
            assert (side.eases.least, side.eases.most) == (side.dose["hold_s"], 60)
    assert waits.drills.get().since == usual.drills.get().since
    assert waits.seconds == usual.seconds


def test_a_method_that_holds_for_its_own_time_is_refused_at_its_field(world: World) -> None:
    with pytest.raises(FieldError) as caught:
        planned(world, drill=SQUEEZE, manner={"until_eases": True})
    assert list(caught.value.fields) == ["drills.0.manner.until_eases"]


def test_the_seconds_held_are_kept_with_the_session(world: World) -> None:
    version = planned(world, manner={"until_eases": True})
    side: Any = version.drills.get().side
    done = DrillDone(drill=HOLD, side=side, done_pct=100, during=1, symptom="pull", felt="target", held="34 60")
    record_session(version.complaint, SessionDone(uuid.uuid4(), version.number, TODAY, 1, 1, (done,)))
    assert [row.held for row in session_lines(read_complaint(version.complaint_id))[0].drills] == ["34 60"]


@pytest.mark.parametrize("held", ["1234", "30,40", "30  40", " 30", "-3", "30 " * 60])
def test_what_is_no_row_of_seconds_is_refused(held: str) -> None:
    with pytest.raises(ValidationError, match="held"):
        DrillDone(drill=HOLD, side="both", held=held)
