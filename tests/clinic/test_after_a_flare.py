"""After a flare that the clinic does not know of, the phone's table says what the clinic would: less of it, or rest."""

from __future__ import annotations

import datetime as dt
import uuid

import pytest

from easepath.api.views.home_sheet import home_sheet
from easepath.clinic import clock
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.save_draft import save_draft
from easepath.clinic.actions.session_bounds import DrillDone, SessionDone
from easepath.clinic.facts.draft import Ticked
from easepath.clinic.models import Complaint
from easepath.clinic.repository import read_complaint
from tests.conftest import TODAY, World

DRILLS = ("lunge-rock", "pelvic-tilt", "seated-squeeze")


@pytest.fixture
def tom(world: World) -> Complaint:
    """A client with three drills, just handed over."""
    hanne, visit = world.users["hanne"], world.visit("Tom")
    save_draft(hanne, visit, 0, tuple(Ticked(drill, "both") for drill in DRILLS))
    hand_over(hanne, visit)
    return visit.complaint


@pytest.mark.parametrize("drill", DRILLS)
def test_the_phone_and_the_clinic_come_back_from_rest_alike(tom: Complaint, drill: str) -> None:
    before = home_sheet(read_complaint(tom.pk))
    (row,) = [one for one in before.after_flare if one.drill == drill]
    planned = {one.drill: one for one in before.drills}
    flare_of(tom, drill)
    with clock.on(TODAY + dt.timedelta(days=3)):
        after = {one.drill: one for one in home_sheet(read_complaint(tom.pk)).drills}
    assert after[drill].paused == (not row.sides)
    if row.sides:
        assert after[drill].sides == row.sides
        assert sum(one.seconds for one in row.sides) < sum(one.seconds for one in planned[drill].sides)
    assert after[drill].at_home == row.line


def flare_of(complaint: Complaint, drill: str) -> None:
    """A session of today in which a drill flared."""
    version = complaint.versions.order_by("-number")[0]
    side = next(one.side for one in home_sheet(read_complaint(complaint.pk)).drills if one.drill == drill)
    done = DrillDone(drill=drill, side=side, done_pct=100, during=9, symptom="pull", felt="target")
    record_session(complaint, SessionDone(uuid.uuid4(), version.number, TODAY, 1, 1, (done,)))


def test_what_was_agreed_in_its_place_is_there_before_it_is_needed(tom: Complaint, world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Tom")
    save_draft(hanne, visit, 1, (Ticked("lunge-rock", "both", step=-1), Ticked("seated-squeeze", "both")))
    hand_over(hanne, visit)
    row = next(one for one in home_sheet(read_complaint(tom.pk)).after_flare if one.drill == "lunge-rock")
    assert row.instead is not None
    assert (row.instead.stands_for, row.sides) == ("lunge-rock", ())
    flare_of(tom, "lunge-rock")
    with clock.on(TODAY + dt.timedelta(days=3)):
        after = {one.drill: one for one in home_sheet(read_complaint(tom.pk)).drills}
    assert "lunge-rock" not in after
    then = after[row.instead.drill]
    assert (then.at_home, then.sides, then.picture) == (row.line, row.instead.sides, row.instead.picture)


def test_what_is_done_on_other_sides_rests_instead(tom: Complaint, world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Tom")
    agreed = {"ease": True, "up_to": None, "instead": "pelvic-tilt"}
    save_draft(hanne, visit, 1, (Ticked("lunge-rock", "both", step=-1, order=agreed),))
    hand_over(hanne, visit)
    (row,) = home_sheet(read_complaint(tom.pk)).after_flare
    assert (row.instead, row.sides) == (None, ())
    assert row.line.startswith("It rests")


def test_while_a_sheet_is_withheld_nothing_is_told_of_its_drills(tom: Complaint) -> None:
    Complaint.objects.filter(pk=tom.pk).update(sheet_withheld=True)
    assert home_sheet(read_complaint(tom.pk)).after_flare == ()
