"""The practice clinic as it was built for a run: kept, put back after a test, and copied for other processes."""

from __future__ import annotations

import fcntl
import os
import shutil
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


def _write_to(file: Path) -> None:
    with closing(sqlite3.connect(file)) as rows:
        _ROWS.backup(rows)


class LanesRows:
    """The rows that one lane of a run builds in a file and leaves for the others, which wait meanwhile and copy them."""

    def __init__(self, folder: Path | None) -> None:
        """Wait for a lane that builds; without a folder there is no other lane."""
        self._file = folder / "rows.sqlite3" if folder else None
        self._turn = os.open(folder / "rows.turn", os.O_CREAT | os.O_RDWR) if folder else None
        if self._turn is not None:
            fcntl.flock(self._turn, fcntl.LOCK_EX)
        self.built = self._file is not None and self._file.exists()
        """Whether another lane has left them: else this one builds."""

    def copy_to(self, file: Path) -> None:
        """Begin with what another lane has left."""
        if self._file and self.built:
            shutil.copy(self._file, file)

    def leave(self) -> None:
        """The rows as they were kept, for the next lane, whose turn it is now."""
        if self._file and not self.built:
            _write_to(self._file)
        if self._turn is not None:
            os.close(self._turn)


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
    _write_to(file)
    return Records.in_file(file)
