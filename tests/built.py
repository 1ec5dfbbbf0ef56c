"""The practice clinic as it was built for a run: kept, put back after a test, and copied for other processes."""

from __future__ import annotations

import os
import sqlite3
from contextlib import closing
from pathlib import Path

from django.contrib.contenttypes.models import ContentType
from django.db import connection, connections

from benchmarks.records import Records

_ROWS = sqlite3.connect(":memory:", check_same_thread=False)
"""The rows where a file keeps them; a server keeps a second database."""


def _here() -> Records:
    return Records(os.environ["EASEPATH_DATABASE_URL"]).named(str(connection.settings_dict["NAME"]))


def _kept() -> Records:
    return _here().named(f"{_here().name}_built")


def keep_built() -> None:
    """Keep the rows as they are now."""
    if connection.vendor == "sqlite":
        connection.connection.backup(_ROWS)
        return
    connections.close_all()
    _here().order(
        f'DROP DATABASE IF EXISTS "{_kept().name}"', f'CREATE DATABASE "{_kept().name}" TEMPLATE "{_here().name}"'
    )


def put_back() -> None:
    """The rows as they were kept: for a test whose transaction was no rollback."""
    if connection.vendor == "sqlite":
        _ROWS.backup(connection.connection)
    else:
        connections.close_all()
        _here().order(
            f'DROP DATABASE "{_here().name}" WITH (FORCE)',
            f'CREATE DATABASE "{_here().name}" TEMPLATE "{_kept().name}"',
        )
    ContentType.objects.clear_cache()


def built_as_records(folder: Path) -> Records:
    """The rows as they were kept, as records of their own."""
    if connection.vendor != "sqlite":
        return _kept().copied(folder)
    file = folder / "easepath.sqlite3"
    with closing(sqlite3.connect(file)) as rows:
        _ROWS.backup(rows)
    return Records.in_file(file)
