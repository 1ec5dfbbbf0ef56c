"""The caseload in the browser asks again only while something in sight is left, and not more than every two seconds."""

from __future__ import annotations

import json
import time
from collections.abc import Callable
from typing import Any

from playwright.sync_api import Page, Route, expect

from easepath.clinic.models import Client, SignAnswer
from tests.clinic.test_signs import tell
from tests.conftest import World

SignIn = Callable[..., None]


def test_the_caseload_asks_again_slowly_and_only_while_something_is_left(sign_in: SignIn, page: Page) -> None:
    asked: list[float] = []
    left = 1

    def answer(route: Route) -> None:
        asked.append(time.monotonic())
        found: dict[str, Any] = route.fetch().json()
        route.fulfill(body=json.dumps(found | {"left": left}), content_type="application/json")

    page.route("**/api/caseload*", answer)
    sign_in()
    expect(page.get_by_text("Looking at 1 more for today")).to_be_visible()
    page.wait_for_timeout(5_000)
    assert 2 <= len(asked) <= 5
    left = 0
    expect(page.get_by_text("Looking at 1 more for today")).to_be_hidden()
    seen = len(asked)
    page.wait_for_timeout(5_000)
    assert len(asked) == seen
    page.unroute_all(behavior="wait")


def test_a_sign_is_answered_where_it_is_seen_first(live: World, sign_in: SignIn, page: Page) -> None:
    tell(live, "locking")
    sign_in()
    stops = page.get_by_role("region", name="Stopped: call first")
    line = stops.get_by_role("listitem").filter(has_text="Marta Lind")
    telephone = Client.objects.get(first_name="Marta").telephone
    expect(line).to_contain_text(telephone)
    expect(line.get_by_role("link", name="Call Marta Lind")).to_have_attribute(
        "href", f"tel:{telephone.replace(' ', '')}"
    )
    line.get_by_role("button", name="Answer it locked of Marta Lind").click()
    drawer = page.locator(".ant-drawer")
    expect(drawer.get_by_text("it locked", exact=True)).to_be_visible()
    drawer.get_by_role("button", name="Answer it locked in Pelvic tilts").click()
    drawer.get_by_label("What was found").fill("a click without pain, knee looked at, free")
    drawer.get_by_role("button", name="Record the answer").click()
    expect(drawer.get_by_text("Every sign is answered.")).to_be_visible()
    drawer.get_by_role("button", name="Close").click()
    expect(stops).to_have_count(0)
    assert SignAnswer.objects.get().reason == "a click without pain, knee looked at, free"
