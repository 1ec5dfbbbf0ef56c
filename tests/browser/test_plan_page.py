"""Plan as a page: keyboard, what it offers, what two people do at once, and what waits until it is read."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any

from django.test import Client as Browser
from playwright.sync_api import Page, expect

from tests.api.test_steps import BACKEND, told_and_screened
from tests.browser.by_hand import REASON, TITLE, hand_over, put
from tests.browser.conftest import AtStep, fill_sign_in, go, held_back, row, saved, session_titles
from tests.conftest import World

SignIn = Callable[..., None]


def test_plan_is_walked_in_sixty_stops_of_the_tab_key(at_step: AtStep, live: World, page: Page) -> None:
    at_step("Marta", "Plan")
    expect(page.get_by_role("button", name=re.compile("^Put .* on$"))).to_have_count(8)
    page.wait_for_load_state("networkidle")
    page.locator("body").press("Tab")
    stops = 0
    while page.evaluate("document.activeElement !== document.body") and stops <= 60:
        stops += 1
        page.keyboard.press("Tab")
    assert 20 < stops <= 60


def test_from_measure_to_hand_over_with_the_made_session_in_two_acts(sign_in: SignIn, live: World, page: Page) -> None:
    staff = Browser(headers={"host": "localhost"})
    staff.force_login(live.users["hanne"], backend=BACKEND)
    visit = told_and_screened(staff, "low-back-stiff")
    sign_in(at=f"visit/{visit}/measure")
    go(page, "Plan")
    expect(page.get_by_text("A session for 12 minutes, made from what you found")).to_be_visible()
    titles = session_titles(page).all_inner_texts()
    version = hand_over(page)
    assert [TITLE(one.drill) for one in version.drills.all()] == titles
    assert [one.order["ease"] for one in version.drills.all() if one.order] == [True] * len(titles)


def test_a_set_for_the_desk_is_done_whole_every_two_hours(plan: Callable[[str], None], page: Page) -> None:
    plan("low-back-stiff")
    put(page, "chair-hamstring", "seated-pelvic-tilt", "calf-wall")
    page.get_by_role("button", name="Plan breaks at work").click()
    desk = page.get_by_role("region", name="Breaks at work")
    expect(desk.get_by_role("listitem")).to_have_count(4)
    version = hand_over(page)
    assert [one["at"] for one in version.desk] == ["11:00", "13:00", "15:00", "17:00"]
    whole = [sorted((drill["title"], drill["side"]) for drill in one["drills"]) for one in version.desk]
    assert all(one == whole[0] for one in whole)
    assert {title for title, _ in whole[0]} == {TITLE(one.drill) for one in version.drills.all()}


def test_a_session_is_kept_as_a_template_and_taken_for_another_client_with_what_was_left_out(
    plan: Callable[..., None], page: Page, live: World, live_server: Any
) -> None:
    marta = live.visit("Marta").pk
    plan("toe-reach-limited", equipment=("strong-band", "anchor"))
    put(page, "chair-hamstring", "band-back-kneel")
    page.get_by_role("button", name="Templates").click()
    drawer = page.get_by_role("dialog", name="Templates")
    expect(drawer.get_by_text("No template yet.")).to_be_visible()
    drawer.get_by_role("button", name="Keep it").click()
    expect(drawer.get_by_role("alert")).to_contain_text("needs a name")
    drawer.get_by_label("name", exact=True).fill("Reach, first week")
    drawer.get_by_role("button", name="Keep it").click()
    expect(drawer.get_by_text("Reach, first week is kept.")).to_be_visible()
    page.goto(f"{live_server.url}/visit/{marta}/plan")
    before = session_titles(page).all_inner_texts()
    expect(session_titles(page)).not_to_have_count(0)
    before = session_titles(page).all_inner_texts()
    page.get_by_role("button", name="Templates").click()
    page.get_by_role("button", name="Take Reach, first week").click()
    expect(page.get_by_text("Reach, first week is taken.")).to_be_visible()
    expect(page.get_by_text(f"{TITLE('band-back-kneel')}: taken off")).to_be_visible()
    expect(session_titles(page)).to_have_text([TITLE("chair-hamstring")])
    page.get_by_role("button", name="Undo the last change").click()
    expect(session_titles(page)).to_have_text(before)


def test_a_drill_that_the_rules_leave_out_is_tried_in_the_room_from_plan(plan: Callable[..., None], page: Page) -> None:
    plan("toe-reach-limited")
    others = page.get_by_role("region", name="Others")
    others.get_by_label("Find a drill by name, place or what it is for").fill(TITLE("lunge-rotate-hinge"))
    others.get_by_text(re.compile(r"\d+ by hand")).click()
    others.get_by_role("button", name=re.compile(TITLE("lunge-rotate-hinge"))).first.click()
    page.get_by_role("link", name="Try it now").click()
    expect(page.get_by_role("heading", level=1, name="Try")).to_be_visible()
    expect(page.get_by_role("button", name=re.compile(TITLE("lunge-rotate-hinge"))).first).to_be_visible()
    expect(page.get_by_text("1 tried in this visit")).to_be_visible()
    saved(page)
    page.reload()
    expect(page.get_by_text("1 tried in this visit")).to_be_visible()


def test_two_people_who_change_one_plan_read_what_the_other_did(
    plan: Callable[..., None], page: Page, browser: Any
) -> None:
    plan("low-back-stiff")
    put(page, "pelvic-tilt")
    other = browser.new_page(viewport={"width": 1280, "height": 800})
    other.goto(page.url)
    fill_sign_in(other, "callum")
    put(other, "bridge-half")
    row(page, 0).locator(".name").click()
    row(page, 0).get_by_role("button", name="Take it off").click()
    box = page.get_by_role("alertdialog")
    expect(box).to_contain_text("Callum Reeve saved this step in the meantime")
    expect(box).to_contain_text(TITLE("bridge-half"))
    expect(box).not_to_contain_text("bridge-half")
    box.get_by_role("button", name="Take theirs").click()
    expect(session_titles(page)).to_have_text([TITLE("pelvic-tilt"), TITLE("bridge-half")])
    other.close()


def test_the_sheet_takes_no_change_before_it_is_read(plan: Callable[[str], None], page: Page) -> None:
    plan("low-back-stiff")
    put(page, "pelvic-tilt")
    saved(page)
    go(page, "Story")
    held = held_back(page, "**/api/visits/*/plan")
    page.get_by_role("navigation", name="Steps of the visit").get_by_role("link", name=re.compile("^Plan")).click()
    page.wait_for_timeout(300)
    expect(session_titles(page)).to_have_count(0)  # what is not read yet takes no change: it would be lost
    for one in held:
        one.continue_()
    page.unroute("**/api/visits/*/plan")
    row(page, 0).locator(".name").click()
    row(page, 0).get_by_role("button", name="Take it off").click()
    expect(session_titles(page)).to_have_count(0)
    saved(page)


def test_an_effort_cap_is_lifted_with_its_reason_in_one_act(plan: Callable[..., None], page: Page) -> None:
    plan("hip-labral", equipment=("block",))
    put(page, "belt-block")
    row(page, 0).locator(".name").click()
    row(page, 0).get_by_text("How often, rest, first side, load and depth").click()
    row(page, 0).get_by_role("checkbox", name=re.compile("^effort capped at 60 %")).check()
    lift = row(page, 0).get_by_role("button", name="Lift it, with this reason")
    expect(lift).to_be_disabled()
    row(page, 0).get_by_label("why it is lifted").fill(REASON)
    lift.click()
    saved(page)
    version = hand_over(page)
    only = version.drills.get()
    assert (only.manner, only.reason) == ({"cap_lift": 20}, REASON)
