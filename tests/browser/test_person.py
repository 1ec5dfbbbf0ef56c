"""One person on one page: put right, ended, taken up again; a lead reads who did it."""

from __future__ import annotations

import re
from typing import Any

from playwright.sync_api import Page, expect

from easepath.clinic.models import Complaint
from tests.browser.conftest import AtStep
from tests.browser.whole import faults
from tests.conftest import World


def test_a_person_is_put_right_care_ends_and_a_lead_reads_who_did_it(
    sign_in: Any, live: World, page: Page, live_server: Any
) -> None:
    sign_in("ruth")
    page.get_by_text(re.compile("^All ")).first.click()
    page.get_by_role("button", name="Marta Lind").click()
    page.get_by_role("link", name="Marta Lind").click()
    expect(page.get_by_role("heading", level=1, name="Marta Lind")).to_be_visible()
    page.wait_for_load_state("networkidle")
    assert faults(page) == [], "the person page"
    page.locator("input[name=telephone]").fill("call her")
    page.get_by_role("button", name="Keep the changes").click()
    expect(page.get_by_text("has digits, spaces and")).to_be_visible()
    page.locator("input[name=telephone]").fill("01555 010 262")
    page.get_by_text("Agrees to a sheet by phone").click()
    page.get_by_role("button", name="Keep the changes").click()
    expect(page.get_by_role("link", name="call")).to_have_attribute("href", "tel:01555010262")
    page.reload()
    expect(page.get_by_text("Agreed on 25 Nov")).to_be_visible()

    groin = page.get_by_role("article", name=re.compile("Groin"))
    groin.get_by_role("button", name="End care").click()
    expect(groin.get_by_role("button", name="End care for this complaint")).to_be_disabled()
    assert faults(page) == [], "the end of care"
    groin.get_by_role("button", name="goal reached").click()
    groin.get_by_role("textbox").fill("climbs again")
    groin.get_by_role("button", name="End care for this complaint").click()
    expect(groin).to_contain_text("goal reached, 25 Nov, Ruth Adeyemi")
    assert Complaint.objects.get(client__first_name="Marta").ended_note == "climbs again"
    groin.get_by_role("button", name="Take it up again").click()
    expect(groin).to_contain_text("in care since")

    page.get_by_role("link", name="Who did what here").click()
    expect(page.get_by_role("row").filter(has_text="take up again").first).to_contain_text("Ruth Adeyemi")
    page.wait_for_load_state("networkidle")
    assert faults(page) == [], "the trail"
    page.locator("input[name=action]").fill("edit client")
    expect(page.get_by_role("row").filter(has_text="edit client")).to_contain_text("→ 01555 010 262")
    expect(page.get_by_role("row").filter(has_text="take up again")).to_have_count(0)


def test_the_course_of_a_complaint_is_read_from_its_beginning(sign_in: Any, live: World, page: Page) -> None:
    sign_in()
    page.get_by_role("button", name="Marta Lind").click()
    page.get_by_role("link", name="Marta Lind").click()
    page.get_by_role("article", name=re.compile("Groin")).get_by_role("link", name="Course").click()
    expect(page.get_by_role("heading", level=1, name="Groin (adductor) strain, left")).to_be_visible()
    happened = page.get_by_role("region", name="What happened")
    expect(happened).to_contain_text("Visit 1")
    expect(happened.get_by_role("list").first).to_contain_text("Version 1 handed over")
    expect(page.get_by_role("region", name="Weeks").get_by_role("row")).to_have_count(2)
    happened.get_by_text(re.compile("^given and decided")).click()
    expect(happened).not_to_contain_text("Visit 1")
    happened.get_by_role("link", name="its sheet").first.click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("Marta")


def test_a_version_is_taken_back_where_it_was_made(at_step: AtStep, live: World, page: Page) -> None:
    at_step("Marta", "Adjust")
    accept = page.get_by_role("button", name="Accept")
    expect(accept.first).to_be_visible()
    for left in range(accept.count(), 0, -1):
        accept.first.click()
        expect(accept).to_have_count(left - 1)
    page.get_by_role("button", name="Open the next stage").click()
    page.get_by_role("button", name="Make version 2 and show it to Marta").click()
    expect(page.get_by_role("heading", name="Version 2 is made")).to_be_visible()
    page.get_by_role("button", name="Take version 2 back").click()
    page.get_by_role("button", name="Take it back").click()
    expect(page.get_by_role("heading", name="Version 2 is made")).to_be_hidden()
    expect(page.get_by_role("button", name="Accept").first).to_be_visible()
    assert [row.takes_back for row in live.complaints["Marta"].versions.order_by("number")] == [None, None, 2]
