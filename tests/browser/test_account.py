"""The own account in a real browser: an authenticator, the lock that keeps what was entered, links one by one."""

from __future__ import annotations

import datetime as dt
import re
import time
from collections.abc import Callable
from typing import Any

from django_otp.oath import TOTP
from django_otp.plugins.otp_totp.models import TOTPDevice
from playwright.sync_api import Page, expect

from easepath.clinic.actions.home_links import new_link
from easepath.clinic.models import Clinic
from easepath.standins.practice_clinic import PASSWORD
from tests.browser.conftest import fill_sign_in
from tests.browser.whole import faults
from tests.conftest import World


def code_of(world: World, username: str) -> str:
    """What the phone of somebody shows now."""
    device = TOTPDevice.objects.get(user=world.users[username])
    shown = TOTP(device.bin_key, device.step, device.t0, device.digits)
    shown.time = time.time()
    return f"{shown.token():06d}"


def test_a_lead_makes_the_account_safe_before_anything_else(live: World, live_server: Any, page: Page) -> None:
    Clinic.objects.update(practice=False)
    page.goto(live_server.url)
    fill_sign_in(page, "ruth")
    expect(page.get_by_role("heading", name="Make your account safe first")).to_be_visible()
    page.get_by_label("Your password").fill(PASSWORD)
    page.get_by_role("button", name="Set up an authenticator").click()
    expect(page.get_by_alt_text("Square code with the key of your authenticator")).to_be_visible()
    page.get_by_label("The code it shows now").fill("000000")
    page.get_by_role("button", name="Put it in use").click()
    expect(page.get_by_text("is not the code of this moment")).to_be_visible()
    TOTPDevice.objects.update(throttling_failure_count=0, throttling_failure_timestamp=None)
    page.get_by_label("The code it shows now").fill(code_of(live, "ruth"))
    page.get_by_role("button", name="Put it in use").click()
    codes = page.get_by_role("region", name="Second factor").get_by_role("listitem")
    expect(codes).to_have_count(10)
    recovery = codes.first.inner_text()
    page.get_by_role("button", name="I have written them down").click()
    expect(page.get_by_role("region", name="Caseload")).to_be_visible()
    page.get_by_role("button", name="Sign out").click()
    fill_sign_in(page, "ruth")
    page.get_by_label("Code of your authenticator, or a recovery code").fill(recovery)
    page.get_by_role("button", name="Sign in").click()
    expect(page.get_by_role("region", name="Caseload")).to_be_visible()


def test_the_lock_covers_the_page_and_keeps_what_was_entered(
    live: World, sign_in: Callable[..., None], page: Page
) -> None:
    sign_in(by_form=True)
    page.get_by_role("button", name=re.compile("Tom Okafor")).first.click()
    page.get_by_role("link", name="Story").click()
    words = page.get_by_label("In the client’s words")
    expect(words).to_be_visible()
    page.context.set_offline(True)
    words.fill("told before the lock")
    page.wait_for_timeout(900)
    page.context.set_offline(False)
    page.evaluate("localStorage.setItem('easepath:seen', '0'); document.dispatchEvent(new Event('visibilitychange'))")
    locked = page.get_by_role("dialog", name="Locked")
    expect(locked).to_be_visible()
    locked.get_by_label("Password").fill("wrong")
    locked.get_by_role("button", name="Go on").click()
    expect(locked.get_by_text("do not fit together")).to_be_visible()
    locked.get_by_label("Password").fill(PASSWORD)
    locked.get_by_role("button", name="Go on").click()
    expect(locked).to_have_count(0)
    expect(words).to_have_value("told before the lock")
    expect(page.get_by_text(re.compile("^saved")).first).to_be_visible()
    assert live.visit("Tom").complaint.words == "told before the lock"


def test_links_are_revoked_one_by_one(live: World, sign_in: Callable[..., None], page: Page) -> None:
    sign_in(by_form=True)
    page.get_by_role("button", name=re.compile("Tom Okafor")).first.click()
    page.get_by_role("link", name="Home").click()
    page.get_by_role("button", name="Make a private link").click()
    links = page.get_by_role("listitem").filter(has_text="not opened yet")
    expect(links).to_have_count(2)
    links.first.get_by_role("button", name=re.compile("Revoke")).click()
    expect(links).to_have_count(1)
    assert live.complaints["Tom"].links.filter(revoked_at=None).count() == 1


def test_a_link_that_asks_for_the_year_of_birth_opens_once_it_was_told(
    live: World, page: Page, live_server: Any
) -> None:
    client = live.complaints["Marta"].client
    client.birth_date, client.clinic.links_ask_birth_year = dt.date(1985, 3, 1), True
    client.save(update_fields=["birth_date"])
    client.clinic.save(update_fields=["links_ask_birth_year"])
    page.set_viewport_size({"width": 390, "height": 844})
    page.goto(f"{live_server.url}/h/{new_link(live.users['hanne'], live.complaints['Marta'])}")
    expect(page.get_by_role("heading", name="In which year were you born?")).to_be_visible()
    assert faults(page) == []
    year = page.get_by_label("Year of birth")
    year.fill("1958")
    page.get_by_role("button", name="Open my page").click()
    expect(page.get_by_role("alert")).to_contain_text("not the year the clinic knows")
    year.fill("1985")
    page.get_by_role("button", name="Open my page").click()
    expect(
        page.get_by_role("navigation", name="Pages").or_(page.get_by_role("heading", name=re.compile("getting up")))
    ).to_be_visible()
    page.reload()
    expect(page.get_by_text("In which year were you born?")).to_have_count(0)
