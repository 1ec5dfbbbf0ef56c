"""Whatever is sent, the interface answers as its description says, and never with a fault of its own."""

from __future__ import annotations

import json
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
import schemathesis
from django.conf import settings
from django.core.handlers.wsgi import WSGIHandler
from django.core.signals import request_finished, request_started
from django.db import close_old_connections
from hypothesis import HealthCheck, Phase
from hypothesis import settings as bounds
from schemathesis.checks import not_a_server_error
from schemathesis.core.transport import Response
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_schema_conformance,
    status_code_conformance,
)

from easepath.clinic.actions.home_links import hash_of
from easepath.clinic.models import HomeLink, PlanVersion, SessionLog, User, Visit
from tests.api.test_matrix import signed_in
from tests.conftest import World

DOCS = Path(__file__).parents[2] / "docs"
CHECKS = [not_a_server_error, status_code_conformance, content_type_conformance, response_schema_conformance]
BOUNDED = bounds(
    max_examples=6, derandomize=True, deadline=None, phases=(Phase.explicit, Phase.generate), database=None,
    suppress_health_check=list(HealthCheck),
)  # fmt: skip
TOKEN = "ADdGfc2rQ2y3l0sKVUrnCw"
FORM_TOKEN = "k" * 32
PLAIN = {"Accept-Encoding": "identity"}
clinic_side = schemathesis.openapi.from_path(DOCS / "openapi.json")
home_side = schemathesis.openapi.from_path(DOCS / "openapi-home.json")


@pytest.fixture
def server(db: None) -> Iterator[WSGIHandler]:
    """What a server calls: every layer of the interface, without a socket before it, on the connection of the test."""
    for asked in (request_started, request_finished):
        asked.disconnect(close_old_connections)
    yield WSGIHandler()
    for asked in (request_started, request_finished):
        asked.connect(close_old_connections)


@pytest.fixture
def real(world: World) -> dict[str, Any]:
    """Rows that are there: a visit, a version, a client, and a living link."""
    visit = Visit.objects.filter(closed_at=None).select_related("complaint")[0]
    HomeLink.objects.filter(pk=HomeLink.objects.earliest("pk").pk).update(token_hash=hash_of(TOKEN))
    return {
        "visit": visit.pk, "complaint": visit.complaint_id, "client": visit.complaint.client_id,
        "version": PlanVersion.objects.all()[0].pk, "session": str(SessionLog.objects.all()[0].pk), "token": TOKEN,
    }  # fmt: skip


def aimed(case: schemathesis.Case, real: dict[str, Any]) -> None:
    """Let half of the calls reach a row that is there."""
    found = case.path_parameters or {}
    for name, value in found.items():
        if name in real and (len(json.dumps(str(value))) + len(str(case.body))) % 2:
            found[name] = real[name]


class Lead:
    """The calls of a lead, signed in anew where the call before ended or locked the session."""

    def __init__(self, server: WSGIHandler, user: User) -> None:
        self.server, self.user = server, user
        self.cookies: dict[str, str] = {}

    def call(self, case: schemathesis.Case) -> Response:
        """The answer to a call."""
        answer = self._once(case)
        if answer.status_code == 401:
            self.cookies = {}
            answer = self._once(case)
        return answer

    def _once(self, case: schemathesis.Case) -> Response:
        if not self.cookies:
            name = settings.SESSION_COOKIE_NAME
            self.cookies = {name: signed_in(self.user).cookies[name].value, settings.CSRF_COOKIE_NAME: FORM_TOKEN}
        return case.call(app=self.server, cookies=self.cookies, headers={**PLAIN, "X-CSRFToken": FORM_TOKEN})


@pytest.fixture
def lead(world: World, server: WSGIHandler) -> Lead:
    return Lead(server, world.users["ruth"])


@clinic_side.parametrize()
@BOUNDED
def test_the_clinics_side(case: schemathesis.Case, lead: Lead, real: dict[str, Any]) -> None:
    aimed(case, real)
    case.validate_response(lead.call(case), checks=CHECKS)


@home_side.parametrize()
@BOUNDED
def test_the_clients_side(case: schemathesis.Case, server: WSGIHandler, real: dict[str, Any]) -> None:
    aimed(case, real)
    case.validate_response(case.call(app=server, headers=PLAIN), checks=CHECKS)
