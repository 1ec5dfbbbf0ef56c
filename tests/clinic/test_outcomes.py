"""What a client says of the whole, kept: by the clinic and by the phone, once, within its numbers, and never as zero."""

from __future__ import annotations

import datetime as dt
import uuid
from dataclasses import replace
from typing import Any

import pytest

from easepath.api.views.home_sheet import home_sheet
from easepath.api.views.outcomes import outcomes_view
from easepath.api.views.spoken_sheet import spoken_sheet
from easepath.clinic import clock
from easepath.clinic.actions.end_care import end_care
from easepath.clinic.actions.erase_client import erase_client
from easepath.clinic.actions.record_outcome import OutcomeGiven, record_outcome
from easepath.clinic.errors import FieldError, NotFoundError
from easepath.clinic.models import Complaint, OutcomeTold
from easepath.clinic.repository import read_complaint
from easepath.core.facts import ActivityTold
from easepath.core.knowledge import shipped_library
from easepath.core.languages import spoken
from tests.clinic.test_walk import fresh
from tests.conftest import TODAY, World

CLIMB = ActivityTold(name="climb the truss", score=3)


def given(*activities: ActivityTold, **changes: Any) -> OutcomeGiven:
    return replace(OutcomeGiven(uuid.uuid4(), TODAY, "course", activities, None, None), **changes)


def named(world: World) -> Complaint:
    complaint = fresh(world, "Marta")
    record_outcome(world.users["hanne"], complaint, given(CLIMB, occasion="start", pain=4))
    return fresh(world, "Marta")


def test_it_is_kept_once_and_the_phone_asks_four_weeks_later(world: World) -> None:
    complaint = fresh(world, "Marta")
    assert home_sheet(read_complaint(complaint.pk)).wants is None
    first = given(CLIMB, occasion="start", pain=4)
    for _ in range(2):
        record_outcome(world.users["jo"], complaint, first)
    assert OutcomeTold.objects.filter(complaint=complaint).count() == 1
    wants = home_sheet(read_complaint(complaint.pk)).wants
    assert wants is not None
    assert (wants.activities, wants.asked_from) == (("climb the truss",), str(TODAY + dt.timedelta(days=28)))
    with clock.on(TODAY + dt.timedelta(days=28)):
        later = clock.today_of(complaint)
        record_outcome(None, complaint, given(ActivityTold(name="climb the truss", score=8), date=later, change=2))
        out = outcomes_view(read_complaint(complaint.pk))
    assert {one.name: (one.difference, one.change) for one in out.courses} == {
        "Own activities": (5, "better"), "climb the truss": (5, "better"),
        "Usual pain over the last week": (None, "not known"), "Change since care began": (2, "better"),
    }  # fmt: skip
    assert out.due == str(later + dt.timedelta(days=28))


def test_it_is_asked_in_the_clients_language(world: World) -> None:
    sheet = spoken_sheet(home_sheet(read_complaint(named(world).pk)), spoken(shipped_library(), "de"))
    assert sheet.wants is not None
    said = {one.id: one.ask for one in sheet.wants.scales}
    assert said["activities"] == "Wie gut geht es jetzt?"
    assert sheet.wants.scales[2].words[-1] == "viel besser"
    assert sheet.wants.activities == ("climb the truss",)


@pytest.mark.parametrize(
    ("by", "changes", "field"),
    [
        ("hanne", {"activities": ()}, "activities"),
        ("hanne", {"activities": (CLIMB, CLIMB)}, "activities.1.name"),
        ("hanne", {"activities": (ActivityTold(name="  ", score=1),)}, "activities.0.name"),
        ("hanne", {"activities": tuple(ActivityTold(name=str(n)) for n in range(4))}, "activities"),
        ("hanne", {"activities": (ActivityTold(name="x", score=11),)}, "activities.0.score"),
        ("hanne", {"pain": 11}, "pain"),
        ("hanne", {"change": 4}, "change"),
        ("hanne", {"date": TODAY + dt.timedelta(days=2)}, "date"),
        ("phone", {"activities": (ActivityTold(name="something new", score=1),)}, "activities.0.name"),
        ("phone", {"date": TODAY - dt.timedelta(days=30)}, "date"),
    ],
)
def test_what_cannot_be_is_named_and_nothing_is_kept(
    world: World, by: str, changes: dict[str, Any], field: str
) -> None:
    complaint, before = named(world), OutcomeTold.objects.count()
    with pytest.raises(FieldError) as refused:
        record_outcome(world.users.get(by), complaint, given(CLIMB, **changes) if "activities" not in changes
                       else given(**changes))  # fmt: skip
    assert field in refused.value.fields
    assert OutcomeTold.objects.count() == before


def test_an_id_of_another_complaint_is_nobodys(world: World) -> None:
    first = given(CLIMB)
    record_outcome(world.users["hanne"], fresh(world, "Marta"), first)
    with pytest.raises(NotFoundError):
        record_outcome(world.users["hanne"], fresh(world, "Tom"), first)


def test_nothing_is_asked_after_the_end_and_an_erasure_takes_the_words(world: World) -> None:
    complaint = named(world)
    end_care(world.users["hanne"], complaint, "better", "", keep_sheet=True)
    assert outcomes_view(read_complaint(complaint.pk)).due is None
    erase_client(world.users["ruth"], complaint.client, name="Marta Lind")
    assert OutcomeTold.objects.get(complaint=complaint).activities == []
