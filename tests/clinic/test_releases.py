"""A database of every release before migrates to this one with nothing lost."""

from __future__ import annotations

import json
import os
import sqlite3
import subprocess
import sys
from dataclasses import dataclass
from pathlib import Path
from typing import Any

import pytest
from django.db import connection

ROOT = Path(__file__).parent.parent.parent
pytestmark = pytest.mark.django_db  # of one kind, so that each release is migrated once
RELEASES = sorted((ROOT / "tests" / "data").glob("release-*.sql"))
GONE: dict[str, set[str]] = {"clinic_auditentry": {"details"}, "clinic_visit": {"arranged"}}
"""Columns that a release after 0.1 gave up, by table."""
RENAMED = {("clinic_visitstep", "step", "match"): "plan"}
"""Words that a release after 0.1 says otherwise, by table and column."""


MIGRATE = """
import io, json, sqlite3, sys, django
django.setup()
from django.core.management import call_command
from django.db import connection

def said(*words):
    heard = io.StringIO()
    call_command(*words, stdout=heard)
    return heard.getvalue()

call_command("migrate", verbosity=0)
with sqlite3.connect(sys.argv[1]) as migrated:
    connection.connection.backup(migrated)
print(json.dumps({words: said(*words.split()) for words in sys.argv[2:]}))
"""


@dataclass
class Migrated:
    """A release's rows before and after, its database then, and what this release says and writes about it."""

    name: str

    before: dict[str, dict[Any, dict[str, Any]]]
    after: dict[str, dict[Any, dict[str, Any]]]
    database: Path
    said: dict[str, str]
    later: dict[str, dict[Any, dict[str, Any]]]


def _rows(database: Path) -> dict[str, dict[Any, dict[str, Any]]]:
    """Every row of the clinic's tables, by table and key."""
    with sqlite3.connect(database) as open_database:
        open_database.row_factory = sqlite3.Row
        tables = [
            name for (name,) in open_database.execute("select name from sqlite_master where name glob 'clinic_*'")
            if open_database.execute("select type from sqlite_master where name = ?", (name,)).fetchone()[0] == "table"
        ]  # fmt: skip
        return {
            table: {row[0]: dict(row) for row in open_database.execute(f"select * from {table}")} for table in tables
        }


@pytest.fixture(scope="module", params=RELEASES, ids=[path.stem for path in RELEASES])
def migrated(request: pytest.FixtureRequest, tmp_path_factory: pytest.TempPathFactory) -> Migrated:
    """A release migrated to this one, and then used."""
    folder = tmp_path_factory.mktemp("release")
    database, then = folder / "old.sqlite3", folder / "then.sqlite3"
    with sqlite3.connect(database) as empty:
        empty.executescript(request.param.read_text(encoding="utf-8"))
    before = _rows(database)
    environment = {
        **os.environ, "EASEPATH_DATABASE_URL": f"sqlite:///{database}", "EASEPATH_TODAY": "2026-11-29", "EASEPATH_TIMER": "0",
        "DJANGO_SETTINGS_MODULE": "easepath.settings",
    }  # fmt: skip
    words = ["verify_audit", "refresh_caseload", "migrate --plan"]
    done = subprocess.run(
        [sys.executable, "-c", MIGRATE, str(then), *words], cwd=ROOT, env=environment, check=True, capture_output=True,
        text=True,
    )  # fmt: skip
    return Migrated(request.param.stem, before, _rows(then), then, json.loads(done.stdout), _rows(database))


def tables(records: sqlite3.Connection) -> set[tuple[Any, ...]]:
    """Every column, index and seal of the clinic's tables; in which order the columns stand is nothing."""
    made = list(records.execute("select type, name, tbl_name, sql from sqlite_master where tbl_name glob 'clinic_*'"))
    names = [name for kind, name, _, _ in made if kind == "table"]
    columns = {(name, *column[1:]) for name in names for column in records.execute(f"pragma table_info({name})")}
    keys = {(name, *key[2:]) for name in names for key in records.execute(f"pragma foreign_key_list({name})")}
    return columns | keys | {row for row in made if row[0] != "table"}


def test_older_records_have_the_tables_of_new_ones(migrated: Migrated) -> None:
    if connection.vendor != "sqlite":
        pytest.skip("a server's own catalogue is another")
    connection.ensure_connection()
    with sqlite3.connect(migrated.database) as opened:
        found = tables(opened)
    assert len(found) > 300
    assert found == tables(connection.connection)


def test_no_row_and_no_value_is_lost(migrated: Migrated) -> None:
    before, after = migrated.before, migrated.after
    assert sum(map(len, before.values())) > 400
    for table, rows in before.items():
        for key, row in rows.items():
            kept = {
                name: RENAMED.get((table, name, value), value) for name, value in row.items()
                if name not in GONE.get(table, ())
            }  # fmt: skip
            assert kept.items() <= after[table][key].items(), (table, key)
    ordered = {key: "phases" if row["arranged"] else "rules" for key, row in before["clinic_visit"].items()}
    assert {key: after["clinic_visit"][key]["order"] for key in ordered} == ordered


def test_what_was_recorded_is_chained_and_sealed(migrated: Migrated) -> None:
    before, after = migrated.before, migrated.after
    assert len(before["clinic_auditentry"]) > 20
    for key, row in before["clinic_auditentry"].items():
        kept = row["details"] if "details" in row else before["clinic_auditvalues"][key]["text"]
        assert json.loads(after["clinic_auditvalues"][key]["text"]) == json.loads(kept)
    assert f"{len(before['clinic_auditentry'])} entries, 0 emptied" in migrated.said["verify_audit"]
    with sqlite3.connect(migrated.database) as opened, pytest.raises(sqlite3.IntegrityError, match="only added to"):
        opened.execute("delete from clinic_sessionlog")


def test_every_planned_drill_has_the_dose_that_was_handed_over(migrated: Migrated) -> None:
    after = migrated.after
    assert after["clinic_plandrill"]
    for row in after["clinic_plandrill"].values():
        sides = json.loads(row["prescription"])["sides"]
        dose = json.loads(row["dose"])
        assert dose in [side["dose"] for side in sides]
        assert all((dose.get("sets") or 1) <= (side["dose"].get("sets") or 1) for side in sides)
    drafts = [json.loads(row["dose"]) for row in after["clinic_draftdrill"].values() if row["dose"] is not None]
    assert drafts
    assert all(drafts)


def test_the_new_release_reads_every_complaint(migrated: Migrated) -> None:
    after = migrated.after
    assert f"{len(after['clinic_complaint'])} caseload lines written" in migrated.said["refresh_caseload"]
    kinds = [json.loads(row["status"])["kind"] for row in migrated.later["clinic_complaint"].values()]
    assert "unreadable" not in kinds
    asked = "look" if migrated.name == RELEASES[-1].stem else "answer"
    assert asked in kinds, "what an older release did not ask is asked before a program goes on"
    assert len({row["key"] for row in after["clinic_proposal"].values()}) > 1
    assert "No planned migration operations" in migrated.said["migrate --plan"]
