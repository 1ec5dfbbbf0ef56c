"""Every view at every width: nothing found by axe, nothing that runs out sideways, the next act always in sight."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import faults
from tests.conftest import World

SignIn = Callable[..., None]
STEPS = ("story", "screening", "measure", "plan", "tryout", "home", "respond", "adjust")
PAGES = (
    "",
    "library",
    "library/half-kneel",
    "conditions",
    "conditions/hip-impingement",
    "account",
    "audit",
    "outbox",
    "exchange",
    "house",
    "nowhere",
)
SIZES = {"a laptop": (1280, 800), "a tablet": (820, 1180), "zoomed to 200 %": (640, 400), "a wide screen": (1920, 1080)}


@pytest.mark.parametrize("size", SIZES)
def test_every_view_is_whole(sign_in: SignIn, live: World, page: Page, live_server: Any, size: str) -> None:
    width, height = SIZES[size]
    visit = live.visit("Marta").pk
    person, version = live.complaints["Marta"].client_id, live.complaints["Marta"].versions.get().pk
    sign_in("ruth")
    page.set_viewport_size({"width": width, "height": height})
    steps = [f"visit/{visit}/{step}" for step in STEPS]
    wrong: dict[str, list[str]] = {}
    complaint = live.complaints["Marta"].pk
    of_complaint = (f"course/{complaint}", f"complaint/{complaint}/write/letter")
    for address in (*PAGES, *of_complaint, f"person/{person}", f"person/{person}/course", f"sheet/{version}", *steps):
        page.goto(f"{live_server.url}/{address}")
        expect(page.get_by_role("heading", level=1).first).to_be_visible()
        wrong[address] = faults(page)
        if address in steps:
            act = page.locator("[data-next], .bar .act.next").first
            if act.count() and not act.evaluate(
                "n => { const b = n.getBoundingClientRect(); return b.width > 0 && b.bottom <= innerHeight + 1 && b.right <= innerWidth + 1 }"
            ):
                wrong[address].append("the next act is out of sight")
    assert [f"{address}: {fault}" for address, found in wrong.items() for fault in found] == []
