"""The caseload: reading it writes nothing; an action, the timer and a command write its lines."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import Any

import pytest
from django.core.management import call_command
from django.test import Client as Browser

from easepath.api.views.frame import frame
from easepath.clinic import caseload_lines, clock, timer
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.open_client import Newcomer, open_client
from easepath.clinic.actions.open_visit import close_visit
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.save_draft import save_draft
from easepath.clinic.actions.save_story import save_story
from easepath.clinic.caseload_lines import forget_lines, write_lines
from easepath.clinic.errors import FieldError
from easepath.clinic.facts.draft import Ticked
from easepath.clinic.facts.story import Story
from easepath.clinic.models import Client, Clinic, Complaint
from easepath.clinic.repository import read_visit
from easepath.clinic.selectors.access import get_visit
from easepath.clinic.selectors.caseload import caseload, known_clients
from tests.clinic.test_walk import done, fresh
from tests.conftest import TODAY, World


def stored() -> list[tuple[Any, ...]]:
    """What the rows keep of the caseload."""
    return list(Complaint.objects.order_by("pk").values_list("status", "status_on", "status_basis", "changes"))


def lines(world: World, **options: Any) -> dict[str, dict[str, Any]]:
    """The caseload by first name."""
    return {line["name"].split()[0]: line for line in caseload(world.users["hanne"], **options)["lines"]}


def test_the_caseload_names_what_each_client_needs(world: World, django_assert_max_num_queries: Any) -> None:
    found = lines(world)
    assert [line["kind"] for line in found.values()] == ["held", "look", "ask", "step-up"]
    assert found["Ines"]["what"] == "flared again"
    assert [ripple["kind"] for ripple in found["Tom"]["ripples"]] == ["calm", "waiting"]
    write_lines(Complaint.objects.all())
    with django_assert_max_num_queries(3):
        lines(world)


def test_reading_writes_nothing(world: World) -> None:
    before = stored()
    lines(world)
    with clock.on(TODAY + dt.timedelta(days=1)):
        lines(world)
    assert stored() == before


def test_what_is_not_of_today_is_worked_out_in_sight_only_and_in_rounds(world: World) -> None:
    write_lines(Complaint.objects.all())
    forget_lines()
    hanne, marta = world.users["hanne"], world.complaints["Marta"].pk
    with clock.on(TODAY + dt.timedelta(days=1)):
        assert caseload(hanne, seconds=0)["left"] == 4
        assert {line["as_of"] for line in lines(world, seconds=0).values()} == {"seen last"}
        assert lines(world, sight=[marta])["Marta"]["as_of"] is None
        assert [n for n, line in lines(world, seconds=0).items() if line["as_of"]] == ["Piet", "Ines", "Tom"]
        rounds = 0
        while caseload(hanne, seconds=0.001)["left"]:
            rounds += 1
        assert rounds == 2
        assert {line["as_of"] for line in lines(world, seconds=0).values()} == {None}


def test_what_was_changed_is_worked_out_first_whoever_is_in_sight(world: World) -> None:
    write_lines(Complaint.objects.all())
    calm = lines(world)["Marta"]["kind"]
    record_session(fresh(world, "Marta"), done(fresh(world, "Marta"), TODAY, after=9))
    assert fresh(world, "Marta").status_on is None
    assert lines(world, seconds=0)["Marta"]["as_of"] == "seen last"
    found = lines(world, sight=[world.complaints["Tom"].pk])["Marta"]
    assert (found["as_of"], found["last_session"]) == (None, str(TODAY))
    assert found["kind"] != calm
    assert write_lines(Complaint.objects.all()) == 1
    assert fresh(world, "Marta").status["kind"] == found["kind"]


def test_a_line_is_not_stored_over_a_change_in_between(world: World, monkeypatch: pytest.MonkeyPatch) -> None:
    work_out = caseload_lines.work_out

    def late(stamps: Sequence[caseload_lines.Stamp]) -> Iterator[tuple[caseload_lines.Stamp, dict[str, Any]]]:
        for stamp, line in work_out(stamps):
            Complaint.objects.filter(pk=stamp[0]).update(changes=stamp[1] + 1)
            yield stamp, line

    monkeypatch.setattr(caseload_lines, "work_out", late)
    write_lines(Complaint.objects.all())
    assert set(Complaint.objects.values_list("status", flat=True)) == {None}


@pytest.mark.parametrize("write", [lambda: call_command("refresh_caseload"), timer.tick], ids=["command", "timer"])
def test_every_line_is_written_after_midnight(world: World, write: Any, kept_open: None) -> None:
    with clock.on(TODAY + dt.timedelta(days=1)):
        write()
        assert set(Complaint.objects.values_list("status_on", flat=True)) == {TODAY + dt.timedelta(days=1)}
        before = stored()
        write()
        assert stored() == before


def test_a_line_is_old_when_the_knowledge_or_the_clinics_error_changes(
    world: World, monkeypatch: pytest.MonkeyPatch
) -> None:
    write_lines(Complaint.objects.all())
    Clinic.objects.update(repeats={"hip-ir": [2.0, 9]})
    world.users["hanne"].refresh_from_db()
    assert {line["as_of"] for line in lines(world, seconds=0).values()} == {None}
    client = world.complaints["Marta"].client
    world.visit("Marta").sittings.create(
        client=client, measure="hip-ir", side="left", date=TODAY, trials=[30], entered_by=world.users["hanne"],
        entered_at=clock.now(),
    )  # fmt: skip
    assert [name for name, line in lines(world, seconds=0).items() if line["as_of"]] == ["Marta"]
    monkeypatch.setattr(caseload_lines, "code_version", lambda: "other")
    caseload_lines._basis.cache_clear()
    assert {line["as_of"] for line in lines(world, seconds=0).values()} == {"seen last"}
    caseload_lines._basis.cache_clear()


def test_one_row_that_cannot_be_read_stops_no_list_and_no_visit(world: World) -> None:
    client = world.complaints["Marta"].client
    Client.objects.filter(pk=client.pk).update(birth_date=dt.date(1890, 1, 1))
    found = lines(world)
    assert list(found) == ["Marta", "Piet", "Ines", "Tom"]
    assert (found["Marta"]["kind"], found["Marta"]["what"]) == ("unreadable", "cannot be read")
    assert "birth date: 1890-01-01 is more than 120 years ago" in found["Marta"]["why"]
    shown = frame(read_visit(world.users["hanne"], world.visit("Marta").pk)).model_dump(mode="json")
    assert "birth date" in shown["fault"]
    assert not shown["issues_program"]
    browser = Browser()
    browser.force_login(world.users["hanne"])
    assert browser.get("/api/caseload").status_code == 200
    assert browser.get(f"/api/visits/{world.visit('Marta').pk}").status_code == 200


def test_a_row_of_another_kind_of_fault_is_said_as_well(
    world: World, caplog: pytest.LogCaptureFixture, monkeypatch: pytest.MonkeyPatch
) -> None:
    Client.objects.filter(pk=world.complaints["Tom"].client_id).update(equipment=[["nested"]])
    assert lines(world)["Tom"]["why"].startswith("client.equipment.0: ['nested'] cannot be")
    forget_lines()
    Client.objects.filter(pk=world.complaints["Tom"].client_id).update(equipment=[], days_per_week=12)
    assert "days_per_week" in lines(world)["Tom"]["why"]
    forget_lines()
    monkeypatch.setattr(caseload_lines, "attention", lambda *_: 1 / 0)
    assert {line["kind"] for line in lines(world).values()} == {"unreadable"}
    assert "division by zero" in caplog.text


@pytest.mark.parametrize("born", [dt.date(1890, 1, 1), dt.date(1905, 11, 25), TODAY + dt.timedelta(days=1)])
def test_nobody_who_comes_today_was_born_then(world: World, born: dt.date) -> None:
    with pytest.raises(FieldError, match="birth_date"):
        open_client(world.users["jo"], Newcomer("A", "B", born, "f"))
    with pytest.raises(FieldError, match="birth_date"):
        save_story(world.users["jo"], world.visit("Marta"), 0, Story(birth_date=born))


def test_a_hundred_and_twenty_years_are_possible(world: World) -> None:
    born = dt.date(1906, 11, 25)
    assert open_client(world.users["jo"], Newcomer("A", "B", born, "f")).pk


def test_the_agreed_day_asks_until_a_visit_on_or_after_it_is_closed(world: World) -> None:
    hanne, visit, day = world.users["hanne"], world.visit("Tom"), TODAY + dt.timedelta(days=1)
    save_draft(hanne, visit, 0, (Ticked("seated-squeeze", "both"),))
    hand_over(hanne, get_visit(hanne, visit.pk), review_on=day)
    record_session(fresh(world, "Tom"), done(fresh(world, "Tom"), TODAY))
    asked = {}
    for ahead in (0, 1):
        with clock.on(TODAY + dt.timedelta(days=ahead)):
            asked[ahead] = lines(world)["Tom"]["what"]
    assert asked[0] != "look at it together"
    assert asked[1] == "look at it together"
    with clock.on(day):
        close_visit(hanne, get_visit(hanne, visit.pk))
        assert lines(world)["Tom"]["what"] != "look at it together"


REFUSED = {
    "a blank name": ({"last_name": "  "}, "last_name"),
    "letters for a telephone": ({"telephone": "call me"}, "telephone"),
    "three digits": ({"telephone": "+1 23"}, "telephone"),
    "no domain": ({"email": "marta@"}, "email"),
    "born tomorrow": ({"birth_date": TODAY + dt.timedelta(days=1)}, "birth_date"),
}


@pytest.mark.parametrize(("told", "field"), REFUSED.values(), ids=REFUSED.keys())
def test_what_cannot_be_of_a_newcomer_is_told_at_its_field_and_nobody_is_kept(
    world: World, told: dict[str, Any], field: str
) -> None:
    before = Client.objects.count()
    with pytest.raises(FieldError) as refused:
        open_client(world.users["jo"], Newcomer(**{"first_name": "Ana", "last_name": "Brook", **told}))
    assert list(refused.value.fields) == [field]
    assert Client.objects.count() == before


def test_nobody_is_taken_in_twice_unless_it_is_somebody_else(world: World) -> None:
    jo, marta = world.users["jo"], world.complaints["Marta"].client
    (known,) = known_clients(jo, " marta", "LIND ")
    assert (known["name"], known["born"]) == ("Marta Lind", str(marta.birth_date))
    assert known["visit"] == marta.complaints.get().visits.last().pk
    twice = Newcomer("marta", "lind", marta.birth_date, "f")
    with pytest.raises(FieldError) as refused:
        open_client(jo, twice)
    assert "in care here already" in refused.value.fields["last_name"]
    assert open_client(jo, replace(twice, somebody_else=True)).complaint.client != marta
    assert open_client(jo, Newcomer("Marta", "Lind", dt.date(1950, 1, 1))).pk, "another day of birth is another person"


def test_a_client_is_mine_who_was_seen_or_planned_for_by_me(world: World) -> None:
    visit = open_client(world.users["callum"], Newcomer("Ana", "Brook", telephone="01555 010 311"))
    mine = {
        name: {line["name"] for line in caseload(world.users[name])["lines"] if line["mine"]}
        for name in ("hanne", "callum")
    }
    assert mine["callum"] == {"Ana Brook"}
    assert mine["hanne"] == {line["name"] for line in caseload(world.users["hanne"])["lines"]} - {"Ana Brook"}
    line = next(line for line in caseload(world.users["hanne"])["lines"] if line["complaint"] == visit.complaint_id)
    assert (line["telephone"], line["client"], line["last_visit"]) == (
        "01555 010 311",
        visit.complaint.client_id,
        str(TODAY),
    )
