"""Every view at every width: nothing found by axe, nothing that runs out sideways, the next act always in sight."""

from __future__ import annotations

from typing import Any

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import MOVING, signed_in
from tests.browser.whole import faults
from tests.conftest import World

pytestmark = MOVING
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


IN_SIGHT = "n => { const b = n.getBoundingClientRect(); return b.width > 0 && b.bottom <= innerHeight + 1 && b.right <= innerWidth + 1 }"


def whole(page: Page, *, acts: bool) -> list[str]:
    """What is wrong with the view at the width it has."""
    wrong = faults(page)
    act = page.locator("[data-next], .bar .act.next").first
    if acts and act.count() and not act.evaluate(IN_SIGHT):
        wrong.append("the next act is out of sight")
    return wrong


@pytest.mark.parametrize("part", ["pages", "steps"])
def test_every_view_is_whole(live: World, page: Page, live_server: Any, part: str) -> None:
    """Each view opens at another of the widths, and is then seen at all of them."""
    visit, complaint = live.visit("Marta").pk, live.complaints["Marta"]
    person, version = complaint.client_id, complaint.versions.get().pk
    of_marta = (
        f"course/{complaint.pk}", f"complaint/{complaint.pk}/write/letter", f"person/{person}", f"person/{person}/course",
        f"sheet/{version}",
    )  # fmt: skip
    views = (*PAGES, *of_marta) if part == "pages" else tuple(f"visit/{visit}/{step}" for step in STEPS)
    signed_in(page, live, live_server.url, "ruth")
    sizes, wrong = list(SIZES), []
    for number, address in enumerate(views):
        first = number % len(sizes)
        for size in (*sizes[first:], *sizes[:first]):
            width, height = SIZES[size]
            page.set_viewport_size({"width": width, "height": height})
            if size == sizes[first]:
                page.goto(f"{live_server.url}/{address}")
                expect(page.get_by_role("heading", level=1).first).to_be_visible()
            wrong += [f"{address}, {size}: {fault}" for fault in whole(page, acts=part == "steps")]
    assert wrong == []


def test_a_page_that_changes_is_looked_at_again(live: World, page: Page, live_server: Any) -> None:
    """Contrast is measured once for what looks the same: what comes later or turns pale is found all the same."""
    page.goto(live_server.url)
    expect(page.get_by_role("button", name="Sign in")).to_be_visible()
    assert faults(page) == [] == faults(page)
    page.evaluate("""() => {
        const later = document.querySelector('form').appendChild(document.createElement('p'))
        later.textContent = 'later'
        later.style.color = '#ccc'
    }""")
    assert [fault.partition(":")[0] for fault in faults(page)] == ["color-contrast"]
    page.evaluate("document.querySelector('form p:last-child').remove()")
    assert faults(page) == []
    page.evaluate("document.querySelector('h1').style.color = '#ddd'")
    assert [fault.partition(":")[0] for fault in faults(page)] == ["color-contrast"]
