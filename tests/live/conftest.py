"""A real server for the tests that need one."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from contextlib import closing
from pathlib import Path

import pytest
from django.contrib.auth.hashers import make_password

from benchmarks.served import PASSWORD, Served
from tests.conftest import BUILT


@pytest.fixture(scope="session")
def template(django_db_setup: None, tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The practice clinic in a file, with passwords as a server keeps them."""
    database = tmp_path_factory.mktemp("template") / "easepath.sqlite3"
    with closing(sqlite3.connect(database)) as file:
        BUILT.backup(file)
        file.execute("update clinic_user set password = ?", (make_password(PASSWORD),))
        file.commit()
    return database


@pytest.fixture(scope="session")
def served(template: Path, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Served]:
    """A server on a copy of it."""
    server = Served(template, tmp_path_factory.mktemp("served"))
    server.start()
    yield server
    server.kill()
