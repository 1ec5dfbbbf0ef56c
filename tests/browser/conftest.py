"""A real browser against a live server with the practice clinic."""

from __future__ import annotations

import os
import re
import sqlite3
import time
from collections.abc import Callable, Iterator
from typing import Any

import pytest
from django.conf import settings
from django.test import Client as Browser
from django.test import TransactionTestCase
from playwright.sync_api import BrowserContext, Locator, Page, Route, expect
from pytest_django.live_server_helper import LiveServer

from docs.browser import CHROMIUM, QUIET
from easepath.standins.practice_clinic import PASSWORD
from tests.api.test_steps import BACKEND, JSON, told_and_screened
from tests.browser.built_files import BuiltFiles
from tests.built import put_back
from tests.conftest import World, world_of_rows

os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")  # the browser driver keeps a loop in this thread
PATIENCE_MS = 60_000
"""A machine that is shared can stand still for half a minute; no test is about how long something takes."""
expect.set_options(timeout=PATIENCE_MS / 2)


MOVING = pytest.mark.browser_context_args(reduced_motion="no-preference")
"""For what moves, for every view and for a whole journey. The rest wants no motion: to draw it is a fifth of their work."""


@pytest.fixture(scope="session")
def browser_type_launch_args(browser_type_launch_args: dict[str, Any]) -> dict[str, Any]:
    """Debian's Chromium, keeping to itself."""
    return {**browser_type_launch_args, "executable_path": CHROMIUM, "args": list(QUIET)}


@pytest.fixture(scope="session")
def browser_context_args(browser_context_args: dict[str, Any]) -> dict[str, Any]:
    """A laptop's screen, of somebody who wants no motion."""
    size = {"width": 1280, "height": 800}
    return {**browser_context_args, "viewport": size, "locale": "en-GB", "reduced_motion": "reduce"}


@pytest.fixture
def context(context: BrowserContext) -> BrowserContext:
    """The browser of a test, which is waited for."""
    context.set_default_timeout(PATIENCE_MS)
    return context


@pytest.fixture(scope="session")
def live_server(request: pytest.FixtureRequest) -> Iterator[LiveServer]:
    """A running server, with the files of the pages from memory."""
    with pytest.MonkeyPatch.context() as patched:
        patched.setattr("django.contrib.staticfiles.handlers.StaticFilesHandler", BuiltFiles)
        server = LiveServer(request.config.getvalue("liveserver") or "localhost")
    yield server
    server.stop()


@pytest.fixture(scope="session", autouse=True)
def _whole_again() -> Iterator[None]:
    """After each test the practice clinic is put back, which is quicker than clearing the rows and building it."""
    with pytest.MonkeyPatch.context() as patched:
        patched.setattr(TransactionTestCase, "_fixture_teardown", lambda _: put_back_when_free())
        yield


@pytest.fixture
def live(transactional_db: None, live_server: Any, page: Page) -> Iterator[World]:
    """The practice clinic behind a running server; a fault of the page fails the test."""
    faults: list[str] = []
    page.on("pageerror", lambda fault: faults.append(str(fault)))
    yield world_of_rows()
    if not page.is_closed():
        page.wait_for_load_state("networkidle")  # a request under way would hold the rows that are put back now
        page.goto("about:blank")
    assert faults == []


def put_back_when_free() -> None:
    """A request under way is waited for."""
    for _ in range(100):
        try:
            put_back()
        except sqlite3.OperationalError:
            time.sleep(0.05)
        else:
            return
    raise TimeoutError("a request still holds the rows")


@pytest.fixture
def sign_in(live: World, live_server: Any, page: Page) -> Callable[..., None]:
    """Open the caseload, or another page, as somebody of the clinic: signed in before, or through the real form."""

    def run(username: str = "hanne", *, by_form: bool = False, at: str = "") -> None:
        if not by_form:
            signed_in(page, live, live_server.url, username)
        page.goto(f"{live_server.url}/{at}")
        if by_form:
            fill_sign_in(page, username)
        if not at:
            expect(page.get_by_role("region", name="Caseload")).to_be_visible()

    return run


AtStep = Callable[[str, str], None]


@pytest.fixture
def at_step(sign_in: Callable[..., None], live: World, page: Page) -> AtStep:
    """Open a step of somebody's visit at once; the way to it from the caseload is walked in the journeys."""

    def run(name: str, step: str) -> None:
        address = {"Screen": "screening", "Try": "tryout"}.get(step, step.lower())
        sign_in(at=f"visit/{live.visit(name).pk}/{address}")
        step_shown(page, step)

    return run


def signed_in(page: Page, live: World, address: str, username: str = "hanne") -> None:
    """Let the browser be one that somebody has signed in with."""
    staff = Browser(headers={"host": "localhost"})
    staff.force_login(live.users[username], backend=BACKEND)
    name = settings.SESSION_COOKIE_NAME
    page.context.add_cookies([{"name": name, "value": staff.cookies[name].value, "url": address}])


@pytest.fixture
def plan(live: World, page: Page, live_server: Any) -> Callable[..., None]:
    """Open Plan for a client whose story is told and whose screen is clear, with nothing on the sheet."""

    def run(condition: str, equipment: tuple[str, ...] = ()) -> None:
        staff = Browser(headers={"host": "localhost"})
        staff.force_login(live.users["hanne"], backend=BACKEND)
        visit = told_and_screened(staff, condition, equipment)
        made = staff.get(f"/api/visits/{visit}/plan").json()
        nothing = {"revision": made["revision"], "drills": [], "order": made["order"], "stage": made["stage"]}
        assert staff.put(f"/api/visits/{visit}/plan", nothing, JSON).status_code == 200
        signed_in(page, live, live_server.url)
        page.goto(f"{live_server.url}/visit/{visit}/plan")
        expect(page.get_by_role("region", name="Others")).to_be_visible()
        expect(session_titles(page)).to_have_count(0)

    return run


def fill_sign_in(page: Page, username: str = "hanne") -> None:
    """Fill the sign-in form on the page."""
    page.locator("input[name=username]").fill(username)
    page.locator("input[name=password]").fill(PASSWORD)
    page.get_by_role("button", name="Sign in").click()


def press_strip(page: Page, label: str, value: int) -> None:
    """Choose a pain on a strip."""
    page.get_by_role("button", name=f"{label} {value} of 10", exact=True).click()


def go(page: Page, step: str) -> None:
    """Open a step of the visit from the path."""
    gate(page, step).click()
    step_shown(page, step)


def step_shown(page: Page, step: str) -> None:
    """Wait until a step of the visit is the page's."""
    expect(page.get_by_role("heading", level=1, name=re.compile(f"^{step}(:|$)"))).to_be_visible()


def put_on(page: Page, title: str, reason: str = "") -> None:
    """Put a drill on the sheet in Plan, with a reason where the rules do not rank it."""
    others = page.get_by_role("region", name="Others")
    others.get_by_label("Find a drill by name, place or what it is for").fill(title)
    if reason:
        others.get_by_text(re.compile(r"\d+ by hand")).click()
        others.get_by_role("button", name=f"Put {title} on, with a reason").click()
        others.get_by_placeholder("at least ten letters").fill(reason)
        others.get_by_role("button", name="Put on, with this reason").click()
    else:
        others.get_by_role("button", name=f"Put {title} on", exact=True).click()
    expect(session_titles(page).filter(has_text=title)).to_have_count(1)


def pick(page: Page, label: str, choice: str | re.Pattern[str]) -> None:
    """Choose from a list by what it says."""
    page.locator(".ant-select", has=page.get_by_role("combobox", name=label)).click()
    page.locator(".ant-select-dropdown:visible .ant-select-item-option").get_by_text(choice, exact=True).click()


def fill_day(page: Page, field: str, day: str) -> None:
    """Type a day into its field, by the field's id."""
    box = page.locator(f"input#{field}")
    box.click()
    box.fill(day)
    box.press("Enter")


def session_titles(page: Page) -> Locator:
    """The titles of the session in Plan."""
    return page.get_by_role("list", name="The session").locator("[data-drill] .name strong")


def row(page: Page, at: int) -> Locator:
    """A drill of the session in Plan."""
    return page.get_by_role("list", name="The session").locator("[data-drill]").nth(at)


def gate(page: Page, step: str) -> Locator:
    """The gate of a step on the path."""
    path = page.get_by_role("navigation", name="Steps of the visit")
    return path.locator("a", has=page.get_by_text(step, exact=True))


def tab_to(page: Page, target: Locator, most: int = 150) -> None:
    """Reach a control with the Tab key alone."""
    for _ in range(most):
        if target.evaluate("node => node === document.activeElement"):
            return
        page.keyboard.press("Tab")
    raise AssertionError(f"the Tab key does not reach {target}")


def tab_and_press(page: Page, name: str, *, key: str = "Enter") -> None:
    """Reach a button by its name with the Tab key and press it."""
    tab_to(page, page.get_by_role("button", name=name, exact=True).first)
    page.keyboard.press(key)


def saved(page: Page) -> None:
    """Wait until the step says that it is saved."""
    expect(page.get_by_role("status").filter(has_text=re.compile(r"^\s*saved")).first).to_be_visible()


def answer_no(page: Page) -> None:
    """None of these in every group, and no to each question that stands alone, until nothing new is asked."""
    none = page.locator(".card.open").get_by_role("button", name="None of these")
    alone = page.locator(".question.open").get_by_role("button", name=re.compile("^(no|not taken)$"))
    while none.count() or alone.count():
        (none if none.count() else alone).first.click()


def wake(phone: Page) -> None:
    """Go on where the session waited: a machine under load looks to the page like a phone that slept."""
    if phone.get_by_role("heading", name="Go on?").is_visible():
        phone.get_by_role("button", name=re.compile("^Go on from")).click()


def held_back(page: Page, address: str) -> list[Route]:
    """What is asked of an address from now on, none of it answered until the test does; `unroute` ends it."""
    held: list[Route] = []

    def hold(route: Route) -> None:
        held.append(route)

    page.route(address, hold)
    return held


FINE, A_BIT = "Fine no more pain", "A bit I felt"
"""How the two taps after a drill are read aloud."""


def begin(phone: Page, before: int = 1) -> None:
    """From today's card into the session."""
    start = phone.get_by_role("button", name="Start", exact=True)
    expect(start).to_be_visible()
    start.click()
    press_strip(phone, "How is the pain now?", before)
    expect(phone.get_by_role("region", name="Session")).to_be_visible()


def tell_drill(phone: Page, during: int = 1, felt: str = "a pull") -> None:
    """A drill told in more than one tap: its worst pain, what was felt, and that it was where it should be."""
    phone.get_by_role("button", name=A_BIT).click()
    press_strip(phone, "Worst pain during it", during)
    phone.get_by_role("button", name=felt).click()
    phone.get_by_role("button", name="where it should be").click()
    phone.get_by_role("button", name="Go on", exact=True).click()


def until_asked(phone: Page) -> None:
    """The clock of the page is ours: on until a drill is over and asked about."""
    for _ in range(60):
        wake(phone)
        if phone.get_by_role("button", name=FINE).is_visible():
            return
        phone.clock.run_for(10_000)
    raise AssertionError("no drill is asked about")


def until_end(phone: Page, during: int | None = None, felt: str = "a pull") -> None:
    """The session under way to its last page, each drill fine or told alike."""
    done = phone.get_by_role("heading", name=re.compile("^Done, "))
    for _ in range(120):
        wake(phone)
        if phone.get_by_role("button", name=FINE).is_visible():
            if during is None:
                phone.get_by_role("button", name=FINE).click()
            else:
                tell_drill(phone, during, felt)
        elif done.is_visible():
            break
        phone.clock.run_for(10_000)
    expect(done).to_be_visible()


def play_through(phone: Page, during: int | None = None, felt: str = "a pull") -> None:
    """The session under way to its end, each drill fine or told alike, and told to the clinic."""
    until_end(phone, during, felt)
    press_strip(phone, "Worst pain during it", during or 1)
    press_strip(phone, "And now", 1)
    with phone.expect_response(lambda answer: answer.url.endswith("/sessions") and answer.ok):
        phone.get_by_role("button", name="Tell the clinic").click()
    phone.get_by_role("button", name="To today").click()
