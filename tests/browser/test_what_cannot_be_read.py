"""A page that cannot be read says what happened, offers to try again, and leads back to the caseload."""

from __future__ import annotations

import datetime as dt
import re
from collections.abc import Callable
from typing import Any

import pytest
from playwright.sync_api import Page, expect

from easepath.clinic.models import Client
from tests.browser.conftest import AtStep, fill_day, go, saved
from tests.conftest import World

SignIn = Callable[..., None]
STEPS = ("story", "screening", "measure", "plan", "tryout", "home", "respond", "adjust")
OWN = {
    "tryout": "tryouts", "adjust": "review",
}  # fmt: skip


def test_a_visit_that_is_not_there(sign_in: SignIn, page: Page) -> None:
    sign_in(at="visit/9999/story")
    expect(page.get_by_role("alert").first).to_contain_text("No such visit in this clinic")
    page.get_by_role("link", name="Back to the caseload").first.click()
    expect(page.get_by_role("region", name="Caseload")).to_be_visible()


@pytest.mark.parametrize("step", STEPS)
def test_a_step_that_fails_once(sign_in: SignIn, live: World, live_server: Any, page: Page, step: str) -> None:
    visit = live.visit("Marta").pk
    own = re.compile(rf"/api/visits/{visit}/{OWN.get(step, step)}(\?.*)?$")
    page.route(own, lambda route: route.fulfill(status=500, body="a fault"))
    sign_in(at=f"visit/{visit}/{step}")
    main = page.get_by_role("main")
    expect(main.get_by_role("alert")).to_contain_text("The clinic’s server had a fault")
    expect(main.get_by_role("link", name="Back to the caseload")).to_be_visible()
    page.unroute(own)
    main.get_by_role("button", name="Try again").click()
    expect(main.get_by_role("heading", level=1)).to_be_visible()
    expect(main.get_by_role("alert")).to_be_hidden()


def test_a_client_whose_facts_cannot_be_read_is_mended_in_story(sign_in: SignIn, live: World, page: Page) -> None:
    Client.objects.filter(first_name="Marta").update(birth_date=dt.date(1890, 1, 1))
    sign_in()
    expect(page.get_by_role("button", name="Tom Okafor")).to_be_visible()
    page.get_by_role("button", name="Marta Lind").click()
    expect(page.get_by_role("alert").first).to_contain_text("1890-01-01 is more than 120 years ago")
    page.get_by_role("navigation", name="Steps of the visit").get_by_role("link", name="Screen").click()
    expect(page.get_by_role("main")).to_contain_text("is more than 120 years ago")
    go(page, "Story")
    page.get_by_role("button", name="the person, at home").click()
    fill_day(page, "birth_date", "1990-01-01")
    saved(page)
    expect(page.get_by_text("cannot be read, so nothing is judged")).to_be_hidden()
    go(page, "Screen")
    expect(page.get_by_role("heading", level=1, name="Screen")).to_be_visible()


def test_a_page_older_than_the_server_keeps_what_was_typed_and_goes_on(
    at_step: AtStep, live: World, page: Page
) -> None:
    at_step("Marta", "Story")
    gone = re.compile(r"/assets/MeasureStep-.*\.js$")
    page.route(gone, lambda route: route.fulfill(status=404, body=""))
    page.locator("input[name=words]").fill("typed before the server was renewed")
    page.get_by_role("navigation", name="Steps of the visit").get_by_role("link", name="Measure").click()
    note = page.get_by_role("alert").filter(has_text="was renewed while this page stood open")
    expect(note).to_be_visible()
    expect(page.locator("input[name=words]")).to_have_value("typed before the server was renewed")
    page.unroute(gone)
    note.get_by_role("button", name="Load it anew").click()
    expect(page.get_by_role("heading", name="Measure", level=1)).to_be_visible()
    go(page, "Story")
    expect(page.locator("input[name=words]")).to_have_value("typed before the server was renewed")
