"""What stands around every step: find, help, keys, folding, undo, and the walk for whoever is here for the first time."""

from __future__ import annotations

import re

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import AtStep, gate, go, saved
from tests.conftest import World


@pytest.fixture
def marta(at_step: AtStep, live: World, page: Page) -> Page:
    """The visit of Marta, in her story."""
    at_step("Marta", "Story")
    return page


def find(page: Page, text: str) -> None:
    page.keyboard.press("Control+k")
    field = page.get_by_role("combobox", name=re.compile("^Find a person"))
    expect(field).to_be_focused()
    field.fill(text)


@pytest.mark.parametrize(
    ("text", "chosen", "there"),
    [
        ("try", "Try", "/tryout$"),
        ("tom", "Tom", "/story$"),
        ("hip hinge", "Hip hinge", "/library/"),
        ("pregnan", "Pregnancy", r"/screening\?factor="),
    ],
)
def test_a_person_a_drill_a_step_and_a_factor_are_found_by_the_keyboard(
    marta: Page, text: str, chosen: str, there: str
) -> None:
    find(marta, text)
    first = marta.get_by_role("listbox", name="Found").get_by_role("option").first
    expect(first).to_contain_text(chosen)
    marta.keyboard.press("ArrowDown")
    marta.keyboard.press("ArrowUp")
    marta.keyboard.press("Enter")
    expect(marta).to_have_url(re.compile(there))
    expect(marta.get_by_role("listbox", name="Found")).to_be_hidden()
    if chosen == "Pregnancy":
        expect(marta.get_by_label("Add a factor by name")).to_have_value(re.compile("^Pregnan"))


def test_a_step_is_reached_by_keys_and_its_heading_has_the_focus(marta: Page) -> None:
    marta.get_by_role("heading", level=1).click()
    marta.keyboard.press("g")
    marta.keyboard.press("3")
    expect(marta.get_by_role("heading", level=1, name="Measure")).to_be_focused()
    marta.keyboard.press("Control+Enter")
    expect(marta.get_by_role("heading", level=1, name=re.compile("^Plan"))).to_be_focused()
    marta.keyboard.press("?")
    help_ = marta.get_by_role("dialog", name="Plan")
    expect(help_.get_by_text("next drill")).to_be_visible()
    help_.get_by_role("switch", name="single keys").click()
    expect(help_.get_by_text("next drill")).to_be_hidden()
    marta.keyboard.press("Escape")
    expect(help_).to_be_hidden()
    marta.keyboard.press("g")
    marta.keyboard.press("1")
    expect(marta.get_by_role("heading", level=1, name=re.compile("^Plan"))).to_be_visible()


def test_path_and_sheet_fold_and_stay_folded(marta: Page) -> None:
    go(marta, "Measure")
    marta.get_by_role("button", name="Fold the path").click()
    marta.get_by_role("complementary", name="The sheet in progress").get_by_role("button", name="fold").click()
    marta.reload()
    folded = marta.get_by_role("button", name=re.compile("^The sheet: "))
    expect(folded).to_be_visible()
    expect(gate(marta, "Screen")).to_be_visible()
    folded.click()
    expect(marta.get_by_role("complementary", name="The sheet in progress")).to_be_visible()
    go(marta, "Screen")
    expect(folded).to_be_visible()  # the questions have their own fold
    go(marta, "Story")
    expect(folded).to_be_hidden()
    marta.get_by_role("button", name="Unfold the path").click()
    expect(marta.get_by_role("button", name="Fold the path")).to_be_visible()


def test_the_last_change_of_a_step_is_taken_back_from_the_bar(marta: Page) -> None:
    undo = marta.get_by_role("button", name="Undo the last change")
    expect(undo).to_be_hidden()
    words = marta.locator("input[name=words]")
    before = words.input_value()
    words.fill("it began on the quay")
    saved(marta)
    undo.click()
    expect(words).to_have_value(before)
    expect(undo).to_be_hidden()


def test_the_walk_is_offered_once_and_can_be_left_at_any_stop(marta: Page) -> None:
    marta.get_by_role("button", name="Walk me round").click()
    expect(marta.get_by_text("A visit runs down this path.")).to_be_visible()
    marta.get_by_role("button", name="Next").click()
    expect(marta.get_by_text("Everything is saved as you type")).to_be_visible()
    marta.keyboard.press("Escape")
    expect(marta.get_by_text("Everything is saved as you type")).to_be_hidden()
    marta.reload()
    expect(marta.get_by_role("heading", level=1, name="Story")).to_be_visible()
    expect(marta.get_by_role("button", name="Walk me round")).to_be_hidden()


@pytest.mark.parametrize("width", [1280, 820, 390])
def test_the_header_is_one_line_and_the_bar_is_in_sight(marta: Page, width: int) -> None:
    marta.set_viewport_size({"width": width, "height": 800})
    header = marta.get_by_role("banner").bounding_box()
    assert header is not None
    assert header["height"] == 48
    assert marta.evaluate("document.documentElement.scrollWidth") <= width
    expect(marta.get_by_role("contentinfo", name="What is open, and the next act")).to_be_in_viewport()
    expect(
        marta.get_by_role("button", name=re.compile("^Hand over version|in use, nothing changed$"))
    ).to_be_in_viewport()


def test_the_first_stop_of_the_tab_key_skips_to_the_step(marta: Page) -> None:
    marta.reload()
    expect(marta.get_by_role("heading", level=1, name="Story")).to_be_visible()
    marta.keyboard.press("Tab")
    expect(marta.get_by_role("link", name="Skip to the step")).to_be_focused()
    marta.keyboard.press("Enter")
    expect(marta.locator("#step")).to_be_focused()
