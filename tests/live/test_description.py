"""Whatever is sent to a real server, it answers as its description says, and never with a fault of its own."""

from __future__ import annotations

import json
from http.cookiejar import DefaultCookiePolicy
from pathlib import Path
from typing import Any

import pytest
import requests
import schemathesis
from hypothesis import HealthCheck, Phase, settings
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_schema_conformance,
    status_code_conformance,
)

from benchmarks.served import Caller, Served
from easepath.clinic.actions.home_links import hash_of

pytestmark = pytest.mark.django_db  # the practice clinic that is served is made in the tests' database
DOCS = Path(__file__).parents[2] / "docs"
CHECKS = [not_a_server_error, status_code_conformance, content_type_conformance, response_schema_conformance]
BOUNDED = settings(
    max_examples=6, derandomize=True, deadline=None, phases=(Phase.explicit, Phase.generate), database=None,
    suppress_health_check=list(HealthCheck),
)  # fmt: skip
TOKEN = "ADdGfc2rQ2y3l0sKVUrnCw"
clinic_side = schemathesis.openapi.from_path(DOCS / "openapi.json")
home_side = schemathesis.openapi.from_path(DOCS / "openapi-home.json")


@pytest.fixture(scope="session")
def line() -> requests.Session:
    """One line to the server for all calls, which brings along and keeps nothing that a call does not say."""
    made = requests.Session()
    made.trust_env = False
    made.cookies.set_policy(DefaultCookiePolicy(allowed_domains=[]))
    return made


@pytest.fixture(scope="session")
def real(served: Served) -> dict[str, Any]:
    """Rows that are there: a visit, a version, a client, and a living link."""
    ask = served.records.ask
    ((visit, complaint, client),) = ask(
        "select v.id, c.id, c.client_id from clinic_visit v join clinic_complaint c on c.id = v.complaint_id where v.closed_at is null limit 1"
    )
    ((version,),) = ask("select id from clinic_planversion limit 1")
    ((session,),) = ask("select id from clinic_sessionlog limit 1")
    ask("update clinic_homelink set token_hash = ? where id = (select min(id) from clinic_homelink)", hash_of(TOKEN))
    return {
        "visit": visit,
        "complaint": complaint,
        "client": client,
        "version": version,
        "session": str(session),
        "token": TOKEN,
    }


def aimed(case: schemathesis.Case, real: dict[str, Any]) -> None:
    """Let half of the calls reach a row that is there."""
    found = case.path_parameters or {}
    for name, value in found.items():
        if name in real and (len(json.dumps(str(value))) + len(str(case.body))) % 2:
            found[name] = real[name]


@clinic_side.parametrize()
@BOUNDED
def test_the_clinics_side(
    case: schemathesis.Case, served: Served, real: dict[str, Any], line: requests.Session
) -> None:
    aimed(case, real)
    response = _by_a_lead(case, served, line)
    if response.status_code == 401:
        _CALLERS.clear()
        response = _by_a_lead(case, served, line)
    case.validate_response(response, checks=CHECKS)


@home_side.parametrize()
@BOUNDED
def test_the_clients_side(
    case: schemathesis.Case, served: Served, real: dict[str, Any], line: requests.Session
) -> None:
    aimed(case, real)
    case.validate_response(case.call(base_url=served.base, timeout=60, session=line), checks=CHECKS)


_CALLERS: dict[str, Caller] = {}


def _by_a_lead(case: schemathesis.Case, served: Served, line: requests.Session) -> Any:
    """The call of a lead, signed in anew where the call before ended or locked the session."""
    if served.base not in _CALLERS:
        _CALLERS[served.base] = Caller(served.base, "ruth")
    caller = _CALLERS[served.base]
    headers = {"X-CSRFToken": caller.token}
    return case.call(base_url=served.base, cookies=caller.cookies, headers=headers, timeout=60, session=line)
