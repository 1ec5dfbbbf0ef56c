"""Each break at work is a small session of its own, with its own log."""

from __future__ import annotations

import uuid
from typing import Any

import pytest

from easepath.api.views.home import session_lines
from easepath.api.views.home_sheet import HomeSheet, home_sheet
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.session_bounds import DrillDone, SessionDone
from easepath.clinic.errors import FieldError
from easepath.clinic.models import Complaint
from easepath.clinic.repository import read_complaint
from easepath.core.vocabulary import SIDE_WORDS, one_of
from easepath.standins.practice_life import live_through
from easepath.standins.practice_people import PEOPLE
from tests.conftest import TODAY, World


@pytest.fixture
def levi(world: World) -> Complaint:
    """A client whose program is done in breaks at work."""
    person, troubles = next((p, t) for p, t in PEOPLE if p.first_name == "Levi")
    return live_through(world.users["hanne"], person, troubles[:1], TODAY)[0]


def shown(complaint: Complaint) -> HomeSheet:
    return home_sheet(read_complaint(complaint.pk))


def told(complaint: Complaint, number: int = 0, **changes: Any) -> SessionDone:
    """A break as the phone tells it."""
    one = complaint.versions.get().desk[number]
    drills = tuple(
        DrillDone(
            drill=d["drill"], side=one_of(SIDE_WORDS, d["side"]), done_pct=100, during=1, symptom="pull", felt="target"
        )
        for d in one["drills"]
    )
    facts = {"id": uuid.uuid4(), "version": 1, "date": TODAY, "before": 1, "after": 1, "drills": drills}
    return SessionDone(**{**facts, "at_break": one["at"], **changes})  # type: ignore[arg-type]


def test_a_break_names_its_drills_and_is_told_with_the_side_it_had(levi: Complaint) -> None:
    before = shown(levi)
    record_session(levi, told(levi))
    after = shown(levi)
    at = levi.versions.get().desk[0]["at"]
    assert (before.breaks_done, after.breaks_done) == ((), (at,))
    assert after.days[-1].done == before.days[-1].done, "the session of the day is still due"
    assert not after.done_today
    newest = session_lines(read_complaint(levi.pk))[0]
    assert newest.at_break == at
    assert {row.drill for row in newest.drills} == {d["drill"] for d in levi.versions.get().desk[0]["drills"]}


def test_a_sign_at_a_break_pauses_as_anywhere(levi: Complaint) -> None:
    done = told(levi)
    first = done.drills[0]
    sign = DrillDone(drill=first.drill, side=first.side, done_pct=20, during=5, symptom="tingling", felt="target")
    record_session(levi, told(levi, drills=(sign, *done.drills[1:])))
    after = shown(levi)
    assert after.stopped_today
    assert next(one for one in after.drills if one.drill == first.drill).paused


FAULTS = {
    "a time that is no break": ({"at_break": "03:00"}, "at_break"),
    "one side of a drill, without a break": ({"at_break": ""}, "drills.0.side"),
}


@pytest.mark.parametrize(("changes", "field"), FAULTS.values(), ids=FAULTS.keys())
def test_what_cannot_be_a_break_names_its_field(levi: Complaint, changes: dict[str, Any], field: str) -> None:
    sided = next(n for n, one in enumerate(levi.versions.get().desk) if one["drills"][0]["side"] != "both")
    with pytest.raises(FieldError) as refused:
        record_session(levi, told(levi, sided, **changes))
    assert set(refused.value.fields) - {"drills.1.side"} == {field}
