"""The home check: asked weekly and after a nerve word; a yes withholds the sheet until a clinician or a doctor answers."""

from __future__ import annotations

import datetime as dt
import uuid

import pytest

from easepath.api.views.home_sheet import HomeSheet, home_sheet
from easepath.api.views.respond import respond_view
from easepath.clinic import clock
from easepath.clinic.actions.answer_signs import answer_signs
from easepath.clinic.actions.record_clearance import record_clearance
from easepath.clinic.actions.record_home_check import record_home_check
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.session_bounds import DrillDone
from easepath.clinic.errors import FieldError
from easepath.clinic.models import HomeCheck
from easepath.clinic.repository import read_again, read_complaint
from easepath.clinic.selectors.caseload import caseload
from tests.clinic.test_walk import done, fresh
from tests.conftest import TODAY, World


def sheet(world: World, on: dt.date = TODAY) -> HomeSheet:
    with clock.on(on):
        return home_sheet(read_complaint(fresh(world, "Marta").pk))


def tell(world: World, on: dt.date = TODAY, **answers: bool) -> HomeCheck:
    with clock.on(on):
        return record_home_check(fresh(world, "Marta"), uuid.uuid4(), on, answers)


def test_it_asks_what_the_flags_of_the_region_check_at_home_in_words_for_a_person(world: World) -> None:
    asked = sheet(world).home_check.questions
    assert "fever" in {one.item for one in asked}
    assert all(one.ask.endswith("?") for one in asked)


def test_it_comes_a_week_after_the_last_and_at_once_after_a_nerve_word(world: World) -> None:
    tell(world, fever=False)
    assert sheet(world).home_check.asked_from == str(TODAY + dt.timedelta(days=7))
    tomorrow = TODAY + dt.timedelta(days=1)
    calm = done(fresh(world, "Marta"), tomorrow)
    drills = (DrillDone(calm.drills[0].drill, calm.drills[0].side, 100, 1, "tingling", "leg"), *calm.drills[1:])
    with clock.on(tomorrow):
        record_session(fresh(world, "Marta"), done(fresh(world, "Marta"), tomorrow, drills=drills))
    assert sheet(world, tomorrow).home_check.asked_from == str(tomorrow)


def test_a_yes_withholds_the_sheet_and_stands_first_until_a_clinician_answers_it(world: World) -> None:
    tell(world, fever=True)
    assert sheet(world).withheld
    line = next(line for line in caseload(world.users["hanne"])["lines"] if line["name"].startswith("Marta"))
    assert line["kind"] in ("stop", "held")
    visit = world.visit("Marta")
    shown = respond_view(read_again(visit)).signs
    assert [(one.title, one.ends_all) for one in shown] == [("the home check", True)]
    tell(world, fever=False)  # the client's own no takes no yes back
    assert sheet(world).withheld
    answer_signs(world.users["hanne"], visit, drill="", until=TODAY, reason="a cold, seen, gone")
    assert not sheet(world).withheld
    assert respond_view(read_again(visit)).signs == []


def test_a_yes_after_a_doctor_cleared_the_flag_raises_it_again(world: World) -> None:
    tell(world, fever=True)
    flag = next(one.id for one in read_complaint(fresh(world, "Marta").pk).assessment.screen.flags.raised)
    record_clearance(
        world.users["hanne"], world.visit("Marta"), flag=flag, doctor="Dr Vale", date=TODAY, reason="letter of today"
    )
    assert not sheet(world).withheld
    later = TODAY + dt.timedelta(days=8)
    tell(world, later, fever=True)
    assert sheet(world, later).withheld


def test_the_same_check_sent_twice_is_one(world: World) -> None:
    identifier = uuid.uuid4()
    before = HomeCheck.objects.count()
    for _ in range(2):
        record_home_check(fresh(world, "Marta"), identifier, TODAY, {"fever": False})
    assert HomeCheck.objects.count() == before + 1


@pytest.mark.parametrize(
    ("answers", "day", "field"),
    [({"no-such": True}, TODAY, "answers.no-such"), ({}, TODAY, "answers"), ({"fever": True}, TODAY + dt.timedelta(days=3), "date"),
     ({"fever": True}, TODAY - dt.timedelta(days=30), "date")],
)  # fmt: skip
def test_what_cannot_be_names_its_field(world: World, answers: dict[str, bool], day: dt.date, field: str) -> None:
    before = HomeCheck.objects.count()
    with pytest.raises(FieldError) as caught:
        record_home_check(fresh(world, "Marta"), uuid.uuid4(), day, answers)
    assert field in caught.value.fields
    assert HomeCheck.objects.count() == before
