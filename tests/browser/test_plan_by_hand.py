"""A practitioner's own sessions, made by hand in Plan for a client on the first visit, as far as the handed-over version."""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any

import pytest
from django.test import Client as Browser
from playwright.sync_api import Locator, Page, expect

from easepath.clinic.models import PlanVersion, SessionDrill
from easepath.core.knowledge import shipped_library
from tests.api.test_steps import BACKEND, told_and_screened
from tests.browser.conftest import (
    begin,
    fill_sign_in,
    go,
    held_back,
    pick,
    play_through,
    put_on,
    saved,
    session_titles,
    wake,
)
from tests.conftest import World

SignIn = Callable[..., None]
TITLE = shipped_library().title
REASON = "she has done it for years"


@pytest.fixture
def plan(sign_in: SignIn, live: World, page: Page, live_server: Any) -> Callable[..., None]:
    """Open Plan for a client whose story is told and whose screen is clear, with nothing on the sheet."""

    def run(condition: str, equipment: tuple[str, ...] = ()) -> None:
        staff = Browser(headers={"host": "localhost"})
        staff.force_login(live.users["hanne"], backend=BACKEND)
        visit = told_and_screened(staff, condition, equipment)
        sign_in()
        page.goto(f"{live_server.url}/visit/{visit}/story")
        go(page, "Plan")
        expect(session_titles(page)).not_to_have_count(0)
        for left in range(session_titles(page).count() - 1, -1, -1):
            row(page, 0).locator(".name").click()
            row(page, 0).get_by_role("button", name="Take it off").click()
            expect(session_titles(page)).to_have_count(left)

    return run


def row(page: Page, at: int) -> Locator:
    """A drill of the session."""
    return page.get_by_role("list", name="The session").locator("[data-drill]").nth(at)


def put(page: Page, *drills: str) -> None:
    """Put drills on the sheet, with a reason where one is asked."""
    others = page.get_by_role("region", name="Others")
    for drill in drills:
        others.get_by_label("Find a drill by name, place or what it is for").fill(TITLE(drill))
        fits = others.get_by_text(re.compile(r"^\d+ fit$"))
        fits.click()
        ranked = others.get_by_role("button", name=f"Put {TITLE(drill)} on", exact=True).count()
        put_on(page, TITLE(drill), "" if ranked else REASON)


def set_part(page: Page, at: int, part: str, value: int) -> None:
    """Set one figure of a dose by hand."""
    field = row(page, at).get_by_label(part, exact=True)
    field.fill(str(value))
    field.press("Enter")


def in_turn(page: Page, drills: int) -> Locator:
    """Join the first drills of the session into one group; the line that tells of it.

    Drills of a group stand together, so that rows move when the plan is read again: the next is pressed after that.
    """
    for first in range(drills - 1):
        row(page, first).locator(".name").click()
        with page.expect_response(lambda answer: answer.request.method == "GET" and answer.url.endswith("/plan")):
            row(page, first).get_by_role("button", name="In turn with the next").click()
        expect(page.get_by_role("group", name=f"In turn: 1 to {first + 2}")).to_be_visible()
        row(page, first).locator(".name").click()
    return page.get_by_role("group", name=f"In turn: 1 to {drills}")


def hand_over(page: Page) -> PlanVersion:
    """Hand the sheet over from the bar; the version it made."""
    page.get_by_role("button", name=re.compile("^Hand over version")).click()
    expect(page.get_by_text("private link, shown once")).to_be_visible()
    version = PlanVersion.objects.order_by("pk").last()
    assert version is not None
    return version


def test_four_stretches_of_four_times_thirty_seconds(plan: Callable[[str], None], page: Page) -> None:
    plan("toe-reach-limited")
    drills = ("calf-wall", "chair-hamstring", "figure-four-chair", "crossed-leg-chair")
    put(page, *drills)
    for at in range(len(drills)):
        row(page, at).locator(".name").click()
        set_part(page, at, "sets", 4)
        set_part(page, at, "hold, seconds", 30)
        expect(row(page, at).get_by_text("a dose of your own")).to_be_visible()
        row(page, at).locator(".name").click()
    version = hand_over(page)
    assert [(one.drill, one.dose["sets"], one.dose["hold_s"]) for one in version.drills.all()] == [
        (drill, 4, 30) for drill in drills
    ]  # fmt: skip
    assert all(one.order is not None for one in version.drills.all())


def test_a_circuit_of_four_in_three_rounds_equal_on_both_sides(plan: Callable[[str], None], page: Page) -> None:
    plan("toe-reach-limited")
    drills = ("side-leg-raise", "lunge-rock", "long-leg-rock-forward", "clam-isometric")
    put(page, *drills)
    group = in_turn(page, 4)
    group.get_by_label("rounds").fill("3")
    group.get_by_label("rounds").press("Enter")
    expect(page.get_by_text("saved").first).to_be_visible()
    version = hand_over(page)
    (circuit,) = version.groups
    assert (sorted(circuit["drills"]), circuit["rounds"], circuit["order"]) == (sorted(drills), 3, "round")
    sides = [one["side"] for one in version.timeline if one["kind"] == "side"]
    assert sides.count("left") == sides.count("right") == 12
    told = [one.prescription["sides"] for one in version.drills.all()]
    assert all(left["dose"] == right["dose"] for left, right in told)


def name_directions(page: Page, drill: str, *names: str) -> None:
    """Give a drill's directions their names, in turn."""
    at = session_titles(page).all_inner_texts().index(TITLE(drill))
    row(page, at).locator(".name").click()
    row(page, at).get_by_label("Directions by name, in turn").fill(", ".join(names))
    row(page, at).get_by_label("Directions by name, in turn").press("Tab")
    expect(row(page, at).get_by_text(f"in turn: {', '.join(names)}")).to_be_visible()
    row(page, at).locator(".name").click()


def test_fold_step_and_lunges_are_finished_on_one_side_before_the_other(
    plan: Callable[[str], None], page: Page
) -> None:
    plan("toe-reach-limited")
    put(page, "chair-hamstring", "lunge-rotate-hinge", "lunge-three-way")
    name_directions(page, "lunge-three-way", "forward", "to the side", "across")
    step = row(page, session_titles(page).all_inner_texts().index(TITLE("lunge-rotate-hinge")))
    step.locator(".name").click()
    step.get_by_role("group", name="Sides").get_by_role("button", name="both").click()
    step.locator(".name").click()
    group = in_turn(page, 3)
    expect(group.get_by_role("note")).to_contain_text("the way between counts in every round")
    group.get_by_label("rounds").fill("1")
    group.get_by_label("rounds").press("Enter")
    group.get_by_text("all on one side first").click()
    expect(page.get_by_text("saved").first).to_be_visible()
    version = hand_over(page)
    sides = [one["side"] for one in version.timeline if one["kind"] == "side"]
    assert len(set(sides[:3])) == len(set(sides[3:])) == 1
    assert sides[0] != sides[3]
    assert [one["kind"] for one in version.timeline].count("change") == 1
    assert version.drills.get(drill="lunge-three-way").names == ["forward", "to the side", "across"]
    assert version.seconds <= 7 * 60


def test_a_band_session_names_turn_sink_and_push_on_the_phone(plan: Callable[..., None], page: Page) -> None:
    plan("toe-reach-limited", equipment=("strong-band", "anchor"))
    drills = ("band-back-kneel", "band-centre-in", "band-side-rock")
    put(page, *drills)
    name_directions(page, "band-back-kneel", "turn", "sink", "push")
    version = hand_over(page)
    page.set_viewport_size({"width": 390, "height": 844})
    page.clock.install()
    page.goto(page.locator("a.address").inner_text())
    page.get_by_role("button", name="Drills").click()
    page.get_by_role("button", name=TITLE("band-back-kneel")).click()
    expect(page.get_by_text("In turn: turn, sink, push")).to_be_visible()
    page.get_by_role("button", name="Today").click()
    begin(page)
    for drill in version.drills.all():
        expect(page.get_by_text(f": {TITLE(drill.drill)}")).to_be_visible()
        if drill.drill == "band-back-kneel":
            break
        page.get_by_role("button", name="More", exact=True).click()
        page.get_by_role("button", name="Go past this drill").click()
    page.get_by_role("button", name="I am there").click()
    said: list[str] = []
    for _ in range(120):
        wake(page)
        said += [text.split(", ")[-1] for text in page.get_by_role("timer").locator(".beat").all_inner_texts()]
        if "push" in said:
            break
        page.clock.run_for(1_000)
    assert list(dict.fromkeys(said)) == ["turn", "sink", "push"]


def test_the_shin_at_the_wall_on_day_one_goes_through_its_stages(plan: Callable[[str], None], page: Page) -> None:
    plan("toe-reach-limited")
    put(page, "wall-shin")
    expect(row(page, 0).get_by_text(f"by hand: {REASON}")).to_be_visible()
    version = hand_over(page)
    only = version.drills.get()
    assert (only.drill, only.reason) == ("wall-shin", REASON)
    assert len({beat["word"] for beat in only.prescription["sides"][0]["pace"]}) > 1


def test_three_rungs_of_one_ladder_and_control_before_mobility(plan: Callable[[str], None], page: Page) -> None:
    plan("low-back-stiff")
    drills = (
        "pelvic-tilt",
        "seated-pelvic-tilt",
        "pelvic-rock-standing",
        "seated-squeeze",
        "bridge-half",
        "lunge-rock",
    )
    put(page, *drills)
    expect(page.get_by_text("another rung of the same ladder is in the plan").first).to_be_visible()
    mobility, names = TITLE("lunge-rock"), session_titles(page).all_inner_texts()
    for at in range(names.index(mobility), len(drills) - 1):
        row(page, at).locator(".grip").focus()
        page.keyboard.press("ArrowDown")
        expect(session_titles(page).nth(at + 1)).to_have_text(mobility)
    expect(page.get_by_text("in your own order")).to_be_visible()
    expect(page.get_by_text("The usual order has these earlier")).to_contain_text(mobility)
    version = hand_over(page)
    assert [TITLE(one.drill) for one in version.drills.all()] == [*(n for n in names if n != mobility), mobility]
    assert version.order == "own"


def test_load_band_rest_and_the_first_side_are_set_by_hand(plan: Callable[..., None], page: Page) -> None:
    plan("toe-reach-limited")
    put(page, "side-leg-raise")
    row(page, 0).locator(".name").click()
    row(page, 0).get_by_text("How often, rest, first side, load and depth").click()
    for label, value in (("load, kilograms", "2.5"), ("days a week", "3")):
        row(page, 0).get_by_label(label).fill(value)
        row(page, 0).get_by_label(label).press("Enter")
    pick(page, "band", "light")
    pick(page, "begins with", "left")
    expect(row(page, 0).get_by_text("with 2.5 kg, light band").first).to_be_visible()
    pick(page, "another dose on", "the right")
    set_part(page, 0, "times, right", 14)
    expect(row(page, 0).get_by_text("14 times").first).to_be_visible()
    version = hand_over(page)
    only = version.drills.get()
    assert only.manner == {
        "kilograms": 2.5, "days_per_week": 3, "band": "light", "first": "left", "right": {"reps": 14},
    }  # fmt: skip
    assert [side["dose"]["reps"] for side in only.prescription["sides"]][1] == 14
    assert [side["side"] for side in only.prescription["sides"]] == ["left", "right"]


def test_a_hold_lasts_until_the_client_says_that_it_lets_go(plan: Callable[..., None], page: Page) -> None:
    plan("toe-reach-limited")
    put(page, "calf-wall")
    row(page, 0).locator(".name").click()
    row(page, 0).get_by_text("How often, rest, first side, load and depth").click()
    row(page, 0).get_by_label("stay until it lets go, at most 1 min; never under its dose").check()
    expect(row(page, 0).get_by_text("stay until it lets go, at most 1 min").first).to_be_visible()
    version = hand_over(page)
    page.set_viewport_size({"width": 390, "height": 844})
    page.clock.install()
    page.goto(page.locator("a.address").inner_text())
    begin(page)
    page.get_by_role("button", name="I am there").click()
    has_eased = page.get_by_role("button", name="It has let go")
    until_shown(page, has_eased)
    expect(page.get_by_role("timer")).to_contain_text("Stay until it lets go")
    least = version.drills.get().prescription["sides"][0]["eases"]["least"]
    assert least <= int(page.get_by_role("timer").locator(".number").inner_text()) < 60
    has_eased.click()
    expect(has_eased).to_be_hidden()
    play_through(page)
    held = [int(one) for one in SessionDrill.objects.get(session__version=version).held.split()]
    assert least <= held[0] < held[1] == 60  # the one that nobody ended is over at the top


def until_shown(page: Page, wanted: Locator) -> None:
    """The clock goes on, second by second, until something is to be tapped."""
    for _ in range(120):
        wake(page)
        if wanted.is_visible():
            return
        page.clock.run_for(1_000)


def test_a_class_of_twelve_drills_in_twenty_six_minutes(plan: Callable[[str], None], page: Page) -> None:
    plan("low-back-stiff")
    drills = (
        "pelvic-tilt", "bridge-half", "bird-leg-slide", "childs-pose", "lunge-rock", "side-leg-raise", "clam-isometric",
        "calf-wall", "chair-hamstring", "seated-squeeze", "figure-four-chair", "supine-twist",
    )  # fmt: skip
    put(page, *drills)
    expect(page.get_by_text("too long")).to_be_visible()
    version = hand_over(page)
    assert version.drills.count() == 12
    assert 12 * 60 < version.seconds <= 26 * 60


def test_plan_is_walked_in_sixty_stops_of_the_tab_key(sign_in: SignIn, live: World, page: Page) -> None:
    sign_in()
    page.get_by_role("button", name="Marta Lind").click()
    go(page, "Plan")
    expect(page.get_by_role("button", name=re.compile("^Put .* on$"))).to_have_count(8)
    page.wait_for_load_state("networkidle")
    page.locator("body").press("Tab")
    stops = 0
    while page.evaluate("document.activeElement !== document.body") and stops <= 60:
        stops += 1
        page.keyboard.press("Tab")
    assert 20 < stops <= 60


def test_from_measure_to_hand_over_with_the_made_session_in_two_acts(
    sign_in: SignIn, live: World, page: Page, live_server: Any
) -> None:
    staff = Browser(headers={"host": "localhost"})
    staff.force_login(live.users["hanne"], backend=BACKEND)
    visit = told_and_screened(staff, "low-back-stiff")
    sign_in()
    page.goto(f"{live_server.url}/visit/{visit}/measure")
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
