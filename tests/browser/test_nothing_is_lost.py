"""What was entered survives a lost network, a lost session, a reload, and a second person."""

from __future__ import annotations

from typing import Any

from playwright.sync_api import Browser, Page, expect

from easepath.clinic.actions.home_links import new_link, revoke_links
from easepath.clinic.models import Complaint, SessionLog
from tests.browser.conftest import AtStep, begin, fill_day, fill_sign_in, press_strip, saved
from tests.conftest import World


def open_story(at_step: AtStep, page: Page) -> None:
    """Marta's story, read to the end."""
    at_step("Marta", "Story")
    expect(page.locator("input[name=words]")).to_have_value("pulled the left groin stepping off a truss")


def words_of(live: World) -> str:
    """The words as the rows hold them."""
    return Complaint.objects.get(pk=live.complaints["Marta"].pk).words


def test_a_lost_network_keeps_and_sends_later(at_step: AtStep, live: World, page: Page) -> None:
    open_story(at_step, page)
    page.context.set_offline(True)
    page.locator("input[name=words]").fill("written in a tunnel")
    expect(page.get_by_role("status")).to_contain_text("kept on this device")
    assert words_of(live) != "written in a tunnel"
    page.context.set_offline(False)
    saved(page)
    assert words_of(live) == "written in a tunnel"


def test_a_reload_before_the_save_loses_nothing(at_step: AtStep, live: World, page: Page) -> None:
    open_story(at_step, page)
    page.context.set_offline(True)
    page.locator("input[name=words]").fill("closed the lid")
    expect(page.get_by_role("status")).to_contain_text("kept on this device")
    address = page.url
    page.goto("about:blank")
    page.context.set_offline(False)
    page.goto(address)
    expect(page.locator("input[name=words]")).to_have_value("closed the lid")
    saved(page)
    assert words_of(live) == "closed the lid"


def test_an_expired_session_signs_in_over_the_page(at_step: AtStep, live: World, page: Page) -> None:
    open_story(at_step, page)
    page.context.clear_cookies(name="sessionid")
    page.locator("input[name=words]").fill("after a long call")
    dialog = page.get_by_role("dialog", name="You are signed out")
    expect(dialog).to_be_visible()
    fill_sign_in(page)
    expect(dialog).to_be_hidden()
    expect(page.locator("input[name=words]")).to_have_value("after a long call")
    saved(page)
    assert words_of(live) == "after a long call"


def test_two_people_see_both_values_and_choose(at_step: AtStep, live: World, page: Page, browser: Browser) -> None:
    open_story(at_step, page)
    other = browser.new_page(viewport={"width": 1280, "height": 800})
    other.goto(page.url)
    fill_sign_in(other, "callum")
    other.locator("input[name=words]").fill("his words")
    expect(other.get_by_role("status")).to_contain_text("saved")
    page.locator("input[name=words]").fill("her words")
    box = page.get_by_role("alertdialog")
    expect(box).to_contain_text("Callum Reeve saved this step in the meantime")
    expect(box).to_contain_text("his words")
    expect(box).to_contain_text("her words")
    assert words_of(live) == "his words"
    page.get_by_role("button", name="Keep mine").click()
    saved(page)
    assert words_of(live) == "her words"


def test_a_bad_date_is_told_at_its_field(at_step: AtStep, live: World, page: Page) -> None:
    open_story(at_step, page)
    fill_day(page, "since", "2031-01-01")
    expect(page.get_by_text("lies after today")).to_be_visible()
    expect(page.get_by_role("status")).to_contain_text("not saved")
    fill_day(page, "since", "2026-11-07")
    saved(page)


def test_a_session_without_network_is_kept_and_sent_once(live: World, page: Page, live_server: Any) -> None:
    complaint = live.complaints["Marta"]
    before = SessionLog.objects.filter(complaint=complaint).count()
    page.goto(f"{live_server.url}/h/{new_link(live.users['hanne'], complaint)}")
    begin(page)
    with page.expect_response(lambda answer: answer.url.endswith("/sessions") and answer.ok):
        page.get_by_role("button", name="It hurts: stop").click()
    expect(page.get_by_text("The clinic knows that you stopped.")).to_be_visible()
    stop = SessionLog.objects.filter(complaint=complaint).latest("received_at")
    assert stop.drills.get(position=0).stopped.startswith("pressed “It hurts: stop”")  # told at the press
    page.reload()  # a closed tab: the session waits where it was
    page.get_by_role("button", name="Tell where and what").click()
    page.context.set_offline(True)
    page.get_by_role("button", name="groin", exact=True).click()
    page.get_by_role("group", name="On which side?").get_by_role("button", name="left").click()
    page.get_by_role("button", name="a sharp pain").click()
    press_strip(page, "How bad?", 3)
    page.get_by_role("button", name="Send this too").click()
    expect(page.get_by_role("status")).to_contain_text("One report is kept on this phone")
    expect(page.get_by_role("heading", name="You stopped, and that was right")).to_be_visible()
    expect(page.get_by_text("That you stopped is kept on this phone")).to_be_visible()
    expect(page.get_by_text("The clinic knows")).to_have_count(0)  # one status, and a true one
    for way in ("Start", "Do it once more"):
        expect(page.get_by_role("button", name=way)).to_have_count(0)
    expect(page.get_by_role("link", name="Call 0")).to_have_count(1)  # a number is called by a touch
    assert SessionLog.objects.filter(complaint=complaint).count() == before + 1
    page.context.set_offline(False)
    expect(page.get_by_text("One report is kept")).to_be_hidden()
    expect(page.get_by_text("The clinic knows and looks at it.")).to_be_visible()
    assert SessionLog.objects.filter(complaint=complaint).count() == before + 2
    told = SessionLog.objects.get(corrects=stop).drills.get()
    assert (told.symptom, told.felt, told.felt_side, told.during) == ("sharp", "groin", "left", 3)


def test_a_dead_link_says_whom_to_call(live: World, page: Page, live_server: Any) -> None:
    token = new_link(live.users["hanne"], live.complaints["Marta"])
    revoke_links(live.users["hanne"], live.complaints["Marta"])
    page.goto(f"{live_server.url}/h/{token}")
    expect(page.get_by_role("heading", name="This link does not work any more")).to_be_visible()
    expect(page.get_by_text("Call the clinic that gave it to you and ask for a new one.")).to_be_visible()
