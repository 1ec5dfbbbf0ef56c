"""The records of a made-up clinic, in a file or on a server: made empty, copied whole, asked."""

from __future__ import annotations

import os
import sqlite3
import uuid
from collections.abc import Iterator
from contextlib import closing, contextmanager
from dataclasses import dataclass
from pathlib import Path
from typing import Any
from urllib.parse import SplitResult, urlsplit, urlunsplit

import psycopg

from easepath.database import database


@dataclass(frozen=True)
class Records:
    """Where records are, as the setting names it."""

    url: str

    @classmethod
    def in_file(cls, file: Path) -> Records:
        """Records in one file."""
        return cls(f"sqlite:///{file}")

    @classmethod
    def empty(cls, folder: Path) -> Records:
        """New ones: on the server that the environment names, else in a file of the folder."""
        told = os.environ.get("EASEPATH_DATABASE_URL", "")
        if not told.startswith("postgres"):
            return cls.in_file(folder / "easepath.sqlite3")
        return cls(told)._new("CREATE DATABASE {}")

    @property
    def on_server(self) -> bool:
        """Whether a server keeps them."""
        return self.url.startswith("postgres")

    @property
    def name(self) -> str:
        """The file, or the database on the server."""
        return str(database(self.url)["NAME"])

    def copied(self, folder: Path) -> Records:
        """The same records once more, on the same server or in a file of the folder; nobody may be using them there."""
        if self.on_server:
            return self._new(f'CREATE DATABASE {{}} TEMPLATE "{self.name}"')
        copy = self.in_file(folder / "easepath.sqlite3")
        with closing(sqlite3.connect(self.name)) as here, closing(sqlite3.connect(copy.name)) as there:
            here.backup(there)
        return copy

    def named(self, name: str) -> Records:
        """The records under another name on the same server."""
        parts: SplitResult = urlsplit(self.url)
        return Records(urlunsplit(parts._replace(path=f"/{name}")))

    def _new(self, order: str) -> Records:
        made = self.named(f"easepath_{uuid.uuid4().hex[:12]}")
        self.order(order.format(f'"{made.name}"'))
        return made

    def order(self, *orders: str) -> None:
        """Tell the server about whole databases, from one that none of them is."""
        with psycopg.connect(self.named("postgres").address, autocommit=True) as server:
            for one in orders:
                server.execute(one)  # type: ignore[call-overload]

    @property
    def address(self) -> str:
        """The address as the driver takes it."""
        return self.url.replace("postgres:", "postgresql:", 1)

    def ask(self, sql: str, *values: Any) -> list[tuple[Any, ...]]:
        """What the records answer; a change is kept. Values stand for question marks."""
        with self._opened() as rows:
            answer = rows.execute(sql.replace("?", "%s") if self.on_server else sql, values)
            return list(answer.fetchall()) if answer.description else []

    @contextmanager
    def _opened(self) -> Iterator[Any]:
        if self.on_server:
            with psycopg.connect(self.address) as rows:
                yield rows
            return
        with closing(sqlite3.connect(self.name, timeout=10)) as rows:
            yield rows
            rows.commit()

    def faults(self) -> list[str]:
        """What a file says is damaged in it; a server looks after its own."""
        return [] if self.on_server else [str(row[0]) for row in self.ask("pragma integrity_check") if row[0] != "ok"]
