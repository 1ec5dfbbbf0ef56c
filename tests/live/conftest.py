"""A real server for the tests that need one."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

import pytest

from benchmarks.served import Served, build


@pytest.fixture(scope="session")
def template(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The practice clinic in a file, built once."""
    return build(tmp_path_factory.mktemp("template"))


@pytest.fixture(scope="session")
def served(template: Path, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Served]:
    """A server on a copy of it."""
    server = Served(template, tmp_path_factory.mktemp("served"))
    server.start()
    yield server
    server.kill()
