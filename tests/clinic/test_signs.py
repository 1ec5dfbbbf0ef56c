"""Signs told at home: they stop the plan at once, and stay until a clinician has answered them."""

from __future__ import annotations

from typing import Any

import pytest

from easepath.api.views.adjust import review_view
from easepath.api.views.home_sheet import home_sheet
from easepath.api.views.respond import respond_view
from easepath.clinic.actions.answer_signs import answer_signs
from easepath.clinic.actions.erase_client import erase_client
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.session_bounds import DrillDone
from easepath.clinic.errors import FieldError, NotAllowedError, RefusedError
from easepath.clinic.models import AuditEntry, SessionDrill, SignAnswer
from easepath.clinic.repository import read_again, read_complaint
from easepath.clinic.selectors.caseload import caseload
from tests.clinic.test_walk import done, fresh
from tests.conftest import TODAY, World


def tell(world: World, symptom: str = "none", stopped: str = "", felt: str = "target") -> None:
    """A session of Marta's today in which the first drill brought something."""
    version = fresh(world, "Marta").versions.last()
    assert version is not None
    drills = tuple(
        DrillDone(row.drill, row.side, 100, 1, *(("pull", "target", "none") if n else (symptom, felt, "none", stopped)))
        for n, row in enumerate(version.drills.all())
    )
    record_session(fresh(world, "Marta"), done(fresh(world, "Marta"), TODAY, drills=drills))


def sheet(world: World) -> dict[str, Any]:
    return home_sheet(read_complaint(fresh(world, "Marta").pk)).model_dump(mode="json")


def line(world: World) -> dict[str, Any]:
    return next(x for x in caseload(world.users["hanne"])["lines"] if x["name"].startswith("Marta"))


def answer(world: World, who: str = "hanne", **changes: Any) -> SignAnswer:
    facts = {"drill": "", "until": TODAY, "reason": "seen by her doctor, heart in order", **changes}
    return answer_signs(world.users[who], world.visit("Marta"), **facts)


def test_chest_pain_stops_every_drill_until_it_is_answered(world: World) -> None:
    tell(world, "chest-pain")
    assert all(drill["paused"] for drill in sheet(world)["drills"])
    assert "emergency number" in sheet(world)["suspended"]["phone"]
    assert (line(world)["kind"], line(world)["what"]) == ("stop", "body sign")
    shown = respond_view(read_again(world.visit("Marta"))).signs
    assert [(s.title, s.words, s.ends_all) for s in shown] == [
        ("Pelvic tilts", "pain or pressure in the chest, arm or jaw", True)
    ]
    with pytest.raises(RefusedError):
        hand_over(world.users["hanne"], world.visit("Marta"))
    assert [sign["words"] for sign in line(world)["told"]] == ["pain or pressure in the chest, arm or jaw"]
    row = answer(world)
    assert line(world)["told"] == []
    assert sheet(world)["suspended"] is None
    assert not any(drill["paused"] for drill in sheet(world)["drills"][1:])
    assert respond_view(read_again(world.visit("Marta"))).signs == []
    assert review_view(read_again(world.visit("Marta"))).signs == []
    entry = AuditEntry.objects.filter(action="answer-sign").get()
    assert (entry.actor, entry.details["reason"]) == (world.users["hanne"], row.reason)


@pytest.mark.parametrize(
    ("symptom", "stopped", "what"),
    [("giving-way", "", "joint"), ("tingling", "", "nerve"), ("dizzy", "", "body sign"), ("none", "low sugar", "stopped early")],
)  # fmt: skip
def test_every_sign_is_on_the_caseload_the_same_day(world: World, symptom: str, stopped: str, what: str) -> None:
    tell(world, symptom, stopped)
    assert (line(world)["kind"], line(world)["what"]) == ("look", what)
    assert len(respond_view(read_again(world.visit("Marta"))).signs) == 1


def test_numbness_between_the_legs_withholds_the_sheet_and_no_answer_gives_it_back(world: World) -> None:
    tell(world, "numbness", felt="between-the-legs")
    assert sheet(world)["withheld"]
    assert line(world)["what"] == "emergency now"
    answer(world)
    assert sheet(world)["withheld"]


def test_who_is_no_clinician_answers_nothing(world: World) -> None:
    tell(world, "chest-pain")
    with pytest.raises(NotAllowedError):
        answer(world, "jo")
    assert not SignAnswer.objects.exists()


@pytest.mark.parametrize(
    ("changes", "field"),
    [({"reason": "  "}, "reason"), ({"until": TODAY.replace(year=2027)}, "until"), ({"drill": "lunge-rock"}, "drill")],
)
def test_a_bad_answer_names_its_field(world: World, changes: dict[str, Any], field: str) -> None:
    tell(world, "chest-pain")
    with pytest.raises(FieldError) as caught:
        answer(world, **changes)
    assert field in caught.value.fields
    assert not SignAnswer.objects.exists()


def test_an_answer_without_a_sign_is_refused(world: World) -> None:
    with pytest.raises(FieldError) as caught:
        answer(world)
    assert "drill" in caught.value.fields


def test_erasing_takes_the_words_of_sign_and_answer(world: World) -> None:
    tell(world, "none", "I met Petra at the door")
    answer(world, reason="Petra is her sister")
    client = fresh(world, "Marta").client
    erase_client(world.users["ruth"], client, name=str(client))
    assert not SessionDrill.objects.filter(stopped__contains="Petra").exists()
    assert not SignAnswer.objects.filter(reason__contains="Petra").exists()
