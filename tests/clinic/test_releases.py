"""A database of every release before migrates to this one with nothing lost."""

from __future__ import annotations

import json
import os
import sqlite3
import subprocess
import sys
from pathlib import Path
from typing import Any

import pytest

ROOT = Path(__file__).parent.parent.parent
RELEASES = sorted((ROOT / "tests" / "data").glob("release-*.sql"))
GONE: dict[str, set[str]] = {"clinic_auditentry": {"details"}}
"""Columns that a release after 0.1 gave up, by table."""


def _manage(database: Path, *words: str) -> str:
    environment = {**os.environ, "EASEPATH_DB": str(database), "EASEPATH_TODAY": "2026-11-29", "EASEPATH_TIMER": "0"}
    done = subprocess.run(
        [sys.executable, "manage.py", *words], cwd=ROOT, env=environment, check=True, capture_output=True, text=True
    )
    return done.stdout


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
def migrated(request: pytest.FixtureRequest, tmp_path_factory: pytest.TempPathFactory) -> Any:
    """A release's rows before and after, and its database."""
    database = tmp_path_factory.mktemp("release") / "old.sqlite3"
    with sqlite3.connect(database) as empty:
        empty.executescript(request.param.read_text(encoding="utf-8"))
    before = _rows(database)
    _manage(database, "migrate", "--verbosity", "0")
    return before, _rows(database), database


def test_no_row_and_no_value_is_lost(migrated: Any) -> None:
    before, after, _ = migrated
    assert sum(map(len, before.values())) > 400
    for table, rows in before.items():
        for key, row in rows.items():
            kept = {name: value for name, value in row.items() if name not in GONE.get(table, ())}
            assert kept.items() <= after[table][key].items(), (table, key)


def test_what_was_recorded_is_chained_and_sealed(migrated: Any) -> None:
    before, after, database = migrated
    assert len(before["clinic_auditentry"]) > 20
    for key, row in before["clinic_auditentry"].items():
        kept = row["details"] if "details" in row else before["clinic_auditvalues"][key]["text"]
        assert json.loads(after["clinic_auditvalues"][key]["text"]) == json.loads(kept)
    assert f"{len(before['clinic_auditentry'])} entries, 0 emptied" in _manage(database, "verify_audit")
    with sqlite3.connect(database) as opened, pytest.raises(sqlite3.IntegrityError, match="only added to"):
        opened.execute("delete from clinic_sessionlog")


def test_every_planned_drill_has_the_dose_that_was_handed_over(migrated: Any) -> None:
    _, after, _ = migrated
    assert after["clinic_plandrill"]
    for row in after["clinic_plandrill"].values():
        sides = json.loads(row["prescription"])["sides"]
        dose = json.loads(row["dose"])
        assert dose in [side["dose"] for side in sides]
        assert all((dose.get("sets") or 1) <= (side["dose"].get("sets") or 1) for side in sides)
    drafts = [json.loads(row["dose"]) for row in after["clinic_draftdrill"].values() if row["dose"] is not None]
    assert drafts
    assert all(drafts)


def test_the_new_release_reads_every_complaint(migrated: Any) -> None:
    _, after, database = migrated
    assert f"{len(after['clinic_complaint'])} caseload lines written" in _manage(database, "refresh_caseload")
    kinds = [json.loads(row["status"])["kind"] for row in _rows(database)["clinic_complaint"].values()]
    assert "unreadable" not in kinds
    assert "look" in kinds
    assert len({row["key"] for row in after["clinic_proposal"].values()}) > 1
    assert "No planned migration operations" in _manage(database, "migrate", "--plan")
