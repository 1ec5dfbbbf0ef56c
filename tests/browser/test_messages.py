"""A link sent from the clinic, opened on a phone; a line each way, one of them without a network; what went out."""

from __future__ import annotations

import re
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Browser, Page, expect

from easepath.clinic.models import Complaint
from tests.browser.conftest import AtStep, fill_day, pick
from tests.browser.whole import faults
from tests.conftest import World


@pytest.fixture(autouse=True)
def box(settings: Any, tmp_path: Path) -> Path:
    """What is sent lies here."""
    settings.MESSAGE_BOX = tmp_path
    return tmp_path


def test_a_link_and_lines_go_both_ways(
    at_step: AtStep, live: World, page: Page, browser: Browser, live_server: Any, box: Path
) -> None:
    at_step("Marta", "Home")
    reached = page.get_by_role("region", name="Next visit and reminders")
    fill_day(page, "next-visit", "30 Nov 2026")
    hour = reached.get_by_label("hour of the next visit")
    hour.click()
    hour.fill("10:30")
    hour.press("Enter")
    reached.get_by_role("button", name="Agree on it").click()
    expect(reached).to_contain_text("It stands on Marta’s phone")
    pick(page, "told of new things by", re.compile("^text message"))
    reached.get_by_role("button", name="remind of a session at").click()
    reached.get_by_role("button", name="another time").click()
    reached.get_by_role("button", name="Keep it so").click()
    expect(reached.get_by_role("button", name="Keep it so")).to_have_count(0)
    lines = page.get_by_role("region", name="Lines between")
    lines.get_by_role("textbox").fill("Begin gently.")
    page.reload()
    lines.get_by_role("button", name="Put it on Marta’s first page").click()
    expect(lines.get_by_role("listitem")).to_contain_text("not on the phone yet")
    page.get_by_role("button", name=re.compile("^Send a link to")).click()
    expect(page.get_by_text(re.compile("The last text message to .*: sent"))).to_be_visible()
    assert faults(page) == [], "Home"
    kept = Complaint.objects.get(client__first_name="Marta")
    assert (str(kept.visit_on), f"{kept.visit_at:%H:%M}") == ("2026-11-30", "10:30")
    assert (kept.told_by, kept.remind_at) == ("text", ["07:30", "18:00"])

    (text,) = [one.read_text(encoding="utf-8") for one in box.glob("*.txt") if "/h/" in one.read_text(encoding="utf-8")]
    link = re.search(r"http\S+", text)
    assert link is not None
    phone = browser.new_context(viewport={"width": 390, "height": 844}).new_page()
    phone.goto(link[0])
    expect(phone.get_by_text("Begin gently.")).to_be_visible()
    expect(phone.get_by_text("We look at it together on Monday at 10:30.")).to_be_visible()
    phone.get_by_role("button", name="Write back").click()
    phone.context.set_offline(True)
    phone.get_by_label("Your line to the clinic").fill("May I swim?")
    phone.get_by_role("button", name="Send it").click()
    expect(phone.get_by_text("You, not with the clinic yet")).to_be_visible()
    assert faults(phone) == [], "the phone"
    phone.context.set_offline(False)
    expect(phone.get_by_text(re.compile("^You, (with the clinic|today)"))).to_be_visible()
    phone.context.close()

    page.get_by_role("link", name="Ease Path").first.click()
    row = page.get_by_role("row", name=re.compile("Marta Lind"))
    expect(row).to_contain_text("Has written")
    row.get_by_role("button", name="Marta Lind").click()
    lines = page.get_by_role("region", name="Lines between")
    expect(lines).to_contain_text("May I swim?")
    lines.get_by_role("button", name="I have read it").click()
    expect(lines.get_by_role("listitem").first).to_contain_text("· read")
    expect(lines.get_by_role("listitem").nth(1)).to_contain_text("on the phone since")
    page.goto(f"{live_server.url}/outbox")
    expect(page.get_by_role("row").filter(has_text="private link")).to_contain_text("sent")
    expect(page.get_by_role("row").filter(has_text="that the clinic wrote")).to_be_visible()
