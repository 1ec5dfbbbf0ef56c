"""The second set of places: told in Story, seen and changed in Plan, chosen on the phone, logged as it was done."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any

from playwright.sync_api import Page, expect

from easepath.clinic.actions.home_links import new_link
from easepath.clinic.models import PlanVersion, SessionLog
from tests.browser.conftest import begin, go, pick, play_through, saved
from tests.conftest import World

SignIn = Callable[..., None]


def test_a_session_at_work(live: World, page: Page, live_server: Any, sign_in: SignIn) -> None:
    complaint, visit = live.complaints["Marta"], live.visit("Marta").pk
    sign_in(at=f"visit/{visit}/story")
    page.get_by_role("button", name="the person, at home").click()
    page.get_by_text("Done somewhere else now and then").click()
    page.get_by_label("What it is called").fill("at work")
    there = page.get_by_role("group", name="Places there")
    for place in ("chair", "room to stand"):
        there.get_by_role("button", name=place).click()
    saved(page)

    go(page, "Plan")
    somewhere = page.get_by_role("region", name="Somewhere else")
    expect(somewhere.get_by_role("heading", name="Somewhere else: at work")).to_be_visible()
    row = somewhere.get_by_role("listitem").filter(has_text="Pelvic tilts")
    expect(row).to_contain_text("stands in: it meets the same need")
    pick(page, "Pelvic tilts, at work", "not there")
    saved(page)
    expect(row).to_contain_text("by hand")
    page.get_by_role("button", name="Undo the last change").click()
    expect(row).to_contain_text("stands in: it meets the same need")
    saved(page)
    page.get_by_role("button", name=re.compile("^Hand over version")).click()
    expect(page).to_have_url(re.compile("/home$"))
    version = PlanVersion.objects.filter(complaint=complaint).latest("number")
    assert version.elsewhere is not None
    stand_in = next(one for one in version.elsewhere["drills"] if one["stands_for"] == "pelvic-tilt")

    page.set_viewport_size({"width": 390, "height": 844})
    page.clock.install()
    page.goto(f"{live_server.url}/h/{new_link(live.users['hanne'], complaint)}")
    page.get_by_role("button", name="Start", exact=True).click()
    page.get_by_role("group", name="Where are you today?").get_by_role("button", name="at work").click()
    page.get_by_role("button", name="Drills").click()
    expect(page.get_by_role("list")).to_contain_text(stand_in["prescription"]["title"])
    expect(page.get_by_role("list")).not_to_contain_text("Pelvic tilts")
    page.get_by_role("button", name="Today").click()
    begin(page)
    page.reload()
    expect(page.get_by_text(f"Next, 1: {stand_in['prescription']['title']}")).to_be_visible()
    page.get_by_role("button", name="I am there").click()
    play_through(page)
    drills = SessionLog.objects.filter(complaint=complaint).latest("received_at").drills
    assert drills.get(drill=stand_in["drill"]).stands_for == "pelvic-tilt"
    assert not drills.filter(drill="pelvic-tilt").exists()
