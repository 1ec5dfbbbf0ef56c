"""The support staff's view: every list opens, and rows that explain decisions cannot be changed there."""

from __future__ import annotations

import time

import pytest
from django.contrib import admin
from django.test import Client
from django_otp import DEVICE_ID_SESSION_KEY
from django_otp.oath import TOTP
from django_otp.plugins.otp_totp.models import TOTPDevice

from easepath.clinic.admin import ReadOnlyAdmin
from easepath.clinic.models import AuditEntry, Clinic, User
from tests.conftest import World

MODELS = [model for model in admin.site._registry if model._meta.app_label == "clinic"]
READ_ONLY = [model for model in MODELS if isinstance(admin.site._registry[model], ReadOnlyAdmin)]


@pytest.fixture
def support(world: World, client: Client) -> Client:
    """A browser signed in as support."""
    root = User.objects.create_superuser("root", password="long-enough-for-anybody")
    device = TOTPDevice.objects.create(user=root, confirmed=True)
    client.force_login(root, backend="django.contrib.auth.backends.ModelBackend")
    session = client.session
    session[DEVICE_ID_SESSION_KEY] = device.persistent_id
    session.save()
    return client


@pytest.mark.parametrize("model", MODELS, ids=lambda model: model.__name__)
def test_every_list_and_row_opens(support: Client, model: type) -> None:
    name = model._meta.model_name  # type: ignore[attr-defined]
    assert support.get(f"/support/clinic/{name}/").status_code == 200
    row = model.objects.first()  # type: ignore[attr-defined]
    if row is not None:
        assert support.get(f"/support/clinic/{name}/{row.pk}/change/").status_code == 200


@pytest.mark.parametrize("model", READ_ONLY, ids=lambda model: model.__name__)
def test_what_explains_decisions_is_only_read(support: Client, model: type) -> None:
    name = model._meta.model_name  # type: ignore[attr-defined]
    assert support.get(f"/support/clinic/{name}/add/").status_code == 403
    row = model.objects.first()  # type: ignore[attr-defined]
    if row is not None:
        assert support.post(f"/support/clinic/{name}/{row.pk}/change/", {}).status_code == 403
        assert support.post(f"/support/clinic/{name}/{row.pk}/delete/", {"post": "yes"}).status_code == 403
        assert model.objects.filter(pk=row.pk).exists()  # type: ignore[attr-defined]


def test_nothing_of_a_client_is_changed_outside_the_actions(support: Client) -> None:
    """Of everything the support staff see, a clinic and its members are all they change."""
    request = support.get("/support/").wsgi_request
    changed = {
        model for model, shown in admin.site._registry.items()
        if model._meta.app_label == "clinic"
        and (shown.has_add_permission(request) or shown.has_change_permission(request) or shown.has_delete_permission(request))
    }  # fmt: skip
    assert changed == {Clinic, User}


def test_a_time_zone_is_picked_from_a_list(support: Client) -> None:
    clinic = Clinic.objects.get()
    path = f"/support/clinic/clinic/{clinic.pk}/change/"
    sent = {"name": clinic.name, "phone": "1", "emergency_note": "x", "town": "", "practice": "on", "figure": "broad"}
    sent |= {"quiet_from": "20:00", "quiet_until": "07:00"}
    assert support.post(path, {**sent, "time_zone": "Europe/Nowhere"}).status_code == 200
    assert support.post(path, {**sent, "time_zone": "Pacific/Auckland"}).status_code == 302
    assert (Clinic.objects.get().time_zone, Clinic.objects.get().figure) == ("Pacific/Auckland", "broad")


def test_support_signs_in_with_a_code_and_leaves_a_trace(world: World, client: Client) -> None:
    root = User.objects.create_superuser("root", password="long-enough-for-anybody")
    device = TOTPDevice.objects.create(user=root, confirmed=True)
    shown = TOTP(device.bin_key, device.step, device.t0, device.digits)
    shown.time = time.time()
    sent = {"username": "root", "password": "long-enough-for-anybody", "otp_token": "000000"}
    assert client.post("/support/login/", sent).status_code == 200
    assert client.get("/support/").status_code == 302
    TOTPDevice.objects.update(throttling_failure_count=0, throttling_failure_timestamp=None)
    sent |= {"otp_device": device.persistent_id, "otp_token": f"{shown.token():06d}"}
    assert client.post("/support/login/", sent).status_code == 302
    assert client.get("/support/").status_code == 200
    assert [entry.action for entry in AuditEntry.objects.filter(actor=root)] == ["sign-in"]


def test_staff_of_the_clinic_are_no_support(world: World, client: Client) -> None:
    client.force_login(world.users["ruth"], backend="django.contrib.auth.backends.ModelBackend")
    assert client.get("/support/").status_code == 302
