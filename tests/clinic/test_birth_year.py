"""A private link that asks for the year of birth answers nothing before, once on each device, and closes after guesses."""

from __future__ import annotations

import datetime as dt

import pytest
from django.test import Client as Browser

from easepath.clinic.actions.home_links import MOST_WRONG_YEARS, new_link
from easepath.clinic.models import AuditEntry, Complaint, HomeLink
from tests.api.test_steps import JSON
from tests.conftest import World


def device() -> Browser:
    return Browser(headers={"host": "localhost"})


def tell(browser: Browser, token: str, year: object) -> int:
    return browser.post(f"/home/api/{token}/birth-year", {"year": year}, JSON).status_code


@pytest.fixture
def marta(world: World) -> Complaint:
    """A client born in 1985 whose clinic lets its links ask."""
    complaint = world.complaints["Marta"]
    complaint.client.birth_date = dt.date(1985, 3, 1)
    complaint.client.save(update_fields=["birth_date"])
    complaint.client.clinic.links_ask_birth_year = True
    complaint.client.clinic.save(update_fields=["links_ask_birth_year"])
    return complaint


def test_nothing_is_answered_before_the_year_was_told_on_this_device(world: World, marta: Complaint) -> None:
    token, phone = new_link(world.users["hanne"], marta), device()
    for answer in (
        phone.get(f"/home/api/{token}/sheet"), phone.get(f"/home/api/{token}/calendar.ics"),
        phone.post(f"/home/api/{token}/checks", {"id": "6f1c3c36-8a50-4c8f-9d1b-0d5c3a4f2b11", "date": "2026-11-25", "answers": {"fever": True}}, JSON),
    ):  # fmt: skip
        assert (answer.status_code, answer.json()["type"]) == (403, "easepath:birth-year")
        assert "Marta" not in answer.content.decode()
    assert tell(phone, token, 1985) == 200
    assert phone.get(f"/home/api/{token}/sheet").json()["first_name"] == "Marta"
    assert device().get(f"/home/api/{token}/sheet").status_code == 403, "another device is asked for itself"
    other = new_link(world.users["hanne"], marta)
    assert phone.get(f"/home/api/{other}/sheet").status_code == 403, "another link is asked for itself"


def test_a_made_up_cookie_opens_nothing(world: World, marta: Complaint) -> None:
    token, phone = new_link(world.users["hanne"], marta), device()
    phone.cookies[f"easepath-born-{HomeLink.objects.latest('pk').pk}"] = "told"
    assert phone.get(f"/home/api/{token}/sheet").status_code == 403


def test_after_too_many_wrong_years_the_link_is_closed_for_good(world: World, marta: Complaint) -> None:
    token, phone = new_link(world.users["hanne"], marta), device()
    assert [tell(phone, token, 1900 + n) for n in range(MOST_WRONG_YEARS)] == [422] * (MOST_WRONG_YEARS - 1) + [410]
    assert tell(phone, token, 1985) == 410
    assert [
        row.details["closed"] for row in AuditEntry.objects.filter(action="wrong-birth-year").order_by("number")
    ] == ([False] * (MOST_WRONG_YEARS - 1) + [True])


def test_a_right_year_forgets_the_wrong_ones(world: World, marta: Complaint) -> None:
    token, phone = new_link(world.users["hanne"], marta), device()
    for _ in range(2):
        assert [tell(phone, token, 1900 + n) for n in range(MOST_WRONG_YEARS - 1)] == [422] * (MOST_WRONG_YEARS - 1)
        assert tell(phone, token, 1985) == 200


@pytest.mark.parametrize("year", ["", 85, "abc", 3000])
def test_what_is_no_year_counts_as_no_try(world: World, marta: Complaint, year: object) -> None:
    token = new_link(world.users["hanne"], marta)
    assert tell(device(), token, year) == 422
    assert HomeLink.objects.latest("pk").wrong_years == 0


def test_it_is_off_by_default_and_where_no_birth_date_is_known(world: World, marta: Complaint) -> None:
    hanne = world.users["hanne"]
    marta.client.clinic.links_ask_birth_year = False
    marta.client.clinic.save(update_fields=["links_ask_birth_year"])
    assert device().get(f"/home/api/{new_link(hanne, marta)}/sheet").status_code == 200
    marta.client.clinic.links_ask_birth_year = True
    marta.client.clinic.save(update_fields=["links_ask_birth_year"])
    marta.client.birth_date = None
    marta.client.save(update_fields=["birth_date"])
    assert device().get(f"/home/api/{new_link(hanne, marta)}/sheet").status_code == 200
