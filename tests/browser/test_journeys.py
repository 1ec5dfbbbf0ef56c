"""Whole journeys in the real interface: the clinician's, the client's, and the client held by a red flag."""

from __future__ import annotations

import datetime as dt
import re
from collections.abc import Callable
from typing import Any

import pytest
from playwright.sync_api import Browser, Page, expect

from easepath.clinic.models import Complaint, PlanVersion
from tests.browser.conftest import (
    MOVING,
    answer_no,
    begin,
    fill_day,
    gate,
    go,
    play_through,
    press_strip,
    put_on,
    saved,
    session_titles,
)
from tests.conftest import TODAY, World

PHONE = {"width": 390, "height": 844}
SignIn = Callable[..., None]


def tell_story(page: Page) -> None:
    """Fill the Story step for a fresh groin strain."""
    page.locator("input[name=words]").fill("pulled groin at the ferry")
    page.get_by_role("button", name="Groin (adductor) strain").click()
    page.get_by_role("button", name="right", exact=True).click()
    fill_day(page, "since", "2026-11-05")
    for label, value in (("Pain now", 1), ("At rest", 0), ("Worst", 4), ("Usual", 1)):
        press_strip(page, label, value)
    page.get_by_role("button", name="half an hour").click()
    page.get_by_role("button", name="never", exact=True).click()
    page.get_by_role("button", name="the person, at home").click()
    for place in ("wall", "room to stand"):  # it arrives filled: the one is not there, the other is
        page.get_by_role("button", name=place, exact=True).click()
    page.get_by_label("Minutes", exact=True).fill("12")
    page.get_by_label("Days a week").fill("7")
    saved(page)
    page.get_by_role("button", name="the pain", exact=True).click()
    expect(page.get_by_text("Irritability low.")).to_be_visible()


def answer_everything_no(page: Page) -> None:
    """Answer each band with its own button until nothing is open."""
    go(page, "Screen")
    expect(page.get_by_role("heading", name="Yes here is an emergency")).to_be_visible()
    answer_no(page)
    expect(page.get_by_text("all answered", exact=True)).to_be_visible()
    saved(page)
    expect(page.get_by_role("region", name="Outcome").get_by_role("heading")).to_have_text("Careful")


def do_session(phone: Page, url: str, during: int = 1) -> None:
    """Do the whole session on the phone, running its clock fast."""
    phone.clock.install()
    phone.goto(url)
    begin(phone)
    play_through(phone, during, "the muscle working")
    expect(phone.get_by_role("heading", name="Done for today")).to_be_visible()


@MOVING
def test_from_the_first_question_to_version_two(
    sign_in: SignIn, page: Page, browser: Browser, settings: Any, live_server: Any
) -> None:
    sign_in(by_form=True)
    page.get_by_role("button", name="Take in a client").click()
    page.locator("input[name=first_name]").fill("Nell")
    page.locator("input[name=last_name]").fill("Quay")
    fill_day(page, "birth_date", "1990-01-02")
    page.get_by_role("button", name="Begin with the story").click()
    tell_story(page)
    answer_everything_no(page)

    go(page, "Plan")
    expect(page.get_by_role("heading", level=1)).to_contain_text("A session for 12 minutes, made from what you found")
    page.get_by_role("radio", name="stage 2, Comfortable rocking").check()
    saved(page)
    expect(page.get_by_text("The session is being made for this stage.")).to_be_hidden()
    for title in session_titles(page).all_inner_texts():
        row = page.locator("[data-drill]", has=page.get_by_text(title, exact=True))
        row.locator(".name").click()
        row.get_by_role("button", name="Take it off").click()
        expect(session_titles(page).filter(has_text=title)).to_have_count(0)
    put_on(page, "Rocking in a deep step, hands on a chair")
    put_on(page, "Knees together into your hands")
    expect(page.get_by_text("of 12 min")).to_be_visible()
    page.get_by_role("button", name="Hand over version 1").click()
    expect(page.get_by_text("private link, shown once")).to_be_visible()
    link = page.locator("a.address").inner_text()

    for ago in (0, 1):
        settings.FROZEN_TODAY = TODAY + dt.timedelta(days=ago)
        phone = browser.new_page(viewport=PHONE)  # type: ignore[arg-type]
        if ago:
            phone.goto(link)
            with phone.expect_response(lambda answer: answer.url.endswith("/mornings") and answer.ok):
                press_strip(phone, "How is the pain on getting up?", 1)
            expect(phone.get_by_text("Told: 1.")).to_be_visible()
            phone.get_by_role("button", name="To today").click()
        do_session(phone, link)
        phone.close()

    settings.FROZEN_TODAY = TODAY + dt.timedelta(days=2)
    page.goto(live_server.url)
    page.get_by_role("button", name="Nell Quay").click()
    expect(page.get_by_role("heading", level=1, name="Respond")).to_be_visible()
    go(page, "Adjust")
    expect(page.get_by_text("Rocking in a deep step, hands on a chair (waits for its morning)")).to_be_visible()
    page.get_by_role("button", name="show them").click()
    rocks = page.get_by_role("article", name="Rocking in a deep step, hands on a chair")
    expect(rocks.get_by_role("button", name="Accept")).to_be_hidden()
    go(page, "Respond")
    press_strip(page, "The morning after 26 Nov, as the client tells it", 1)
    page.get_by_role("button", name="Record this morning").click()
    expect(page.get_by_role("button", name="Record this morning")).to_be_hidden()

    go(page, "Adjust")
    expect(page.get_by_role("button", name="Close the review, nothing changes")).to_be_disabled()
    page.get_by_role("article", name="Knees together into your hands").get_by_role("button", name="Accept").click()
    page.get_by_role("button", name="Not yet").click()
    page.locator("input[name=plan-reason]").fill("one more week of rocking")
    page.get_by_role("button", name="Keep the gate closed").click()
    coming = page.get_by_role("complementary", name="The next version")
    expect(coming).to_contain_text("Knees together into your hands, more: ")
    page.get_by_role("button", name="Make version 2 and show it to Nell").click()
    expect(page.get_by_role("heading", name="Version 2 is made")).to_be_visible()
    expect(page.get_by_text("Knees together into your hands, more: ")).to_be_visible()
    complaint = Complaint.objects.get(client__first_name="Nell")
    assert [v.number for v in complaint.versions.all()] == [1, 2]

    phone = browser.new_page(viewport=PHONE)  # type: ignore[arg-type]
    phone.goto(link)
    expect(phone.get_by_role("heading", name="New today")).to_be_visible()
    phone.get_by_role("button", name="Drills").click()
    expect(phone.get_by_text("version 2")).to_be_visible()
    page.get_by_role("button", name="Print version 2").click()
    expect(page.get_by_text("New in this version:")).to_be_visible()


@pytest.mark.parametrize("who", ["hanne", "ruth"])
def test_a_red_flag_gets_no_program_until_clearance_is_recorded(
    sign_in: SignIn, live: World, page: Page, who: str
) -> None:
    sign_in(who)
    page.get_by_role("button", name="Piet Halloran").click()
    outcome = page.get_by_role("region", name="Outcome")
    expect(outcome).to_contain_text("No home program until clearance is recorded")
    expect(page.get_by_role("button", name="Hand over version 1")).to_be_disabled()
    go(page, "Plan")
    expect(page.get_by_text("No program can be issued: the screen is held.").first).to_be_visible()
    put_on(page, "Knee falls out, lying")
    expect(page.get_by_role("button", name="Hand over version 1")).to_be_disabled()
    assert not PlanVersion.objects.filter(complaint=live.complaints["Piet"]).exists()

    go(page, "Screen")
    page.get_by_role("button", name="Record a doctor’s clearance").click()
    page.get_by_role("button", name="Record clearance").click()
    expect(outcome).to_contain_text("name the doctor who cleared it")
    page.locator("input[name=doctor]").fill("Dr A. Reyl")
    page.locator("input[name=reason]").fill("bloods and imaging clear")
    page.get_by_role("button", name="Record clearance").click()
    expect(outcome).to_contain_text("cleared by Dr A. Reyl")
    expect(outcome.get_by_role("heading")).to_have_text("Careful")
    page.get_by_role("button", name="Hand over version 1").click()
    expect(page.get_by_text("private link, shown once")).to_be_visible()


def test_an_assistant_enters_and_a_clinician_confirms(sign_in: SignIn, page: Page) -> None:
    sign_in("jo", by_form=True)
    page.get_by_role("button", name="Marta Lind").click()
    go(page, "Screen")
    fever = page.locator(".question", has_text="a fever or chills")
    fever.get_by_role("button", name="no", exact=True).click()
    expect(gate(page, "Screen")).to_contain_text("1 to confirm")
    expect(fever).to_contain_text("an assistant took it back")
    go(page, "Plan")
    expect(session_titles(page)).not_to_have_count(0)
    expect(page.get_by_role("button", name=re.compile("^Put .* on"))).to_have_count(0)
    expect(page.get_by_text("A clinician hands the sheet over.")).to_be_visible()
    page.goto(page.url.split("/visit")[0])
    page.get_by_role("button", name="Sign out").click()
    expect(page.get_by_role("button", name="Sign in")).to_be_visible()
    sign_in(by_form=True)
    page.get_by_role("button", name="Marta Lind").click()
    go(page, "Screen")
    page.get_by_role("button", name="Confirm 1 entered or asked for by an assistant").click()
    expect(gate(page, "Screen")).to_contain_text("1 to answer")
    fever.get_by_role("button", name="no", exact=True).click()
    expect(gate(page, "Screen")).to_contain_text("all answered")


def test_a_stop_sign_on_the_phone_ends_the_session(live: World, page: Page, live_server: Any) -> None:
    from easepath.clinic.actions.home_links import new_link

    link = new_link(live.users["hanne"], live.complaints["Marta"])
    page.set_viewport_size(PHONE)  # type: ignore[arg-type]
    page.goto(f"{live_server.url}/h/{link}")
    begin(page)
    page.get_by_role("button", name="It hurts: stop").click()
    page.get_by_role("button", name="Tell where and what").click()
    page.get_by_role("button", name="groin", exact=True).click()
    page.get_by_role("button", name="a sharp pain").click()
    expect(page.get_by_role("alert")).to_contain_text("Call")
    press_strip(page, "How bad?", 7)
    page.get_by_role("button", name="Send this too").click()
    expect(page.get_by_role("heading", name="You stopped, and that was right")).to_be_visible()
    page.get_by_role("button", name="Drills").click()
    expect(page.get_by_text("Paused, because of the sign you told us.").first).to_be_visible()
