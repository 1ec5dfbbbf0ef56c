"""Four first visits by hand and a follow-up: how often the pointer is pressed, besides answering the screen."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Any

import pytest
from playwright.sync_api import Locator, Page, expect

from easepath.clinic.models import PlanVersion
from tests.browser.conftest import answer_no, fill_day, saved
from tests.conftest import World

SignIn = Callable[..., None]
MOST_FIRST, MOST_NEXT = 30, 8


@dataclass
class Hand:
    """The pointer, which counts its presses."""

    page: Page
    told: list[str] = field(default_factory=list)

    def press(self, target: Locator) -> None:
        target.click()
        self.told.append(str(target))

    def button(self, name: str, *, exact: bool = False) -> None:
        self.press(self.page.get_by_role("button", name=name, exact=exact).first)

    def step(self, name: str) -> None:
        """Along the path by its next act, which has to be in sight without scrolling."""
        link = self.page.get_by_role("link", name=f"Go on to {name}")
        expect(link).to_be_in_viewport()
        self.press(link)
        expect(self.page.get_by_role("heading", level=1, name=name)).to_be_visible()


VISITS: tuple[dict[str, Any], ...] = (
    {"who": ("Mila", "Oort"), "born": "1985-05-03", "sex": "female", "area": "low back",
     "words": "low back gets stiff from sitting at the loom", "condition": "Low-back stiffness and ache from sitting", "since": "2026-09-14"},
    {"who": ("Ruud", "Veen"), "born": "1956-02-11", "sex": "male", "area": "right front of the knee",
     "words": "new knee, bends badly", "condition": "After knee replacement", "since": "2026-10-12", "limit": "90", "stage": 0},
    {"who": ("Wim", "Sluys"), "born": "1990-03-02", "sex": "male", "area": "left front of the hip",
     "words": "left hip pinches in front getting into the boat", "condition": "Hip impingement", "since": "2026-10-01"},
    {"who": ("Truus", "Maas"), "born": "1952-01-20", "sex": "female", "area": "left palm side of the wrist",
     "words": "wrist stiff after a fall and a cast", "condition": "Stiff wrist", "since": "2026-10-05",
     "factor": "warfarin", "found": re.compile("lood thinner|nticoag"), "stage": 0},
)  # fmt: skip


def first_visit(hand: Hand, told: dict[str, Any]) -> None:
    page = hand.page
    hand.button("Take in a client")
    page.locator("input[name=first_name]").fill(told["who"][0])
    page.locator("input[name=last_name]").fill(told["who"][1])
    fill_day(page, "birth_date", told["born"])
    hand.button(told["sex"], exact=True)
    hand.button("Begin with the story")
    expect(page.get_by_role("heading", level=1, name="Story")).to_be_visible()
    hand.press(page.get_by_role("checkbox", name=told["area"]).first)
    page.locator("input[name=words]").fill(told["words"])
    hand.button(told["condition"])
    fill_day(page, "since", told["since"])
    for label, value in (("Pain now", 2), ("At rest", 0), ("Worst", 4), ("Usual", 2)):
        hand.press(page.get_by_role("button", name=f"{label} {value} of 10", exact=True))
    hand.button("half an hour")
    hand.button("never", exact=True)
    saved(page)
    hand.step("Screen")
    if "factor" in told:
        page.get_by_label("Add a factor by name").fill(told["factor"])
        hand.press(page.get_by_role("button", name=told["found"]).first)
    if "limit" in told:
        limits = page.get_by_role("region", name="Limits on movements")
        hand.press(limits.get_by_role("combobox", name="movement"))
        page.keyboard.type("knee flexion")
        hand.press(page.locator(".ant-select-dropdown:visible .ant-select-item").first)
        limits.get_by_label("degrees").fill(told["limit"])
        hand.press(limits.get_by_role("button", name="right", exact=True))
        hand.press(limits.get_by_role("button", name="Add limit"))
        expect(limits).to_contain_text("not past 90°, surgeon")
    answer_no(page)
    saved(page)
    hand.step("Measure")
    hand.step("Plan")
    if "stage" in told:
        hand.press(page.locator("input[name=stage]").nth(told["stage"]))
    hand_over = page.get_by_role("button", name="Hand over version 1")
    expect(hand_over).to_be_in_viewport()
    expect(page.get_by_role("contentinfo", name="Hand over")).not_to_contain_text("nothing is on the sheet")
    hand.press(hand_over)
    expect(page.get_by_text("private link, shown once")).to_be_visible()


@pytest.mark.parametrize("told", VISITS, ids=lambda told: told["condition"])
def test_a_first_visit_takes_few_presses(sign_in: SignIn, live: World, page: Page, told: dict[str, Any]) -> None:
    sign_in()
    hand = Hand(page)
    first_visit(hand, told)
    version = PlanVersion.objects.get(complaint__client__last_name=told["who"][1])
    assert version.drills.exists()
    assert len(hand.told) <= MOST_FIRST, hand.told


def test_from_a_flare_to_the_second_version(sign_in: SignIn, live: World, page: Page) -> None:
    sign_in()
    hand = Hand(page)
    hand.button("Ines Varga")
    expect(page.get_by_role("heading", level=1, name="Adjust")).to_be_visible()
    accept = page.get_by_role("button", name="Accept")
    expect(accept.first).to_be_visible()
    for left in range(accept.count(), 0, -1):
        hand.press(accept.first)
        expect(accept).to_have_count(left - 1)
    make = page.get_by_role("button", name="Make version 2 and show it to Ines")
    expect(make).to_be_in_viewport()
    hand.press(make)
    expect(page.get_by_role("heading", name="Version 2 is made")).to_be_visible()
    assert len(hand.told) <= MOST_NEXT, hand.told
