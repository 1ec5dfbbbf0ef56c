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
        empty.executescript((ROOT / "tests" / "data" / "release-0.4.sql").read_text(encoding="utf-8"))
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
    racers = subprocess.Popen(
        [sys.executable, "-m", "tests.clinic.racer", verb, str(go), str(many)],
        cwd=ROOT,
        env=environment,
        start_new_session=True,
    )
    while len(list(folder.glob("ready-*"))) < many:
        assert racers.poll() is None
        time.sleep(0.01)
    go.touch()
    assert racers.wait() == 0
    found = [json.loads((folder / f"found-{number}.json").read_text()) for number in range(many)]
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


def test_a_sheet_is_handed_over_once_however_many_ask_for_it(template: Path, tmp_path: Path) -> None:
    found, database = race(template, tmp_path, "versions")
    assert found == [[2, 3, 4]] * 3
    numbers = "select number from clinic_planversion v join clinic_complaint c on c.id = v.complaint_id join clinic_client p on p.id = c.client_id where p.first_name = 'Tom' order by number"
    assert [row[0] for row in database.execute(numbers)] == [1, 2, 3, 4]


def test_a_review_makes_one_version_however_many_close_it(template: Path, tmp_path: Path) -> None:
    found, database = race(template, tmp_path, "closings")
    numbers = {number for answers in found for number in answers}
    assert len(numbers) == 1
    assert all(isinstance(number, int) for number in numbers), numbers
    made = "select count(*) from clinic_planversion v join clinic_review r on r.new_version_id = v.id join clinic_complaint c on c.id = v.complaint_id join clinic_client p on p.id = c.client_id where p.first_name = 'Marta' and v.number = ?"
    assert database.execute(made, tuple(numbers)).fetchone() == (1,)


def test_one_override_stands_however_many_argue(template: Path, tmp_path: Path) -> None:
    found, database = race(template, tmp_path, "overrides")
    stored = [answer for answers in found for answer in answers if isinstance(answer, int)]
    refused = [answer for answers in found for answer in answers if not isinstance(answer, int)]
    assert len(set(stored)) == 1
    assert len(stored) == len(found[0])
    assert all(answer.startswith("RefusedError") for answer in refused)
    assert database.execute("select count(*) from clinic_override where drill = 'adductor-plank-long'").fetchone() == (
        1,
    )


def test_steps_of_one_visit_saved_at_once_lose_nothing(template: Path, tmp_path: Path) -> None:
    found, database = race(template, tmp_path, "steps")
    assert found == [[True] * len(found[0])] * 3
    revisions = "select revision from clinic_visitstep where step in ('story', 'choices', 'measure') and revision > 2"
    assert len(database.execute(revisions).fetchall()) == 3


def test_what_waits_is_sent_once_by_however_many_servers(template: Path, tmp_path: Path) -> None:
    found, database = race(template, tmp_path, "post")
    assert all(isinstance(answer, int) for answers in found for answer in answers), found
    sent = sum(answer for answers in found for answer in answers)
    rows = database.execute("select tries, sent_at from clinic_dispatch").fetchall()
    assert len(rows) == sent == len(list((tmp_path / "box").iterdir())) > 0
    assert all(tries == 1 and at for tries, at in rows)
