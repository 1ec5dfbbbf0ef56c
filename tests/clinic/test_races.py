"""Two processes with connections of their own do the same thing at once: stored once, numbered once, nobody refused."""

from __future__ import annotations

import json
import os
import subprocess
import sys
import time
from pathlib import Path
from typing import Any

import pytest

from benchmarks.records import Records
from tests.built import built_as_records

pytestmark = pytest.mark.django_db  # the practice clinic that they race for is made in the tests' database
ROOT = Path(__file__).parents[2]
ENVIRONMENT = {
    **os.environ, "DJANGO_SETTINGS_MODULE": "easepath.settings", "EASEPATH_TODAY": "2026-11-28", "PYTHONPATH": str(ROOT),
}  # fmt: skip


@pytest.fixture(scope="module")
def template(django_db_setup: None, tmp_path_factory: pytest.TempPathFactory) -> Records:
    """The practice clinic as records of its own."""
    return built_as_records(tmp_path_factory.mktemp("races"))


def race(template: Records, folder: Path, verb: str, many: int = 3) -> tuple[list[list[Any]], Records]:
    """What every racer got, and the records afterwards."""
    records, go = template.copied(folder), folder / "go"
    racers = subprocess.Popen(
        [sys.executable, "-m", "tests.clinic.racer", verb, str(go), str(many)],
        cwd=ROOT,
        env={**ENVIRONMENT, "EASEPATH_DATABASE_URL": records.url},
        start_new_session=True,
    )
    while len(list(folder.glob("ready-*"))) < many:
        assert racers.poll() is None
        time.sleep(0.01)
    go.touch()
    assert racers.wait() == 0
    return [json.loads((folder / f"found-{number}.json").read_text()) for number in range(many)], records


@pytest.mark.parametrize(("verb", "table"), [("sessions", "clinic_sessionlog"), ("mornings", "clinic_morningreport")])
def test_what_is_sent_several_times_at_once_is_stored_once(
    template: Records, tmp_path: Path, verb: str, table: str
) -> None:
    found, records = race(template, tmp_path, verb)
    assert found[0] == found[1] == found[2]
    assert not [answer for answer in found[0] if "Error" in answer]
    ((before,),) = template.ask(f"select count(*) from {table}")
    assert records.ask(f"select count(*) from {table}") == [(before + len(found[0]),)]


def test_one_visit_is_opened_however_many_ask_for_it(template: Records, tmp_path: Path) -> None:
    found, records = race(template, tmp_path, "visits")
    assert found[0] == found[1] == found[2]
    assert all(isinstance(answer, int) for answer in found[0])
    numbered = (
        "select count(*), count(distinct complaint_id || ' ' || number) from clinic_visit where closed_at is null"
    )
    ((rows, different),) = records.ask(numbered)
    assert rows == different == len(found[0])


def test_a_sheet_is_handed_over_once_however_many_ask_for_it(template: Records, tmp_path: Path) -> None:
    found, records = race(template, tmp_path, "versions")
    assert found == [[2, 3, 4]] * 3
    numbers = "select number from clinic_planversion v join clinic_complaint c on c.id = v.complaint_id join clinic_client p on p.id = c.client_id where p.first_name = 'Tom' order by number"
    assert [row[0] for row in records.ask(numbers)] == [1, 2, 3, 4]


def test_a_review_makes_one_version_however_many_close_it(template: Records, tmp_path: Path) -> None:
    found, records = race(template, tmp_path, "closings")
    numbers = {number for answers in found for number in answers}
    assert len(numbers) == 1
    assert all(isinstance(number, int) for number in numbers), numbers
    made = "select count(*) from clinic_planversion v join clinic_review r on r.new_version_id = v.id join clinic_complaint c on c.id = v.complaint_id join clinic_client p on p.id = c.client_id where p.first_name = 'Marta' and v.number = ?"
    assert records.ask(made, *numbers) == [(1,)]


def test_one_override_stands_however_many_argue(template: Records, tmp_path: Path) -> None:
    found, records = race(template, tmp_path, "overrides")
    stored = [answer for answers in found for answer in answers if isinstance(answer, int)]
    refused = [answer for answers in found for answer in answers if not isinstance(answer, int)]
    assert len(set(stored)) == 1
    assert len(stored) == len(found[0])
    assert all(answer.startswith("RefusedError") for answer in refused)
    assert records.ask("select count(*) from clinic_override where drill = 'adductor-plank-long'") == [(1,)]


def test_steps_of_one_visit_saved_at_once_lose_nothing(template: Records, tmp_path: Path) -> None:
    found, records = race(template, tmp_path, "steps")
    assert found == [[True] * len(found[0])] * 3
    revisions = "select revision from clinic_visitstep where step in ('story', 'choices', 'measure') and revision > 2"
    assert len(records.ask(revisions)) == 3


def test_what_waits_is_sent_once_by_however_many_servers(template: Records, tmp_path: Path) -> None:
    found, records = race(template, tmp_path, "post")
    assert all(isinstance(answer, int) for answers in found for answer in answers), found
    sent = sum(answer for answers in found for answer in answers)
    rows = records.ask("select tries, sent_at from clinic_dispatch")
    assert len(rows) == sent == len(list((tmp_path / "box").iterdir())) > 0
    assert all(tries == 1 and at for tries, at in rows)
