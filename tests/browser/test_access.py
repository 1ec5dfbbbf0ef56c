"""Every view for everybody: no serious fault by axe, and the screen answered by keyboard alone."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any

import pytest
from playwright.sync_api import Locator, Page, expect

from easepath.clinic.actions.home_links import new_link
from tests.browser.conftest import MOVING, AtStep, begin, go, pick, saved
from tests.browser.whole import faults
from tests.conftest import World

pytestmark = MOVING
SignIn = Callable[..., None]
STEPS = ("Story", "Screen", "Measure", "Plan", "Try", "Home", "Respond", "Adjust")


def test_no_serious_fault_before_signing_in(live: World, page: Page, live_server: Any) -> None:
    page.goto(live_server.url)
    expect(page.get_by_role("button", name="Sign in")).to_be_visible()
    assert faults(page) == []


@pytest.mark.parametrize("name", ["Ines Varga", "Piet Halloran"])
def test_no_serious_fault_in_a_visit(sign_in: SignIn, page: Page, name: str) -> None:
    sign_in()
    assert faults(page) == []
    page.get_by_role("button", name=name).click()
    expect(page.get_by_role("navigation", name="Steps of the visit")).to_be_visible()
    for step in STEPS:
        go(page, step)
        assert faults(page) == [], step


def test_no_serious_fault_on_sheet_and_phone(sign_in: SignIn, live: World, page: Page, live_server: Any) -> None:
    version = live.complaints["Marta"].versions.get().pk
    sign_in(at=f"sheet/{version}")
    expect(page.get_by_role("heading", name="For Marta, at home")).to_be_visible()
    assert faults(page) == []
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto(f"{live_server.url}/h/{new_link(live.users['hanne'], live.complaints['Tom'])}")
    expect(page.get_by_role("heading", name="How is the pain on getting up?")).to_be_visible()
    assert faults(page) == []
    page.get_by_role("button", name="Not now, go to today").click()
    for tab, heading in {"Today": "Tom", "Drills": "Your drills", "My course": "My course", "Call": "Lockmere"}.items():
        page.get_by_role("navigation", name="Pages").get_by_role("button", name=tab).click()
        expect(page.get_by_role("heading", level=1, name=heading)).to_be_visible()
        assert faults(page) == []
    page.get_by_role("navigation", name="Pages").get_by_role("button", name="Today").click()
    begin(page)
    expect(page.get_by_role("timer")).to_be_visible()
    assert faults(page) == []
    page.get_by_role("button", name="I am there").click()
    assert faults(page) == []
    page.get_by_role("button", name="It hurts: stop").click()
    expect(page.get_by_role("heading", name="Stopped.")).to_be_visible()
    assert faults(page) == []
    page.get_by_role("button", name="Tell where and what").click()
    expect(page.get_by_role("heading", name="Where did it hurt?")).to_be_visible()
    assert faults(page) == []
    page.get_by_role("button", name="this is added").click()
    page.get_by_role("button", name="It was a slip").click()
    page.get_by_role("button", name="More", exact=True).click()
    assert faults(page) == []
    page.get_by_role("button", name="Enough for today").click()
    expect(page.get_by_role("heading", name="Done, Tom")).to_be_visible()
    assert faults(page) == []


def test_the_screen_by_keyboard_alone(at_step: AtStep, live: World, page: Page) -> None:
    at_step("Marta", "Screen")
    questions = page.get_by_label("Questions", exact=True)
    questions.focus()
    group = questions.locator(".emergency [data-word^='group:']").first
    down_to(page, group)
    page.keyboard.press("y")
    one = questions.locator(".emergency .question").first
    down_to(page, one)
    page.keyboard.press("y")
    outcome = page.get_by_role("region", name="Outcome").get_by_role("heading")
    expect(outcome).to_have_text("This is an emergency")
    page.keyboard.press("ArrowUp")
    page.keyboard.press("u")
    expect(outcome).to_have_text("Not complete")
    page.keyboard.press("n")
    rest = questions.locator(".emergency .question.open").get_by_role("button", name="no", exact=True)
    while rest.count():
        rest.first.click()
    expect(outcome).to_have_text("Careful")


def down_to(page: Page, target: Locator, most: int = 40) -> None:
    """Reach what is asked with the arrow key alone."""
    for _ in range(most):
        if target.evaluate("node => node === document.activeElement"):
            return
        page.keyboard.press("ArrowDown")
    raise AssertionError(f"the arrow key does not reach {target}")


def test_pain_by_one_digit(at_step: AtStep, live: World, page: Page) -> None:
    at_step("Marta", "Story")
    page.get_by_role("button", name="Usual 2 of 10", exact=True).focus()
    page.keyboard.press("t")
    expect(page.get_by_role("button", name="Usual 10 of 10", exact=True)).to_have_attribute("aria-pressed", "true")
    page.keyboard.press("3")
    saved(page)
    expect(page.get_by_role("button", name="Usual 3 of 10", exact=True)).to_have_attribute("aria-pressed", "true")


def test_no_serious_fault_in_what_opens_inside_a_step(at_step: AtStep, live: World, page: Page) -> None:
    at_step("Marta", "Story")
    page.get_by_role("button", name="how it behaves").click()
    assert faults(page) == [], "how it behaves"
    page.get_by_role("button", name="the person, at home").click()
    assert faults(page) == [], "the person, at home"
    page.get_by_role("button", name="Help and keys of this step").click()
    expect(page.get_by_role("dialog")).to_be_visible()
    assert faults(page) == [], "help"
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Find", exact=True).click()
    page.get_by_role("dialog").get_by_role("combobox").fill("hip")
    assert faults(page) == [], "find"
    page.keyboard.press("Escape")
    go(page, "Measure")
    pick(page, "another test", "Passive straight-leg raise, low back kept flat")
    page.get_by_role("button", name=re.compile("^Read it with the inclinometer")).click()
    assert faults(page) == [], "the inclinometer"
    go(page, "Plan")
    page.get_by_role("list", name="The session").locator(".name").first.click()
    expect(page.get_by_role("button", name="Take it off")).to_be_visible()
    page.wait_for_load_state("networkidle")
    assert faults(page) == [], "an open drill"
    page.get_by_role("button", name="In turn with the next").click()
    expect(page.get_by_role("group", name="In turn: 1 to 2")).to_be_visible()
    others = page.get_by_role("region", name="Others")
    others.get_by_text(re.compile("by hand$")).click()
    others.get_by_role("button", name="Reason").first.click()
    assert faults(page) == [], "a group, and a reason asked"
    page.get_by_role("combobox", name="need").click()
    expect(page.locator(".ant-select-dropdown:visible")).to_be_visible()
    assert faults(page) == [], "a list that is open"
    page.keyboard.press("Escape")
    page.get_by_text("needs, methods, choices").click()
    expect(page.get_by_role("region", name="Chosen by hand")).to_be_visible()
    page.wait_for_load_state("networkidle")
    assert faults(page) == [], "needs"
    go(page, "Try")
    page.get_by_role("button", name="try left Rocking in a deep step, hands on a chair").click()
    expect(page.get_by_role("heading", name="Rocking in a deep step, hands on a chair, left")).to_be_visible()
    assert faults(page) == [], "a drill tried"
    go(page, "Respond")
    expect(page.get_by_role("img", name=re.compile("sessions since"))).to_be_visible()
    page.get_by_role("button", name=re.compile("^open")).first.click()
    assert faults(page) == [], "the course and a session opened"
    page.get_by_text("by drill").click()
    expect(page.get_by_role("table", name="Responses of each drill")).to_be_visible()
    assert faults(page) == [], "the course of a drill"
    page.get_by_role("button", name="Enter a session").click()
    assert faults(page) == [], "a session entered"
    page.get_by_role("button", name="Close the visit").click()
    assert faults(page) == [], "closing"


def test_a_session_told_by_telephone_reaches_the_proposals(at_step: AtStep, live: World, page: Page) -> None:
    at_step("Marta", "Respond")
    page.get_by_role("button", name="Enter a session").click()
    page.get_by_role("button", name="Before it 1 of 10").click()
    page.get_by_role("button", name="After it 5 of 10").click()
    worst = page.get_by_label("worst pain, Rocking in a deep step, hands on a chair")
    worst.fill("14")
    expect(page.get_by_text("pain lies between 0 and 10")).to_be_visible()
    expect(page.get_by_role("button", name="Record the session")).to_be_disabled()
    worst.fill("7")
    page.reload()  # what was typed is kept
    page.get_by_role("button", name="Enter a session").click()
    expect(page.get_by_label("worst pain, Rocking in a deep step, hands on a chair")).to_have_value("7")
    pick(page, "felt, Rocking in a deep step, hands on a chair", "a sharp pain")
    pick(page, "where, Rocking in a deep step, hands on a chair", "groin")
    page.get_by_role("button", name="Record the session").click()
    today = page.get_by_role("row").filter(has_text="25 Nov")
    expect(today).to_be_visible()
    today.get_by_role("button", name="open").click()
    page.get_by_role("button", name="correct 25 Nov").click()
    expect(page.get_by_label("worst pain, Rocking in a deep step, hands on a chair")).to_have_value("7")
    page.get_by_role("button", name="cancel").click()
    go(page, "Adjust")
    expect(page.get_by_role("article", name="Rocking in a deep step, hands on a chair")).to_contain_text("sharp")


def test_no_serious_fault_in_what_opens_outside_a_visit(sign_in: SignIn, live: World, page: Page) -> None:
    sign_in("ruth")
    page.get_by_role("button", name="Take in a client").click()
    expect(page.locator("input[name=first_name]")).to_be_visible()
    assert faults(page) == [], "a client taken in"
    page.keyboard.press("Escape")
    page.goto(f"{page.url.split('?')[0].rstrip('/')}/person/{live.complaints['Marta'].client_id}")
    expect(page.get_by_role("heading", name="Complaints")).to_be_visible()
    page.get_by_role("button", name="End care", exact=True).first.click()
    expect(page.get_by_role("button", name="End care for this complaint")).to_be_visible()
    assert faults(page) == [], "the end of care"
