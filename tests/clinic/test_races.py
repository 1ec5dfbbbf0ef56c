"""Two processes with connections of their own do the same thing at once: stored once, numbered once, nobody refused."""

from __future__ import annotations

import json
import os
import shutil
import sqlite3
import subprocess
import sys
import time
from pathlib import Path
from typing import Any

import pytest

ROOT = Path(__file__).parents[2]
ENVIRONMENT = {
    **os.environ, "DJANGO_SETTINGS_MODULE": "easepath.settings", "EASEPATH_TODAY": "2026-11-28", "PYTHONPATH": str(ROOT),
}  # fmt: skip


@pytest.fixture(scope="module")
def template(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """A small clinic in a file of its own."""
    database = tmp_path_factory.mktemp("races") / "template.sqlite3"
    with sqlite3.connect(database) as empty:
        empty.executescript((ROOT / "tests" / "data" / "release-0.1.sql").read_text(encoding="utf-8"))
    environment = {**ENVIRONMENT, "EASEPATH_DB": str(database)}
    subprocess.run([sys.executable, "manage.py", "migrate", "--verbosity", "0"], cwd=ROOT, env=environment, check=True)
    with sqlite3.connect(database) as ready:
        ready.execute("pragma wal_checkpoint(truncate)")
    return database


def race(template: Path, folder: Path, verb: str, many: int = 3) -> tuple[list[list[Any]], sqlite3.Connection]:
    """What every racer got, and the database afterwards."""
    database, go = folder / "clinic.sqlite3", folder / "go"
    shutil.copy(template, database)
    environment = {**ENVIRONMENT, "EASEPATH_DB": str(database)}
    racers = [
        subprocess.Popen(
            [sys.executable, "-m", "tests.clinic.racer", verb, str(go)], cwd=ROOT, env=environment, text=True,
            stdout=subprocess.PIPE,
        )
        for _ in range(many)
    ]  # fmt: skip
    while len(list(folder.glob("ready-*"))) < many:
        assert all(racer.poll() is None for racer in racers)
        time.sleep(0.01)
    go.touch()
    found = [json.loads(racer.communicate()[0]) for racer in racers]
    return found, sqlite3.connect(database)


@pytest.mark.parametrize(
    ("verb", "table", "before"), [("sessions", "clinic_sessionlog", 19), ("mornings", "clinic_morningreport", 16)]
)
def test_what_is_sent_several_times_at_once_is_stored_once(
    template: Path, tmp_path: Path, verb: str, table: str, before: int
) -> None:
    found, database = race(template, tmp_path, verb)
    assert found[0] == found[1] == found[2]
    assert not [answer for answer in found[0] if "Error" in answer]
    assert database.execute(f"select count(*) from {table}").fetchone() == (before + len(found[0]),)


def test_one_visit_is_opened_however_many_ask_for_it(template: Path, tmp_path: Path) -> None:
    found, database = race(template, tmp_path, "visits")
    assert found[0] == found[1] == found[2]
    assert all(isinstance(answer, int) for answer in found[0])
    numbered = (
        "select count(*), count(distinct complaint_id || ' ' || number) from clinic_visit where closed_at is null"
    )
    rows, different = database.execute(numbered).fetchone()
    assert rows == different == len(found[0])


def test_versions_get_numbers_of_their_own(template: Path, tmp_path: Path) -> None:
    found, database = race(template, tmp_path, "versions")
    numbers = sorted(number for answers in found for number in answers)
    assert numbers == list(range(2, 2 + len(numbers)))
    drills = "select count(distinct version_id) from clinic_plandrill where version_id in (select id from clinic_planversion where number > 1)"
    assert database.execute(drills).fetchone()[0] >= len(numbers)
