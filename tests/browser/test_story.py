"""Story in the browser: marks by touch and by arrow keys, the side that follows them, and what is still to be asked."""

from __future__ import annotations

from collections.abc import Callable

from playwright.sync_api import Page, expect

from easepath.clinic.models import Complaint
from tests.browser.conftest import saved
from tests.conftest import World

SignIn = Callable[..., None]


def test_the_side_follows_the_marks_until_somebody_touches_it(live: World, sign_in: SignIn, page: Page) -> None:
    sign_in()
    page.get_by_role("button", name="Take in a client").click()
    page.locator("input[name=first_name]").fill("Nora")
    page.locator("input[name=last_name]").fill("Bakker")
    page.get_by_role("button", name="Begin with the story").click()
    side = page.get_by_role("group", name="Side, from the client’s view")

    def mark(place: str) -> None:
        page.get_by_role("checkbox", name=place).click()

    def told(word: str) -> None:
        expect(side.get_by_role("button", name=word, exact=True)).to_have_attribute("aria-pressed", "true")

    mark("left low back")
    told("left")
    mark("right low back")
    told("both")
    mark("left low back")
    told("right")
    side.get_by_role("button", name="both").click()
    mark("left buttock")
    mark("right low back")
    told("both")
    expect(page.get_by_text("Irritability: not known yet.")).to_be_visible()
    expect(page.get_by_text("four are missing: pain at rest, worst pain")).to_be_visible()

    mark("right back of the shoulder")
    expect(page.get_by_text("outside of what Ease Path has drills for")).to_be_visible()
    page.locator("input[name=condition]").fill("stiff hips")
    saved(page)
    with page.expect_response(lambda answer: answer.request.method == "PUT" and answer.url.endswith("/story")):
        page.get_by_role("button", name="Low-back pain with stiff hips").click()
    complaint = Complaint.objects.get(client__first_name="Nora")
    assert (complaint.side, complaint.areas) == ("both", ["buttock:left", "shoulder-back:right"])
    assert complaint.condition == "low-back-hip-stiff"


def test_the_chart_is_one_stop_and_arrows_walk_it(live: World, sign_in: SignIn, page: Page) -> None:
    sign_in()
    page.get_by_role("button", name="Marta Lind").click()
    page.get_by_role("navigation", name="Steps of the visit").get_by_text("Story", exact=True).click()
    chart = page.get_by_role("group", name="Where it hurts")
    places = chart.get_by_role("checkbox")
    expect(places).to_have_count(56)
    assert sum(place.get_attribute("tabindex") == "0" for place in places.all()) == 1
    chart.get_by_role("checkbox", name="left groin").focus()
    walk = (("ArrowDown", "left front of the thigh"), ("ArrowUp", "left front of the hip"), ("ArrowLeft", "left groin"))
    for key, name in walk:
        page.keyboard.press(key)
        expect(chart.get_by_role("checkbox", name=name)).to_be_focused()
    page.keyboard.press("Space")
    expect(chart.get_by_role("checkbox", name="left groin")).to_be_checked()
