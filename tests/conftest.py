"""Fixtures of the rows: a practice clinic and its clients on a fixed day."""

from __future__ import annotations

import datetime as dt
import uuid
from collections import Counter
from dataclasses import dataclass, field, replace
from pathlib import Path
from typing import Any

import pytest
from django.db import connection
from django.db.transaction import atomic
from django.test import override_settings

from easepath.clinic.actions.open_visit import open_visit
from easepath.clinic.caseload_lines import forget_lines
from easepath.clinic.models import Complaint, User, Visit
from easepath.clinic.seals import unseal
from easepath.standins.practice_clients import GROIN_CLIENTS, live
from easepath.standins.practice_clinic import make_clinic
from tests.built import LanesRows, keep_built

TODAY = dt.date(2026, 11, 25)
WAITING = ("tests/browser/", "tests/live/")
LIGHT = "tests/core/"
QUICK = ["django.contrib.auth.hashers.MD5PasswordHasher"]


@dataclass
class World:
    """The practice clinic, its staff by name, and its complaints by first name."""

    users: dict[str, User]
    complaints: dict[str, Complaint] = field(default_factory=dict)

    def visit(self, name: str) -> Visit:
        """The open visit of a client; the next one where the latest is closed."""
        return open_visit(self.users["hanne"], self.complaints[name])


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    """Each test under an id of its own: of two with one id, a run in lanes would leave one out and say nothing.

    A test made for each operation of a description has the operation in its name alone. What waits for a browser or a
    server goes first, and the many light ones of the core go last: at the end of the run a long one would hold one lane
    while the others have nothing left to do.
    """
    items.sort(key=lambda item: (not item.nodeid.startswith(WAITING), item.nodeid.startswith(LIGHT)))
    for item in items:
        if item.id.params is None and "[" in item.name:
            item._id = replace(item.id, params=item.name.partition("[")[2].removesuffix("]"))
    twice = [name for name, count in Counter(item.nodeid for item in items).items() if count > 1]
    if twice:
        raise pytest.UsageError(f"two tests have one id: {', '.join(twice)}")


@pytest.fixture
def unsealed(db: None) -> None:
    """Rows that are only added to may be changed in this test; the seals come back with the end of its transaction."""
    unseal(connection)


def make_world() -> World:
    """Build the practice clinic as the demonstration does."""
    made = make_clinic()
    world = World({user.username: user for user in User.objects.all()})
    for person in GROIN_CLIENTS:
        world.complaints[person.first_name] = live(made.clinician, person, TODAY)
    return world


def world_of_rows() -> World:
    """The practice clinic as it stands in the rows."""
    complaints = Complaint.objects.select_related("client__clinic").order_by("-pk")
    return World({user.username: user for user in User.objects.all()}, {c.client.first_name: c for c in complaints})


@pytest.fixture(scope="session")
def message_box(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """Where the stand-in lays down what a test sends: not among the practice clinic's."""
    return tmp_path_factory.mktemp("messages")


@pytest.fixture(autouse=True)
def _quick(settings: Any, message_box: Path) -> None:
    """On the practice clinic's day, and without what takes long and is no part of a test.

    Each test's own browser without a screen would look through every file of the pages before its first question.
    """
    settings.PASSWORD_HASHERS = QUICK
    settings.WHITENOISE_AUTOREFRESH = True
    settings.FROZEN_TODAY = TODAY
    settings.MESSAGE_BOX = message_box
    forget_lines()


@pytest.fixture
def kept_open(monkeypatch: pytest.MonkeyPatch) -> None:
    """What works off jobs closes its connection; a test's is that of its transaction."""
    for place in ("easepath.clinic.timer", "django_tasks_db.management.commands.db_worker"):
        monkeypatch.setattr(f"{place}.close_old_connections", lambda: None)
    monkeypatch.setattr(
        "easepath.clinic.timer.connections", type("Kept", (), {"close_all": staticmethod(lambda: None)})
    )


@pytest.fixture(scope="session")
def lanes_rows(tmp_path_factory: pytest.TempPathFactory, worker_id: str) -> LanesRows:
    """The practice clinic that the lanes of a run share."""
    alone = worker_id == "master" or connection.vendor != "sqlite"
    return LanesRows(None if alone else tmp_path_factory.getbasetemp().parent)


@pytest.fixture(scope="session")
def django_db_keepdb(lanes_rows: LanesRows) -> bool:
    """The tables that another lane has made stay."""
    return lanes_rows.built


@pytest.fixture(scope="session")
def django_db_modify_db_settings(tmp_path_factory: pytest.TempPathFactory, lanes_rows: LanesRows) -> None:
    """The rows lie in a file, as in a clinic: each request has a connection of its own and waits for its turn.

    In memory, all requests of the server share one, and of two saves at once one is refused. A test's rows need not
    survive a loss of power. On a server each lane has a database of its own.
    """
    kept: dict[str, Any] = connection.settings_dict
    if connection.vendor == "sqlite":
        rows = tmp_path_factory.mktemp("rows") / "rows.sqlite3"
        lanes_rows.copy_to(rows)
        kept["TEST"]["NAME"] = str(rows)
        kept["OPTIONS"]["init_command"] = kept["OPTIONS"]["init_command"].replace("=FULL", "=OFF")
    else:
        kept["TEST"]["NAME"] = f"test_{uuid.uuid4().hex[:12]}"


@pytest.fixture(scope="session")
def django_db_setup(django_db_setup: None, django_db_blocker: Any, lanes_rows: LanesRows) -> None:
    """The practice clinic is built once; every test works on it inside a transaction that is rolled back."""
    with django_db_blocker.unblock():
        if not lanes_rows.built:
            with override_settings(FROZEN_TODAY=TODAY, PASSWORD_HASHERS=QUICK):
                with atomic():  # one commit, so that the caseload's lines are written once
                    make_world()
                Complaint.objects.update(status=None, status_on=None)
        keep_built()
        lanes_rows.leave()


@pytest.fixture
def world(db: None) -> World:
    """The practice clinic."""
    return world_of_rows()
