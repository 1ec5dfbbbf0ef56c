"""What stands before every request: size, type, numbers, the log, and the answer when all else fails."""

from __future__ import annotations

import json
import logging
import os
import re
import stat
import subprocess
import sys
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from django.db import OperationalError, connection
from django.test import Client

from easepath.api.routers import caseload as caseload_router
from easepath.clinic.models import AuditEntry
from easepath.entrance.log import JsonLines
from tests.conftest import World

JSON = "application/json"
ROOT = Path(__file__).parents[2]
TOKEN = "q7Wd2hVx0bN4mKpLr5sTzA"


@pytest.fixture
def staff(world: World, client: Client) -> Client:
    """A browser signed in as the clinician; what nobody caught is answered, not raised."""
    client.force_login(world.users["hanne"], backend="django.contrib.auth.backends.ModelBackend")
    client.raise_request_exception = False
    return client


@pytest.fixture
def lines() -> Iterator[list[dict[str, Any]]]:
    """The log as it is written."""
    kept: list[dict[str, Any]] = []

    class Keeper(logging.Handler):
        def emit(self, record: logging.LogRecord) -> None:
            kept.append(json.loads(JsonLines().format(record)))

    keeper = Keeper()
    logging.getLogger("easepath").addHandler(keeper)
    yield kept
    logging.getLogger("easepath").removeHandler(keeper)


TYPES = ("multipart/form-data; boundary=x", "application/x-www-form-urlencoded", "text/plain", "")
PATHS = ("/api/session", "/api/clients", "/api/visits/1/hand-over", f"/home/api/{TOKEN}/sessions")


@pytest.mark.parametrize("kind", TYPES)
@pytest.mark.parametrize("path", PATHS)
def test_only_json_is_taken(staff: Client, path: str, kind: str) -> None:
    answer = staff.generic("POST", path, b"--x\r\na=1\r\n--x--", content_type=kind)
    assert (answer.status_code, answer["Content-Type"]) == (415, "application/problem+json")


@pytest.mark.parametrize("length", [None, "300000", "-1", "many"])
def test_a_body_has_a_bound(staff: Client, length: str | None) -> None:
    more = {} if length is None else {"CONTENT_LENGTH": length}
    answer = staff.post("/api/clients", {"first_name": "x" * (300_000 if length is None else 1)}, JSON, **more)
    assert answer.status_code == 413
    assert "256 kB" in answer.json()["detail"]


def test_a_fault_has_a_number_that_the_log_knows(
    staff: Client, lines: list[dict[str, Any]], monkeypatch: pytest.MonkeyPatch
) -> None:
    def fail(*_: Any) -> None:
        raise RuntimeError("Marta Lind, groin")

    monkeypatch.setattr(caseload_router, "caseload", fail)
    answer = staff.get("/api/caseload")
    assert (answer.status_code, answer["Content-Type"]) == (500, "application/problem+json")
    number = answer.json()["id"]
    assert number == answer["X-Request-Id"]
    fault, request = (line for line in lines if line.get("id") == number)
    assert fault["fault"]["kind"] == "RuntimeError"
    assert any("test_entrance.py" in place for place in fault["fault"]["at"])
    assert (request["status"], request["level"]) == (500, "error")
    assert "Marta" not in json.dumps(lines)


@pytest.mark.parametrize("path", [f"/h/{TOKEN}", f"/home/api/{TOKEN}/sheet", f"/home/api/{TOKEN}/pictures/a.svg"])
def test_the_log_holds_no_token(staff: Client, lines: list[dict[str, Any]], path: str) -> None:
    staff.get(path)
    (line,) = lines
    assert line["path"].startswith(("/h/…", "/home/api/…"))
    record = logging.LogRecord("django.request", 40, "", 1, "Internal Server Error: %s", (path,), None)
    assert TOKEN not in JsonLines().format(record) + json.dumps(lines)


def test_a_line_of_the_log_holds_no_body_and_no_name(staff: Client, lines: list[dict[str, Any]]) -> None:
    staff.post("/api/clients", {"first_name": "Nell", "last_name": "Quay"}, JSON)
    (line,) = lines
    assert set(line) == {"at", "level", "log", "says", "id", "method", "path", "status", "ms", "user"}


ONLY_READS = {
    "sqlite": ("PRAGMA query_only = ON", "PRAGMA query_only = OFF"),
    "postgresql": ("SAVEPOINT before; SET TRANSACTION READ ONLY", "ROLLBACK TO SAVEPOINT before"),
}


def test_what_cannot_be_written_is_said_and_nothing_is_kept(staff: Client) -> None:
    before = AuditEntry.objects.count()
    only_reads, writes_again = ONLY_READS[connection.vendor]
    with connection.cursor() as cursor:
        cursor.execute(only_reads)
        answer = staff.post("/api/clients", {"first_name": "Nell", "last_name": "Quay"}, JSON)
        cursor.execute(writes_again)
    assert (answer.status_code, answer.json()["detail"]) == (503, "nothing was saved; try again")
    assert answer["Retry-After"]
    assert AuditEntry.objects.count() == before


def test_health_says_which_part_is_at_fault(db: None, client: Client, monkeypatch: pytest.MonkeyPatch) -> None:
    assert client.get("/healthz").json() == {"status": "ok", "database": "ok", "knowledge": "ok"}

    def locked() -> None:
        raise OperationalError("database is locked")

    with monkeypatch.context() as patch:
        patch.setattr(connection, "cursor", locked)
        answer = client.get("/healthz")
    assert (answer.status_code, answer.json()["database"]) == (503, "fault")


def test_data_is_kept_nowhere_on_the_way(staff: Client) -> None:
    assert staff.get("/api/caseload")["Cache-Control"] == "no-store"
    assert staff.get(f"/home/api/{TOKEN}/sheet")["Cache-Control"] == "no-store"


@pytest.mark.parametrize("field", ["first_name", "trade"])
def test_a_sign_that_ends_a_text_is_refused(staff: Client, field: str) -> None:
    sent = {"first_name": "Nell", "last_name": "Quay", field: "Nell\0Quay"}
    answer = staff.post("/api/clients", sent, JSON)
    assert (answer.status_code, list(answer.json()["fields"])) == (422, [field])


def test_it_may_only_send_forms_to_itself(client: Client, db: None) -> None:
    assert "form-action 'self'" in client.get("/")["Content-Security-Policy"]


def test_what_it_writes_is_for_its_owner_alone(tmp_path: Path) -> None:
    var = tmp_path / "var"
    environment = {**os.environ, "EASEPATH_VAR": str(var), "EASEPATH_DATABASE_URL": f"sqlite:///{var}/easepath.sqlite3"}
    begin = "import django; django.setup(); from django.db import connection; connection.ensure_connection()"
    for _ in range(2):
        subprocess.run(
            [sys.executable, "-c", begin], cwd=ROOT, check=True,
            env={**environment, "DJANGO_SETTINGS_MODULE": "easepath.settings"},
        )  # fmt: skip
    modes = {path.name: stat.S_IMODE(path.stat().st_mode) for path in (var, *var.iterdir())}
    assert modes == {"var": 0o700, "secret-key": 0o600, "easepath.sqlite3": 0o600}
    assert re.fullmatch(r"[\w-]{64}", (var / "secret-key").read_text())


def test_behind_tls_everything_else_is_sent_there(db: None, settings: Any) -> None:
    settings.SECURE_SSL_REDIRECT, settings.SECURE_HSTS_SECONDS = True, 31_536_000
    settings.SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
    browser = Client()
    plain = browser.get("/visit/1/story")
    assert (plain.status_code, plain["Location"]) == (301, "https://testserver/visit/1/story")
    proxied = browser.get("/visit/1/story", headers={"x-forwarded-proto": "https"})
    assert (proxied.status_code, proxied["Strict-Transport-Security"]) == (200, "max-age=31536000; includeSubDomains; preload") \
        if settings.SECURE_HSTS_PRELOAD else (200, "max-age=31536000")  # fmt: skip
    assert browser.get("/healthz").status_code == 200


def test_deployed_as_documented_django_finds_nothing_to_say() -> None:
    here = {name: value for name, value in os.environ.items() if name != "DJANGO_ALLOW_ASYNC_UNSAFE"}
    environment = {
        **here, "EASEPATH_HTTPS": "1", "EASEPATH_HOSTS": "clinic.example", "EASEPATH_PROXIES": "1",
    }  # fmt: skip
    if connection.vendor != "sqlite":  # several machines share one key
        environment["EASEPATH_SECRET_KEY"] = "k" * 25 + "".join(map(chr, range(97, 123)))
    run = subprocess.run(
        [sys.executable, "manage.py", "check", "--deploy", "--fail-level", "INFO"], cwd=ROOT, env=environment,
        capture_output=True, text=True, check=False,
    )  # fmt: skip
    assert run.returncode == 0, run.stderr
