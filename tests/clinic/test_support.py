"""The support staff's view: every list opens, and rows that explain decisions cannot be changed there."""

from __future__ import annotations

import pytest
from django.contrib import admin
from django.test import Client
from django_otp import DEVICE_ID_SESSION_KEY
from django_otp.plugins.otp_totp.models import TOTPDevice

from easepath.clinic.admin import ReadOnlyAdmin
from easepath.clinic.models import User
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


def test_staff_of_the_clinic_are_no_support(world: World, client: Client) -> None:
    client.force_login(world.users["ruth"], backend="django.contrib.auth.backends.ModelBackend")
    assert client.get("/support/").status_code == 302
