"""Story in the browser: marks by touch and by arrow keys, the side that follows them, and what is still to be asked."""

from __future__ import annotations

import re
from collections.abc import Callable

from playwright.sync_api import Page, expect

from easepath.clinic.models import Complaint
from tests.browser.conftest import AtStep, go, held_back, saved
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


def test_what_is_felt_and_told_speaks_to_the_screen(live: World, at_step: AtStep, page: Page) -> None:
    at_step("Marta", "Story")
    chart = page.get_by_role("group", name="Where it hurts")
    chart.get_by_role("button", name="numb or tingling").click()
    chart.get_by_role("checkbox", name="left calf").click()
    expect(chart.get_by_role("checkbox", name="left calf: numb or tingling")).to_be_checked()
    page.get_by_role("button", name="how it behaves").click()
    page.get_by_role("button", name="stairs", exact=True).click()
    page.get_by_role("button", name="nothing at all").click()
    page.get_by_role("button", name="worst at night").click()
    page.get_by_role("button", name="comes and goes").click()
    page.locator("input[name=medicine]").fill("warfarin since May")
    page.locator("textarea[name=notes]").fill("Slipped on the quay.")
    saved(page)
    told = Complaint.objects.get(pk=live.complaints["Marta"].pk)
    assert (told.kinds, told.ticked) == ({"calf:left": ["numb"]}, ["on-stairs", "eases-nothing", "day-comes-and-goes"])
    assert (told.medicine, told.notes) == ("warfarin since May", "Slipped on the quay.")
    go(page, "Screen")
    questions = page.get_by_label("Questions")
    asked = questions.locator('[data-word="leg-symptoms"]')
    expect(asked.get_by_text("Story: “left calf”")).to_be_visible()
    expect(asked.get_by_role("button", name="yes")).to_have_attribute("aria-pressed", "true")
    expect(questions.get_by_text("Story: “Slipped”").first).to_be_visible()
    expect(questions.get_by_text("Story: “eases it: nothing at all”").first).to_be_visible()
    page.get_by_role("button", name="warfarin: ").click()
    saved(page)
    expect(page.get_by_role("region", name="Background factors").locator(".factor strong")).to_contain_text(
        ["lood thinner"]
    )


def test_in_an_emergency_nothing_is_tested_and_what_was_done_is_written_down(
    live: World, at_step: AtStep, page: Page
) -> None:
    at_step("Marta", "Screen")
    outcome = page.get_by_role("region", name="Outcome")
    expect(outcome.get_by_text("clearance")).to_have_count(0)
    weaker = page.locator('[data-word="weakness-growing"]')
    weaker.get_by_role("button", name="yes").click()
    expect(outcome.get_by_role("heading", name="This is an emergency")).to_be_visible()
    expect(outcome.get_by_role("listitem").first).to_have_text("Call the emergency number now. Stay with Marta.")
    expect(page.get_by_role("link", name="Go on to")).to_have_count(0)
    page.get_by_role("link", name="Write down what was done").click()
    notes = page.get_by_label("Notes, in your own words")
    expect(notes).to_be_focused()
    notes.fill("10:09 foot hangs since the morning; ambulance called.")
    saved(page)
    held = held_back(page, "**/api/visits/*/screening")
    page.get_by_role("navigation", name="Steps of the visit").get_by_role("link", name=re.compile("^Screen")).click()
    page.wait_for_timeout(300)
    expect(outcome).to_have_count(0)  # what is not read yet takes no answer: it would be lost
    held[0].continue_()
    page.unroute("**/api/visits/*/screening")
    outcome.get_by_role("button", name="It was answered wrongly").click()
    expect(weaker).to_be_focused()
    page.keyboard.press("n")
    expect(outcome.get_by_role("heading", name="This is an emergency")).to_have_count(0)


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
