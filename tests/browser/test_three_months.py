"""A client of three months: the course, a letter, everything taken along, wiped here and whole in another clinic."""

from __future__ import annotations

import re
from pathlib import Path
from typing import Any

import icalendar
from playwright.sync_api import Page, expect

from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.home_links import new_link
from easepath.clinic.actions.open_visit import open_visit
from easepath.clinic.actions.screening_rows import FactorEntry
from easepath.clinic.models import Client, Clinic, Complaint, HouseRow, Role, User
from easepath.clinic.repository import Record, read_complaint
from easepath.clinic.sheet import sheet_of
from easepath.standins.practice_clinic import PASSWORD
from easepath.standins.practice_life import Person, Trouble, Whole, live_through
from tests.browser.conftest import fill_sign_in
from tests.browser.whole import faults
from tests.conftest import TODAY, World

CLIMB = {"climb the tower stair": 3, "kneel at the bell frame": 2, "carry a rope coil": 5}
NOW = {"climb the tower stair": 8, "kneel at the bell frame": 6, "carry a rope coil": 8}
TROUBLE = Trouble(
    "knee-flexion-loss", "right", "the right knee will not bend on the stair", "climb the tower stair", 160, 90, "cccs",
    measured={90: {("knee-flexion", "right"): (98, 100), ("knee-flexion", "left"): (136, 137)},
              6: {("knee-flexion", "right"): (124, 125), ("knee-flexion", "left"): (137, 137)}},
    factors=(FactorEntry("blood-thinner"),), whole={90: Whole(CLIMB, 5), 62: Whole(NOW, 2, 2)},
)  # fmt: skip


def three_months(actor: User) -> Complaint:
    """A made-up bell ringer in his third month, with a second version in hand."""
    (complaint,) = live_through(actor, Person("Ansel", "Rook", "bell ringer", "m", 46), [TROUBLE], TODAY)
    hand_over(actor, open_visit(actor, complaint))
    return Complaint.objects.get(pk=complaint.pk)


def of_home(record: Record) -> dict[str, Any]:
    """The plan as its sheet tells it, without the clinic's own name and whoever handed it over."""
    assert record.version is not None
    return sheet_of(record.version).model_dump(exclude={"clinic", "by"})


def readings(record: Record) -> list[tuple[Any, ...]]:
    return [(row.measure, row.side, row.date, row.trials) for row in record.sittings]


def bring(page: Page, name: str, file: Path) -> None:
    page.set_input_files(f"input[name={name}]", file)


def take(page: Page, button: str, file: Path) -> Path:
    """Press what takes a file along, and keep it."""
    with page.expect_download() as download:
        page.get_by_role("button", name=button, exact=True).click()
    download.value.save_as(file)
    return file


def test_a_client_of_three_months_moves_to_another_clinic(
    sign_in: Any, live: World, page: Page, live_server: Any, tmp_path: Path
) -> None:
    complaint = three_months(live.users["hanne"])
    client = Client.objects.get(last_name="Rook")
    before = read_complaint(complaint.pk)
    plan, taken, facts = of_home(before), readings(before), before.facts.model_dump(exclude={"log", "errors"})

    sign_in("ruth", at=f"person/{client.pk}")
    page.get_by_role("link", name="Course").click()
    whole = page.get_by_role("region", name="What the client says of the whole")
    expect(whole.get_by_role("row").filter(has_text="Own activities")).to_contain_text(
        "+4, better: more than its error of 2"
    )
    expect(whole.get_by_role("row").filter(has_text="Change since care began")).to_contain_text(
        "better, more than its error of 1"
    )
    expect(page.get_by_role("region", name="Weeks").get_by_role("row")).to_have_count(14)
    assert faults(page) == [], "the course"

    page.goto(f"{live_server.url}/person/{client.pk}")
    page.get_by_text("write a note or a letter").click()
    page.get_by_role("link", name="Letter", exact=True).click()
    page.locator("textarea[name=addressee]").fill("Dr Nora Quist")
    page.get_by_role("textbox", name="Question", exact=True).fill("May the knee be loaded on the stair?")
    expect(page.get_by_role("textbox", name="Findings")).to_have_value(
        re.compile(r"right: 124.5° on 19 November 2026.*99° on 27 August")
    )
    assert faults(page) == [], "a letter"
    page.reload()
    expect(page.locator("textarea[name=addressee]")).to_have_value("Dr Nora Quist")
    page.get_by_role("button", name="Keep it").click()
    expect(page.get_by_text("Nobody changes it any more")).to_be_visible()
    assert take(page, "Take it as a PDF", tmp_path / "letter.pdf").read_bytes().startswith(b"%PDF")
    assert faults(page) == [], "a letter that is kept"

    calendar = page.request.get(f"{live_server.url}/home/api/{new_link(live.users['ruth'], complaint)}/calendar.ics")
    events = icalendar.Calendar.from_ical(calendar.text()).walk("VEVENT")
    assert len(events) > 10

    page.goto(f"{live_server.url}/exchange")
    lists = page.get_by_role("region", name="Lists as tables")
    for listed in ("people", "readings", "sessions"):
        lists.locator(".ant-segmented-item", has_text=listed).click()
        table = take(page, f"Take the {listed} along (CSV)", tmp_path / f"{listed}.csv")
        bring(page, "table", table)
        expect(page.get_by_text(re.compile(r"0 lines would be taken in. \d+ lines are here already"))).to_be_visible()
    assert faults(page) == [], "in and out"

    page.goto(f"{live_server.url}/person/{client.pk}")
    bundle = take(page, "as a bundle (FHIR)", tmp_path / "ansel.json")
    page.get_by_role("button", name="Erase this person for ever").click()
    page.locator("input[name=erase-name]").fill("Ansel Rook")
    page.get_by_role("button", name="Erase for ever").click()
    expect(page.get_by_role("region", name="Caseload")).to_be_visible()
    assert not Client.objects.filter(last_name="Rook").exists()

    other = Clinic.objects.create(name="Upriver Clinic", phone="01555 010 999", practice=True)
    lena = User.objects.create(username="lena", first_name="Lena", last_name="Holt", clinic=other, role=Role.LEAD)
    lena.set_password(PASSWORD)
    lena.save()
    page.context.clear_cookies()
    page.goto(live_server.url)
    fill_sign_in(page, "lena")
    page.get_by_role("link", name="In and out").click()
    bring(page, "bundle", bundle)
    expect(page.get_by_role("heading", name="Ansel Rook")).to_be_visible()
    assert faults(page) == [], "a record that is brought"
    page.get_by_role("button", name="Take Ansel Rook in").click()
    expect(page.get_by_role("heading", level=1, name="Ansel Rook")).to_be_visible()
    page.get_by_text("notes and letters, 1").click()
    expect(page.get_by_role("link", name="Letter to Dr Nora Quist")).to_be_visible()
    page.get_by_role("link", name="Course").click()
    expect(whole.get_by_role("row").filter(has_text="Own activities")).to_contain_text("+4, better")

    moved = read_complaint(Complaint.objects.get(client__last_name="Rook").pk)
    assert of_home(moved) == plan
    assert readings(moved) == taken
    assert moved.facts.model_dump(exclude={"log", "errors"}) == facts
    assert len(moved.facts.log) == len(before.facts.log)


def test_a_foreign_bundle_is_seen_before_it_is_kept(sign_in: Any, live: World, page: Page) -> None:
    sign_in()
    page.get_by_role("link", name="In and out").click()
    bring(page, "bundle", Path(__file__))
    expect(page.get_by_text("This file could not be read")).to_be_visible()
    bring(page, "bundle", Path(__file__).parents[1] / "data" / "foreign-bundle.json")
    thinner = page.get_by_role("row").filter(has_text="Apixaban")
    expect(thinner).to_contain_text("background: Blood thinner – to be confirmed")
    assert faults(page) == [], "a foreign bundle"
    page.get_by_role("row").filter(has_text="Penicillin").get_by_role("checkbox").click()
    page.get_by_role("button", name="Take Edda Maria Brandt in with 9 of these").click()
    expect(page.get_by_role("heading", level=1, name="Story")).to_be_visible()
    edda = Client.objects.get(last_name="Brandt")
    assert edda.factors.get(factor="blood-thinner").to_confirm
    assert "Penicillin" not in edda.complaints.get().noted


def test_a_case_leaves_and_comes_back(sign_in: Any, live: World, page: Page, tmp_path: Path) -> None:
    complaint = three_months(live.users["hanne"])
    sign_in("ruth", at=f"course/{complaint.pk}")
    kept = take(page, "As a case that names nobody", tmp_path / "case.yaml")
    assert complaint.client.last_name not in kept.read_text()
    page.get_by_role("link", name="Caseload").click()
    page.get_by_role("link", name="In and out").click()
    bring(page, "case", Path(__file__))
    expect(page.get_by_text("is not YAML").first).to_be_visible()
    bring(page, "case", kept)
    expect(page.get_by_text("The rules say the same of it as of the case.")).to_be_visible()
    assert faults(page) == [], "a case"
    page.get_by_role("button", name="Take this case in").click()
    expect(page.get_by_role("heading", level=1, name="Story")).to_be_visible()
    came = Client.objects.get(first_name="Case").complaints.get()
    here, there = (read_complaint(one).facts.plan.drills for one in (came.pk, complaint.pk))
    assert [(one.drill, one.side, one.dose) for one in here] == [(one.drill, one.side, one.dose) for one in there]


def test_the_phone_asks_how_the_whole_goes_and_the_answer_outlives_a_reload(
    live: World, page: Page, live_server: Any
) -> None:
    complaint = three_months(live.users["hanne"])
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto(f"{live_server.url}/h/{new_link(live.users['hanne'], complaint)}")
    expect(page.get_by_role("heading", name="Once a week: is any of this new?")).to_be_visible()
    for no in page.get_by_role("button", name="no", exact=True).all():
        no.click()
    page.get_by_role("button", name="Tell the clinic").click()
    expect(page.get_by_role("heading", name="How is it going?")).to_be_visible()
    page.get_by_role("button", name="climb the tower stair 9 of 10").click()
    page.get_by_role("button", name="much better").click()
    assert faults(page) == [], "how it goes"
    page.reload()
    expect(page.get_by_role("button", name="climb the tower stair 9 of 10")).to_have_attribute("aria-pressed", "true")
    with page.expect_response(lambda answer: answer.url.endswith("/outcomes")):
        page.get_by_role("button", name="Send it to the clinic").click()
    expect(page.get_by_role("heading", name="How is it going?")).to_have_count(0)
    told = complaint.outcomes.order_by("date").last()
    assert told is not None
    assert (told.date, told.change, told.pain, told.entered_by) == (TODAY, 3, None, None)
    assert told.activities[0] == {"name": "climb the tower stair", "score": 9}


def test_a_lead_switches_a_drill_off_and_takes_somebody_on(sign_in: Any, live: World, page: Page) -> None:
    sign_in("ruth")
    page.get_by_role("link", name="The house").click()
    page.get_by_role("button", name="Set something").click()
    page.get_by_role("combobox", name="Drill").fill("towel")
    page.get_by_role("combobox", name="Drill").press("Enter")
    page.get_by_role("heading", name="Set for this clinic").click()
    page.locator("input[name=house-reason]").fill("the towels are at the laundry")
    assert faults(page) == [], "setting something"
    page.get_by_role("button", name="Set it for the clinic").click()
    row = page.get_by_role("region", name="Set for this clinic").get_by_role("row").filter(has_text="laundry")
    expect(row).to_contain_text("Ruth Adeyemi")
    assert HouseRow.objects.get(kind="drill").ended_at is None
    row.get_by_role("button", name=re.compile("As shipped again")).click()
    expect(row).to_have_count(0)
    page.get_by_role("button", name="Take somebody on").click()
    for name, value in (("first", "Nell"), ("last", "Quay"), ("username", "nell"), ("reason", "new here")):
        page.locator(f"input[name=staff-{name}]").fill(value)
    page.get_by_role("button", name="Take on", exact=True).click()
    expect(page.get_by_role("status").filter(has_text="signs in with")).to_contain_text("nell")
    page.get_by_role("button", name="Change the role of Ruth Adeyemi").click()
    page.get_by_role("button", name="signs in no more").click()
    page.locator("input[name=role-reason]").fill("tired")
    page.get_by_role("button", name="Keep this").click()
    expect(page.get_by_text("this is the only lead")).to_be_visible()
    assert faults(page) == [], "the house"
