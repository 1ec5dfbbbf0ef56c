"""A real server for the tests that need one."""

from __future__ import annotations

from collections.abc import Iterator

import pytest
from django.contrib.auth.hashers import make_password

from benchmarks.records import Records
from benchmarks.served import PASSWORD, Served
from tests.built import built_as_records


@pytest.fixture(scope="session")
def template(django_db_setup: None, tmp_path_factory: pytest.TempPathFactory) -> Records:
    """The practice clinic as records of its own, with passwords as a server keeps them."""
    records = built_as_records(tmp_path_factory.mktemp("template"))
    records.ask("update clinic_user set password = ?", make_password(PASSWORD))
    return records


@pytest.fixture(scope="session")
def served(template: Records, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Served]:
    """A server on a copy of it."""
    folder = tmp_path_factory.mktemp("served")
    server = Served(template.copied(folder), folder)
    server.start()
    yield server
    server.kill()
