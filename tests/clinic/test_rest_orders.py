"""Rest at home as rows: made by what was told or by a clinician, outliving versions, ended by its day or an act."""

from __future__ import annotations

import datetime as dt
from typing import Any

import pytest

from easepath.api.views.home_sheet import home_sheet
from easepath.clinic import clock
from easepath.clinic.actions.answer_signs import answer_signs
from easepath.clinic.actions.count_session import count_session
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.rest_orders import LONGEST_DAYS, end_rest, order_rest
from easepath.clinic.actions.session_bounds import DrillDone
from easepath.clinic.errors import ClinicError, FieldError, NotAllowedError
from easepath.clinic.models import RestOrder
from easepath.clinic.repository import read_complaint
from tests.clinic.test_walk import done, fresh
from tests.conftest import TODAY, World

TOMORROW = TODAY + dt.timedelta(days=1)


def rows(world: World, name: str = "Marta") -> list[tuple[str, str, bool]]:
    """What rests or rested: cause, drill, and whether it was ended."""
    found = fresh(world, name).rests.all()
    return [(row.cause, row.drill, row.ended_on is not None) for row in found]


def shown(world: World, name: str = "Marta") -> list[tuple[str, str, str | None]]:
    """What rests as the phone reads it."""
    return [(one.cause, one.drill, one.until) for one in home_sheet(read_complaint(fresh(world, name).pk)).rests]


def told(world: World, drill: str = "lunge-rock", **changes: Any) -> Any:
    """A session of today in which one drill was told otherwise."""
    complaint = fresh(world, "Marta")
    calm = done(complaint, TODAY)
    drills = tuple(
        DrillDone(**{**vars(one), **changes}) if one.drill == drill else one for one in calm.drills
    )  # fmt: skip
    return record_session(complaint, done(complaint, TODAY, drills=drills))


def test_a_joint_sign_rests_its_drill_and_not_the_sheet_until_it_is_answered(world: World) -> None:
    told(world, symptom="sharp", felt="knee", during=6)
    assert ("sign", "lunge-rock", False) in rows(world)
    assert all(drill or cause == "flare" for cause, drill, _ in shown(world))
    answer_signs(world.users["hanne"], world.visit("Marta"), drill="lunge-rock", until=TODAY, reason="seen, calm")
    assert ("sign", "lunge-rock", True) in rows(world)
    assert ("sign", "lunge-rock", None) not in shown(world)


def test_a_sign_of_the_body_rests_everything(world: World) -> None:
    told(world, symptom="chest-pain")
    assert shown(world)[0] == ("sign", "", None)


def test_a_flare_rests_for_its_days_through_a_new_version_and_ends_by_an_act(world: World) -> None:
    told(world, during=9)
    until = str(TODAY + dt.timedelta(days=2))
    assert shown(world) == [("flare", "", until)]
    visit, hanne = world.visit("Marta"), world.users["hanne"]
    hand_over(hanne, visit)
    assert shown(world) == [("flare", "", until)]
    row = RestOrder.objects.get(complaint=world.complaints["Marta"], cause="flare")
    with pytest.raises(FieldError):
        end_rest(hanne, visit, row.pk, " ")
    end_rest(hanne, visit, row.pk, "talked on the telephone, calm again")
    end_rest(hanne, visit, row.pk, "twice is once")
    assert shown(world) == []
    assert rows(world) == [("flare", "", True)]


def test_a_flare_that_does_not_count_any_more_rests_nothing(world: World) -> None:
    session = told(world, during=9)
    hanne, complaint = world.users["hanne"], fresh(world, "Marta")
    count_session(hanne, complaint, session.pk, counts=False, reason="a slip of the finger")
    assert (shown(world), rows(world)) == ([], [("flare", "", True)])


def test_the_same_told_twice_is_one_row(world: World) -> None:
    session = told(world, during=9)
    again = done(fresh(world, "Marta"), TODAY, id=session.pk)
    record_session(fresh(world, "Marta"), again)
    assert rows(world) == [("flare", "", False)]


def test_a_clinician_orders_rest_with_words_and_it_ends_with_its_day(world: World) -> None:
    order_rest(world.users["hanne"], world.visit("Marta"), until=TOMORROW, words=" Walk as you like. ")
    order_rest(world.users["hanne"], world.visit("Marta"), drill="lunge-rock")
    sheet = home_sheet(read_complaint(fresh(world, "Marta").pk))
    assert [(one.drill, one.until, one.words, one.by) for one in sheet.rests] == [
        ("", str(TOMORROW), "Walk as you like.", "Hanne Ostrow"), ("lunge-rock", None, "", "Hanne Ostrow"),
    ]  # fmt: skip
    assert [one.drill for one in sheet.drills if one.paused] == ["lunge-rock"]
    with clock.on(TOMORROW + dt.timedelta(days=1)):
        assert shown(world) == [("clinician", "lunge-rock", None)]


FAULTS: dict[str, tuple[dict[str, Any], str]] = {
    "a drill that is not there": ({"drill": "wall-shin"}, "drill"),
    "a day that is over": ({"until": TODAY - dt.timedelta(days=1)}, "until"),
    "a rest without end in sight": ({"until": TODAY + dt.timedelta(days=LONGEST_DAYS + 1)}, "until"),
}


@pytest.mark.parametrize(("given", "field"), FAULTS.values(), ids=FAULTS)
def test_a_rest_that_cannot_be_names_its_field(world: World, given: dict[str, Any], field: str) -> None:
    with pytest.raises(FieldError) as caught:
        order_rest(world.users["hanne"], world.visit("Marta"), **given)
    assert set(caught.value.fields) == {field}
    assert rows(world) == []


def test_what_rests_for_a_sign_is_not_ended_without_an_answer(world: World) -> None:
    told(world, symptom="tingling", felt="leg")
    row = RestOrder.objects.filter(complaint=world.complaints["Marta"], cause="sign").latest("pk")
    with pytest.raises(FieldError):
        end_rest(world.users["hanne"], world.visit("Marta"), row.pk, "it is fine")
    assert not RestOrder.objects.filter(ended_on__isnull=False).exists()


def test_an_assistant_orders_and_ends_no_rest(world: World) -> None:
    with pytest.raises(NotAllowedError):
        order_rest(world.users["jo"], world.visit("Marta"))
    order_rest(world.users["hanne"], world.visit("Marta"))
    row = RestOrder.objects.latest("pk")
    with pytest.raises(ClinicError):
        end_rest(world.users["jo"], world.visit("Marta"), row.pk, "no")
    assert rows(world) == [("clinician", "", False)]
