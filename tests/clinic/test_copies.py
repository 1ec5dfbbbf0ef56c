"""Copies of the records: made while they are in use, checked, for the owner alone, and put back only when nobody serves."""

from __future__ import annotations

import sqlite3
import stat
from pathlib import Path
from types import SimpleNamespace

import pytest
from django.core.management import CommandError, call_command

from easepath.clinic.copies import COUNTED, CopyError, check_copy, make_copy, put_back, served_mark


@pytest.fixture
def database(tmp_path: Path) -> Path:
    """A small database in WAL mode with the counted tables; what was written last stands only in its log."""
    file = tmp_path / "easepath.sqlite3"
    with sqlite3.connect(file) as rows:
        rows.execute("pragma journal_mode = wal")
        for table in COUNTED:
            rows.execute(f"create table {table} (id integer primary key, name text)")
        rows.execute("insert into clinic_client (name) values ('first')")
    return file


def add(database: Path, name: str) -> sqlite3.Connection:
    """A row by a connection that stays open, as a server's does."""
    opened = sqlite3.connect(database)
    opened.execute("insert into clinic_client (name) values (?)", (name,))
    opened.commit()
    return opened


def names(database: Path) -> list[str]:
    """Every name in a database."""
    with sqlite3.connect(database) as rows:
        return [row[0] for row in rows.execute("select name from clinic_client order by id")]


def test_a_copy_holds_what_was_saved_while_others_write(database: Path, tmp_path: Path) -> None:
    opened = add(database, "second")
    opened.execute("insert into clinic_client (name) values ('not committed')")
    counted = make_copy(database, tmp_path / "copy.sqlite3")
    opened.close()
    assert counted["clinic_client"] == 2
    assert names(tmp_path / "copy.sqlite3") == ["first", "second"]
    assert stat.S_IMODE((tmp_path / "copy.sqlite3").stat().st_mode) == 0o600
    assert not list(tmp_path.glob("copy.sqlite3-*"))


def test_a_copy_never_takes_the_place_of_another(database: Path, tmp_path: Path) -> None:
    make_copy(database, tmp_path / "copy.sqlite3")
    with pytest.raises(CopyError, match="name a new file"):
        make_copy(database, tmp_path / "copy.sqlite3")


def test_what_is_put_back_is_what_was_copied_and_nothing_of_later(database: Path, tmp_path: Path) -> None:
    make_copy(database, tmp_path / "copy.sqlite3")
    add(database, "later").close()
    for leftover in ("-wal", "-shm"):
        (tmp_path / f"easepath.sqlite3{leftover}").touch()
    kept = put_back(tmp_path / "copy.sqlite3", database)
    assert names(database) == ["first"]
    assert kept is not None
    assert names(kept) == ["first", "later"]
    assert stat.S_IMODE(database.stat().st_mode) == 0o600


def test_nothing_is_put_back_while_a_server_uses_the_records(database: Path, tmp_path: Path) -> None:
    make_copy(database, tmp_path / "copy.sqlite3")
    add(database, "later").close()
    serving = [served_mark(database), served_mark(database)]
    for mark in serving:
        with pytest.raises(CopyError, match="stop it first"):
            put_back(tmp_path / "copy.sqlite3", database)
        assert names(database) == ["first", "later"]
        mark.close()
    put_back(tmp_path / "copy.sqlite3", database)
    assert names(database) == ["first"]


def _torn(file: Path) -> None:
    data = bytearray(file.read_bytes())
    data[4096 : 4096 * 3] = b"\xff" * (4096 * 2)
    file.write_bytes(data)


def _other(file: Path) -> None:
    file.unlink()
    with sqlite3.connect(file) as rows:
        rows.execute("create table something_else (id integer)")


DAMAGE = {
    "torn": _torn, "of something else": _other, "no database": lambda file: file.write_text("hello" * 400),
    "cut short": lambda file: file.write_bytes(file.read_bytes()[:5000]), "gone": lambda file: file.unlink(),
}  # fmt: skip


@pytest.mark.parametrize("damage", DAMAGE.values(), ids=DAMAGE.keys())
def test_a_damaged_copy_is_refused_and_the_records_stay(database: Path, tmp_path: Path, damage: object) -> None:
    copy = tmp_path / "copy.sqlite3"
    make_copy(database, copy)
    damage(copy)  # type: ignore[operator]
    with pytest.raises(CopyError):
        check_copy(copy)
    with pytest.raises(CopyError):
        put_back(copy, database)
    assert names(database) == ["first"]


def of_commands(monkeypatch: pytest.MonkeyPatch, vendor: str, database: Path) -> None:
    """The records that the commands find."""
    found = SimpleNamespace(vendor=vendor, settings_dict={"NAME": str(database)})
    for name in ("backup", "restore"):
        monkeypatch.setattr(f"easepath.clinic.management.commands.{name}.connection", found)


@pytest.mark.parametrize("command", ["backup", "restore"])
def test_records_on_a_server_are_copied_by_its_own_tools(
    database: Path, tmp_path: Path, monkeypatch: pytest.MonkeyPatch, command: str
) -> None:
    of_commands(monkeypatch, "postgresql", database)
    with pytest.raises(CommandError, match="pg_dump"):
        call_command(command, str(tmp_path / "copy"))


def test_the_commands_say_what_happened(
    database: Path, tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    of_commands(monkeypatch, "sqlite", database)
    copy = tmp_path / "copy.sqlite3"
    call_command("backup", str(copy))
    assert "sound, 1 client" in capsys.readouterr().out
    with pytest.raises(CommandError, match="name a new file"):
        call_command("backup", str(copy))
    call_command("restore", str(copy))
    assert "before-restore" in capsys.readouterr().out
    with pytest.raises(CommandError, match="not there"):
        call_command("restore", str(tmp_path / "nothing"))
