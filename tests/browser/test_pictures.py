"""Pictures where they are used: the library, a match row, composing, paper, and the client's session."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any

from playwright.sync_api import Locator, Page, expect

from easepath.clinic.actions.home_links import new_link
from tests.browser.conftest import FINE, MOVING, AtStep, begin, go, pick, wake
from tests.browser.whole import faults
from tests.conftest import World

pytestmark = MOVING
SignIn = Callable[..., None]
DRAWN = "image => image.complete && image.naturalWidth > 0"


def drawn(images: Locator) -> None:
    """Every picture of these has arrived."""
    for image in images.all():
        image.scroll_into_view_if_needed()
        image.evaluate("image => image.decode()")
        assert image.evaluate(DRAWN)


def test_a_clinician_finds_a_drill_and_watches_it(sign_in: SignIn, page: Page) -> None:
    sign_in()
    page.get_by_role("link", name="The drills").click()
    expect(page.get_by_role("status")).to_have_text("223 drills")
    cards = page.get_by_role("region", name="Drills").locator("li")
    expect(cards).to_have_count(40)
    page.get_by_role("button", name="Show 40 more of 223").click()
    expect(cards).to_have_count(80)
    page.get_by_role("searchbox").fill("half kneeling pad nothing")
    expect(page.get_by_text("No drill fits these words here.")).to_be_visible()
    page.get_by_role("searchbox").fill("half kneeling tuck")
    expect(cards).to_have_count(1)
    drawn(cards.locator("img"))
    pick(page, "side drawn", "left drawn")
    cards.get_by_role("button").click()
    film = page.get_by_role("img", name=re.compile("^Left side|^Right side"))
    expect(page.get_by_role("heading", name="Half kneeling, tuck and lean")).to_be_visible()
    expect(film.locator("text")).to_have_text("left")
    before = film.inner_html()
    page.wait_for_function("([svg, html]) => svg.innerHTML !== html", arg=[film.element_handle(), before])
    page.get_by_role("button", name="Hold the picture").click()
    held = film.inner_html()
    page.wait_for_timeout(400)
    assert film.inner_html() == held
    assert faults(page) == []
    page.get_by_role("button", name="Close").click()
    expect(film).to_have_count(0)


def test_who_wants_no_motion_gets_two_stills_and_may_ask(sign_in: SignIn, page: Page) -> None:
    page.emulate_media(reduced_motion="reduce")
    sign_in(at="library/half-kneel")
    stills = page.get_by_role("article").get_by_role("img")
    expect(stills).to_have_count(2)
    drawn(stills)
    page.get_by_role("button", name="Show it moving").click()
    expect(page.get_by_role("button", name="Hold the picture")).to_be_visible()


def test_the_steps_show_the_drills(at_step: AtStep, live: World, page: Page) -> None:
    at_step("Marta", "Plan")
    others = page.get_by_role("region", name="Others").locator("li img")
    expect(others.first).to_be_visible()
    drawn(others)
    shown = page.locator("[data-drill=lunge-rock] img")
    expect(shown).to_have_count(2)
    drawn(shown)
    expect(shown.first).to_have_attribute("alt", re.compile("^Left side. "))


def test_the_sheet_on_the_screen_shows_both_positions_or_both_sides(sign_in: SignIn, live: World, page: Page) -> None:
    version = live.complaints["Marta"].versions.get()
    sign_in(at=f"sheet/{version.pk}")
    pictures = page.locator(".pictures img")
    expect(pictures.first).to_be_visible()
    drawn(pictures)
    assert pictures.count() == 2 * version.drills.count()


def test_a_client_sees_the_side_that_is_done(live: World, page: Page, live_server: Any) -> None:
    page.set_viewport_size({"width": 390, "height": 844})
    page.clock.install()
    complaint = live.complaints["Marta"]
    page.goto(f"{live_server.url}/h/{new_link(live.users['hanne'], complaint)}")
    page.get_by_role("button", name="Drills").click()
    drawn(page.locator("li img"))
    page.get_by_role("button", name="Today").click()
    begin(page)
    film = page.locator("svg.film")
    expect(film).to_be_visible()
    sides: list[str] = []
    for _ in range(40):
        wake(page)
        if page.get_by_role("button", name=FINE).is_visible():
            page.get_by_role("button", name=FINE).click()
        elif page.get_by_role("heading", name="Done, ").is_visible():
            break
        elif (said := page.locator("p.side")).is_visible() and film.is_visible():
            word = said.inner_text().lower()
            expect(film.locator("text")).to_have_text("left" if "left" in word else "right")
            sides.append(word)
        page.clock.run_for(12_000)
    assert {"left", "right"} <= {side for word in sides for side in ("left", "right") if side in word}


def test_a_session_keeps_its_pictures_without_the_network(live: World, page: Page, live_server: Any) -> None:
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto(f"{live_server.url}/h/{new_link(live.users['hanne'], live.complaints['Tom'])}")
    page.get_by_role("button", name="Not now, go to today").click()
    expect(page.get_by_role("button", name="Start", exact=True)).to_be_visible()
    page.wait_for_load_state("networkidle")
    page.context.set_offline(True)
    begin(page)
    expect(page.locator("svg.film")).to_be_visible()
    page.context.set_offline(False)


def test_a_clinician_signs_the_review_of_a_drill(sign_in: SignIn, live: World, page: Page, live_server: Any) -> None:
    sign_in()
    page.get_by_role("button", name="Marta Lind").click()
    sheet = page.get_by_role("complementary", name="The sheet in progress")
    go(page, "Home")
    expect(sheet).to_contain_text("No drill here was reviewed yet by a named clinician")
    sheet.get_by_role("link", name="The drills").click()
    page.get_by_role("searchbox").fill("pelvic tilt")
    page.get_by_role("region", name="Drills").locator("li").get_by_role("button").first.click()
    review = page.get_by_role("region", name="Review")
    expect(review).to_contain_text("not yet reviewed by a named clinician")
    review.get_by_role("button", name="I have reviewed it").click()
    assert faults(page) == []
    review.get_by_role("button", name="Sign the review").click()
    expect(review).to_contain_text("Reviewed by Hanne Ostrow")
    page.reload()
    expect(review).to_contain_text("Reviewed by Hanne Ostrow")
    page.get_by_role("link", name="Caseload").click()
    page.get_by_role("button", name="Marta Lind").click()
    go(page, "Home")
    expect(sheet).to_contain_text("3 of 4 drills were not reviewed yet by a named clinician")
