"""Copies of the database file: made while the server runs, checked, and put back only while it does not."""

from __future__ import annotations

import fcntl
import os
import shutil
import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import IO

from django.db.backends.base.base import BaseDatabaseWrapper

LEFTOVERS = ("-wal", "-shm", "-journal")
COUNTED = ("clinic_client", "clinic_planversion", "clinic_sessionlog", "clinic_auditentry")


class CopyError(Exception):
    """A copy that cannot be made or put back, with what to do."""


def file_of(connection: BaseDatabaseWrapper) -> Path:
    """The file that holds the records; raises CopyError where a server does."""
    if connection.vendor != "sqlite":
        raise CopyError("the records are on a server: copy them with its own tools, pg_dump and pg_restore")
    return Path(connection.settings_dict["NAME"])


def make_copy(database: Path, target: Path) -> dict[str, int]:
    """Copy a database that is in use into a new file for its owner alone; returns the counted rows of the copy."""
    if target.exists():
        raise CopyError(f"{target} is there already: name a new file")
    part = target.with_name(f"{target.name}.part")
    part.unlink(missing_ok=True)
    part.touch(mode=0o600)
    with _opened(database) as source, _opened(part) as copy:
        source.backup(copy)
        copy.execute("pragma journal_mode = delete")
    counted = check_copy(part)
    with part.open("rb+") as file:
        os.fsync(file.fileno())
    part.rename(target)
    return counted


def check_copy(file: Path) -> dict[str, int]:
    """The counted rows of a sound copy; raises CopyError for a damaged file or one of something else."""
    if not file.is_file():
        raise CopyError(f"{file} is not there")
    try:
        with _opened(file) as copy:
            found = [row[0] for row in copy.execute("pragma integrity_check")]
            loose = copy.execute("pragma foreign_key_check").fetchone()
            counted = {table: copy.execute(f"select count(*) from {table}").fetchone()[0] for table in COUNTED}
    except sqlite3.Error as fault:
        raise CopyError(f"{file} is damaged, or not a copy of these records: {fault}") from fault
    if found != ["ok"] or loose is not None:
        raise CopyError(f"{file} is damaged: {found[0]}")
    return counted


def put_back(file: Path, database: Path) -> Path | None:
    """Put a checked copy in the place of the database; what stood there is kept beside it, and its path returned."""
    check_copy(file)
    with not_served(database):
        part = database.with_name(f"{database.name}.part")
        part.unlink(missing_ok=True)
        part.touch(mode=0o600)
        shutil.copyfile(file, part)
        check_copy(part)
        kept = None
        if database.exists():
            kept = database.with_name(f"{database.name}.before-restore")
            kept.unlink(missing_ok=True)
            with _opened(database) as old:  # what stands only in its leftovers goes into the file
                old.execute("pragma wal_checkpoint(truncate)")
            database.rename(kept)
        for leftover in LEFTOVERS:
            database.with_name(database.name + leftover).unlink(missing_ok=True)
        part.rename(database)
    return kept


def served_mark(database: Path) -> IO[str]:
    """Mark the database as served for as long as the returned file is open; several servers may."""
    mark = database.with_name(f"{database.name}.served").open("w", encoding="utf-8")
    fcntl.flock(mark, fcntl.LOCK_SH)
    return mark


@contextmanager
def not_served(database: Path) -> Iterator[None]:
    """Hold the database while no server does; raises CopyError when one does."""
    with database.with_name(f"{database.name}.served").open("w", encoding="utf-8") as mark:
        try:
            fcntl.flock(mark, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except OSError as fault:
            raise CopyError("a server is using these records: stop it first") from fault
        yield


@contextmanager
def _opened(file: Path) -> Iterator[sqlite3.Connection]:
    connection = sqlite3.connect(file, timeout=10)
    try:
        yield connection
        connection.commit()
    finally:
        connection.close()
