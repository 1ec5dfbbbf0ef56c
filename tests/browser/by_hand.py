"""What a session made by hand is made with: rows of the sheet, their figures, groups, and the version it becomes."""

from __future__ import annotations

import re

from playwright.sync_api import Locator, Page, expect

from easepath.clinic.models import PlanVersion
from easepath.core.knowledge import shipped_library
from tests.browser.conftest import put_on, row, session_titles

TITLE = shipped_library().title
REASON = "she has done it for years"


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


def name_directions(page: Page, drill: str, *names: str) -> None:
    """Give a drill's directions their names, in turn."""
    at = session_titles(page).all_inner_texts().index(TITLE(drill))
    row(page, at).locator(".name").click()
    row(page, at).get_by_label("Directions by name, in turn").fill(", ".join(names))
    row(page, at).get_by_label("Directions by name, in turn").press("Tab")
    expect(row(page, at).get_by_text(f"in turn: {', '.join(names)}")).to_be_visible()
    row(page, at).locator(".name").click()
