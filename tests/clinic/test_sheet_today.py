"""The sheet as it is done today: what the standing orders changed is laid over the version, with its sentence."""

from __future__ import annotations

import datetime as dt

import pytest

from easepath.api.views.home_sheet import HomeSheet, home_sheet
from easepath.clinic import clock
from easepath.clinic.actions.record_morning import MorningDone, record_morning
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.session_bounds import DrillDone
from easepath.clinic.errors import FieldError
from easepath.clinic.repository import read_complaint
from tests.clinic.test_walk import done, fresh
from tests.conftest import TODAY, World


def day(after: int) -> dt.date:
    return TODAY + dt.timedelta(days=after)


def sheet(world: World, on: dt.date) -> HomeSheet:
    with clock.on(on):
        return home_sheet(read_complaint(fresh(world, "Marta").pk))


def tell(world: World, on: dt.date, drill: str, during: int, id_morning: str) -> None:
    """A session on a day with one drill at a pain, and a calm morning after it."""
    complaint = fresh(world, "Marta")
    with clock.on(on + dt.timedelta(days=1)):
        calm = done(complaint, on)
        drills = tuple(
            DrillDone(**{**vars(one), "during": during}) if one.drill == drill else one for one in calm.drills
        )
        session = record_session(complaint, done(complaint, on, drills=drills))
        record_morning(complaint, MorningDone(id=id_morning, session=session.pk, pain=1))  # type: ignore[arg-type]


M1, M2 = "0" * 8 + "-0000-4000-8000-" + "0" * 12, "0" * 8 + "-0000-4000-8000-" + "1" * 12


def test_a_drill_that_flared_rests_two_days_and_comes_back_with_less(world: World) -> None:
    as_handed_over = {one.drill: one for one in sheet(world, TODAY).drills}
    tell(world, TODAY, "lunge-rock", 9, M1)
    resting = {one.drill: one for one in sheet(world, day(2)).drills}
    assert resting["lunge-rock"].paused
    assert (
        resting["lunge-rock"].at_home == "It rests, because it was too much last time. Rest days are part of the plan."
    )
    eased = sheet(world, day(3))
    rock = next(one for one in eased.drills if one.drill == "lunge-rock")
    assert (rock.paused, rock.at_home) == (False, "Less of it from today, because it was too much last time.")
    assert rock.sides[0].words != as_handed_over["lunge-rock"].sides[0].words
    assert rock.sides[0].seconds < as_handed_over["lunge-rock"].sides[0].seconds
    assert sum(one.seconds for one in eased.timeline) == pytest.approx(eased.seconds, abs=1)
    others = {one.drill: one.sides for one in eased.drills if one.drill != "lunge-rock"}
    assert others == {name: one.sides for name, one in as_handed_over.items() if name != "lunge-rock"}


def test_what_was_agreed_takes_the_place_of_a_drill_that_flared_again_and_is_told_as_done(world: World) -> None:
    complaint = fresh(world, "Marta")
    rows = complaint.versions.get().drills.exclude(order__instead=None)
    row = next(row for row in rows if row.order is not None)
    for after, morning in ((0, M1), (3, M2)):
        tell(world, day(after), row.drill, 9, morning)
    today = sheet(world, day(6))
    stand_in = next(one for one in today.drills if one.stands_for == row.drill)
    assert stand_in.drill == row.order["instead"]
    assert row.drill not in [one.drill for one in today.drills]
    assert stand_in.at_home == f"In place of {row.prescription['title']}, which was too much last time."
    with clock.on(day(6)):
        drills = (DrillDone(stand_in.drill, stand_in.side, 100, 1, "pull", "target"),)
        stored = record_session(complaint, done(complaint, day(6), drills=drills))
    assert stored.drills.get().stands_for == row.drill


def test_what_was_not_agreed_is_not_taken(world: World) -> None:
    complaint = fresh(world, "Marta")
    with pytest.raises(FieldError):
        record_session(complaint, done(complaint, TODAY, drills=(DrillDone("butterfly-rock", "left"),)))
