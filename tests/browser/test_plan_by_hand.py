"""A practitioner's own sessions, made by hand in Plan for a client on the first visit, as far as the handed-over version."""

from __future__ import annotations

from collections.abc import Callable

from playwright.sync_api import Locator, Page, expect

from easepath.clinic.models import SessionDrill
from tests.browser.by_hand import REASON, TITLE, hand_over, in_turn, name_directions, put, set_part
from tests.browser.conftest import begin, pick, play_through, row, session_titles, wake


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
