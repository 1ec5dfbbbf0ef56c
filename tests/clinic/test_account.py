"""Getting in: guessing is slow and locks nobody else out, leads need a second factor, an idle session is locked."""

from __future__ import annotations

import time
from typing import Any

import pytest
from axes.models import AccessAttempt
from django.test import Client, RequestFactory
from django_otp.oath import TOTP
from django_otp.plugins.otp_totp.models import TOTPDevice

from easepath.clinic.account import second_factor
from easepath.clinic.account.address import client_address
from easepath.clinic.models import AuditEntry, Clinic, Role, User
from easepath.standins.practice_clinic import PASSWORD
from tests.conftest import World

JSON = "application/json"
NEW = "lock-keepers-lantern-7"


@pytest.fixture
def clinic(world: World) -> World:
    """The clinic as a real one: its leads need a second factor."""
    Clinic.objects.update(practice=False)
    return world


def enter(browser: Client, username: str, password: str = PASSWORD, code: str = "", **headers: str) -> Any:
    """Sign in as the page does."""
    return browser.post("/api/session", {"username": username, "password": password, "code": code}, JSON, **headers)


def code_now(user: User, ahead: int = 0) -> str:
    """What the authenticator of a user shows; `ahead` steps of half a minute later."""
    device = TOTPDevice.objects.get(user=user)
    shown = TOTP(device.bin_key, device.step, device.t0, device.digits, device.drift)
    shown.time = time.time() + ahead * device.step
    return f"{shown.token():06d}"


def set_up(browser: Client, user: User) -> list[str]:
    """Set up an authenticator through the interface; returns the recovery codes."""
    found = browser.post("/api/session/second-factor", {"password": PASSWORD}, JSON)
    assert found.json()["square"].startswith("<svg")
    answer = browser.post("/api/session/second-factor/confirm", {"code": code_now(user)}, JSON)
    assert answer.status_code == 200, answer.content
    codes: list[str] = answer.json()["codes"]
    return codes


def test_a_name_is_locked_at_one_address_and_at_no_other(world: World, settings: Any) -> None:
    settings.PROXIES = 1
    here, there = {"HTTP_X_FORWARDED_FOR": "203.0.113.7"}, {"HTTP_X_FORWARDED_FOR": "203.0.113.8"}
    for _ in range(settings.AXES_FAILURE_LIMIT):
        last = enter(Client(), "hanne", "wrong", **here)
    assert (last.status_code, last["Content-Type"]) == (429, "application/problem+json")
    assert last["Retry-After"] == "900"
    assert enter(Client(), "hanne", **here).status_code == 429
    assert enter(Client(), "callum", **here).status_code == 200
    assert enter(Client(), "hanne", **there).status_code == 200
    assert enter(Client(), "hanne", **here).status_code == 429


def test_getting_in_forgives_its_own_pair_alone(world: World, settings: Any) -> None:
    settings.PROXIES = 1
    for address in ("203.0.113.7", "203.0.113.8"):
        enter(Client(), "hanne", "wrong", HTTP_X_FORWARDED_FOR=address)
    enter(Client(), "hanne", HTTP_X_FORWARDED_FOR="203.0.113.7")
    assert [attempt.ip_address for attempt in AccessAttempt.objects.all()] == ["203.0.113.8"]


def test_a_name_that_many_addresses_try_is_slowed_down_but_not_where_it_belongs(world: World, settings: Any) -> None:
    settings.PROXIES, settings.SLOW_AFTER_FAILURES = 1, 5
    home = {"HTTP_X_FORWARDED_FOR": "198.51.100.1"}
    assert enter(Client(), "hanne", **home).status_code == 200
    for n in range(5):
        assert enter(Client(), "hanne", "wrong", HTTP_X_FORWARDED_FOR=f"203.0.113.{n}").status_code == 422
    slowed = enter(Client(), "hanne", HTTP_X_FORWARDED_FOR="203.0.113.99")
    assert slowed.status_code == 429
    assert 0 < int(slowed["Retry-After"]) <= settings.SLOW_SECONDS
    assert enter(Client(), "hanne", **home).status_code == 200
    assert enter(Client(), "callum", HTTP_X_FORWARDED_FOR="203.0.113.99").status_code == 200


ADDRESSES = [
    (0, "6.6.6.6", "127.0.0.1"), (1, "6.6.6.6, 203.0.113.7", "203.0.113.7"), (1, "", "127.0.0.1"),
    (2, "6.6.6.6, 203.0.113.7, 10.0.0.2", "203.0.113.7"), (2, "10.0.0.2", "127.0.0.1"),
]  # fmt: skip


@pytest.mark.parametrize(("proxies", "header", "address"), ADDRESSES)
def test_only_trusted_proxies_are_believed(settings: Any, proxies: int, header: str, address: str) -> None:
    settings.PROXIES = proxies
    assert client_address(RequestFactory().get("/", HTTP_X_FORWARDED_FOR=header)) == address


def test_a_lead_works_only_with_a_second_factor(clinic: World) -> None:
    browser, ruth = Client(), clinic.users["ruth"]
    me = enter(browser, "ruth").json()
    assert (me["second_factor"], me["may"]) == ("needed", [])
    refused = browser.get("/api/caseload")
    assert (refused.status_code, refused.json()["type"]) == (403, "easepath:second-factor")
    codes = set_up(browser, ruth)
    assert browser.get("/api/caseload").status_code == 200
    assert browser.post("/api/session/second-factor/off", {"password": PASSWORD}, JSON).status_code == 422
    again = Client()
    assert enter(again, "ruth").json()["fields"]["code"]
    assert enter(again, "ruth", code="000000").status_code == 422
    assert again.get("/api/caseload").status_code == 401
    assert enter(again, "ruth", code=codes[0]).status_code == 200
    assert again.get("/api/caseload").status_code == 200
    assert enter(Client(), "ruth", code=codes[0]).status_code == 422
    said = set(AuditEntry.objects.filter(actor=ruth).values_list("action", flat=True))
    assert {"second-factor-on", "recovery-code-used", "sign-in"} <= said


def test_a_code_opens_once(clinic: World) -> None:
    browser, ruth = Client(), clinic.users["ruth"]
    enter(browser, "ruth")
    set_up(browser, ruth)
    TOTPDevice.objects.filter(user=ruth).update(last_t=-1)
    assert enter(Client(), "ruth", code=code_now(ruth)).status_code == 200
    assert enter(Client(), "ruth", code=code_now(ruth)).status_code == 422


def test_wrong_codes_are_slowed_down(clinic: World) -> None:
    browser, ruth = Client(), clinic.users["ruth"]
    enter(browser, "ruth")
    set_up(browser, ruth)
    TOTPDevice.objects.filter(user=ruth).update(last_t=-1)
    for _ in range(3):
        enter(Client(), "ruth", code="000000")
    assert "too often" in enter(Client(), "ruth", code=code_now(ruth)).json()["fields"]["code"]


def test_everybody_may_have_a_second_factor_and_the_practice_clinic_needs_none(world: World) -> None:
    lead, hanne = Client(), Client()
    me = enter(lead, "ruth").json()
    assert (me["practice"], me["second_factor"]) == (True, "possible")
    assert lead.get("/api/caseload").status_code == 200
    enter(hanne, "hanne")
    old = set_up(hanne, world.users["hanne"])
    new = hanne.post("/api/session/second-factor/codes", {"password": PASSWORD}, JSON).json()["codes"]
    assert len(set(new) | set(old)) == 20
    assert enter(Client(), "hanne", code=old[0]).status_code == 422
    assert hanne.post("/api/session/second-factor/off", {"password": "wrong"}, JSON).status_code == 422
    assert (
        hanne.post("/api/session/second-factor/off", {"password": PASSWORD}, JSON).json()["second_factor"] == "possible"
    )
    assert enter(Client(), "hanne").status_code == 200


def test_no_code_is_kept_in_plain(world: World) -> None:
    browser = Client()
    enter(browser, "hanne")
    codes = set_up(browser, world.users["hanne"])
    kept = list(world.users["hanne"].recovery_codes.values_list("code_hash", flat=True))
    assert len(kept) == 10
    assert not any(code.replace("-", "") in "".join(kept) for code in codes)


@pytest.mark.parametrize("who", ["staff", "superuser"])
def test_support_staff_need_one_wherever_they_are(world: World, who: str) -> None:
    user = User.objects.create(username="root", is_staff=True, is_superuser=who == "superuser", role=Role.ASSISTANT)
    assert second_factor.needs_second_factor(user)
    browser = Client()
    browser.force_login(user, backend="django.contrib.auth.backends.ModelBackend")
    assert browser.get("/support/").status_code == 302


BAD_PASSWORDS = {"short": "kurz", "common": "password12345", "the same": PASSWORD}


@pytest.mark.parametrize("new", BAD_PASSWORDS.values(), ids=BAD_PASSWORDS.keys())
def test_a_password_that_will_not_do_is_refused(world: World, new: str) -> None:
    browser = Client()
    enter(browser, "hanne")
    assert "new" in browser.post("/api/session/password", {"old": PASSWORD, "new": new}, JSON).json()["fields"]
    assert "old" in browser.post("/api/session/password", {"old": "wrong", "new": NEW}, JSON).json()["fields"]


def test_changing_the_password_ends_every_other_session(world: World) -> None:
    here, there = Client(), Client()
    enter(here, "hanne")
    enter(there, "hanne")
    assert here.post("/api/session/password", {"old": PASSWORD, "new": NEW}, JSON).status_code == 200
    assert here.get("/api/caseload").status_code == 200
    assert there.get("/api/caseload").status_code == 401
    assert enter(Client(), "hanne").status_code == 422
    assert enter(Client(), "hanne", NEW).status_code == 200


def test_an_idle_session_is_locked_until_the_password_is_typed(world: World, settings: Any) -> None:
    browser = Client()
    enter(browser, "hanne")
    assert browser.get("/api/caseload").status_code == 200
    settings.IDLE_LOCK_SECONDS = -1
    locked = browser.get("/api/caseload")
    assert (locked.status_code, locked.json()["type"]) == (401, "easepath:locked")
    assert browser.get("/api/session").json()["locked"] is True
    settings.IDLE_LOCK_SECONDS = 1800
    assert browser.get("/api/caseload").status_code == 200
    browser.post("/api/session/lock", {}, JSON)
    assert browser.get("/api/caseload").status_code == 401
    assert browser.post("/api/session/unlock", {"password": "wrong"}, JSON).status_code == 422
    assert browser.get("/api/caseload").status_code == 401
    assert browser.post("/api/session/unlock", {"password": PASSWORD}, JSON).json()["locked"] is False
    assert browser.get("/api/caseload").status_code == 200


def test_a_locked_session_can_be_left(world: World) -> None:
    browser = Client()
    enter(browser, "hanne")
    browser.post("/api/session/lock", {}, JSON)
    assert browser.delete("/api/session").status_code == 204
    assert browser.get("/api/session").status_code == 204


def test_nobody_unlocks_who_is_not_signed_in(world: World) -> None:
    assert Client().post("/api/session/unlock", {"password": PASSWORD}, JSON).status_code == 401
