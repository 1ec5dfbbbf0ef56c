"""Several web processes and workers on the same records: one sign-in, one lock, one conflict, every job done once."""

from __future__ import annotations

import subprocess
import sys
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass

import pytest

from benchmarks.records import Records
from benchmarks.served import PASSWORD, ROOT, TODAY, Caller, Served

pytestmark = pytest.mark.django_db  # the practice clinic that is served is made in the tests' database
SHARED = {"EASEPATH_SECRET_KEY": "one for all of them"}
PUT_OUT = """
import django
django.setup()
from easepath.clinic.actions.dispatches import put_out
from easepath.clinic.models import Complaint
for number in range(12):
    put_out(Complaint.objects.order_by("pk").first(), "stop", address="front@example.org", words=f"sign {number}")
"""
LOCKED_AFTER = 8


@dataclass
class Clinic:
    """Two servers of their own folders on the same records."""

    one: Served
    other: Served

    @contextmanager
    def workers(self, many: int) -> Iterator[None]:
        """So many processes that do the jobs."""
        started = [
            subprocess.Popen(
                [sys.executable, "manage.py", "work"], cwd=ROOT, env=self.one.environment, stdout=subprocess.PIPE,
                text=True,
            )
            for _ in range(many)
        ]  # fmt: skip
        try:
            yield
            for process in started:  # one that has not begun yet ends at once, and not after a job
                assert process.stdout is not None
                assert process.stdout.readline() == "at work\n"
        finally:
            for process in started:
                process.terminate()
            assert [process.wait(timeout=30) for process in started] == [0] * many, "each ends after the job it is at"


@pytest.fixture(scope="module")
def clinic(template: Records, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Clinic]:
    folder = tmp_path_factory.mktemp("processes")
    records = template.copied(folder)
    servers = [Served(records, folder / name, workers=1, **SHARED) for name in ("one", "other")]
    for server in servers:
        server.start()
    yield Clinic(*servers)
    for server in servers:
        server.kill()


def at_the_other(clinic: Clinic, caller: Caller) -> Caller:
    """The same browser, sent to the other server."""
    moved = Caller.__new__(Caller)
    moved.base, moved.jar, moved.opener = clinic.other.base, caller.jar, caller.opener
    return moved


def wait_for(what: Callable[[], bool]) -> None:
    deadline = time.monotonic() + 60
    while not what():
        assert time.monotonic() < deadline
        time.sleep(0.2)


def test_who_signs_in_at_one_is_signed_in_at_the_other_and_out_of_both(clinic: Clinic) -> None:
    here = Caller(clinic.one.base)
    there = at_the_other(clinic, here)
    assert there.call("GET", "/api/session")[1]["username"] == "hanne"
    assert there.call("DELETE", "/api/session")[0] in (200, 204)
    assert here.call("GET", "/api/caseload")[0] == 401


def test_who_fails_at_both_is_locked_out_of_both(clinic: Clinic) -> None:
    visitors = [Caller(server.base) for server in (clinic.one, clinic.other)]
    wrong = {"username": "jo", "password": "not this one"}
    for number in range(LOCKED_AFTER):
        assert visitors[number % 2].call("POST", "/api/session", wrong)[0] != 200
    right = {"username": "jo", "password": PASSWORD}
    assert [visitor.call("POST", "/api/session", right)[0] for visitor in visitors] == [429, 429]


def test_a_save_at_one_makes_the_others_page_old(clinic: Clinic) -> None:
    here = Caller(clinic.one.base)
    there = at_the_other(clinic, here)
    line = next(one for one in here.call("GET", "/api/caseload")[1]["lines"] if one["name"].startswith("Marta"))
    visit = here.call("POST", f"/api/complaints/{line['complaint']}/visits")[1]["visit"]
    assert there.call("POST", f"/api/complaints/{line['complaint']}/visits")[1]["visit"] == visit
    read = here.call("GET", f"/api/visits/{visit}/story")[1]
    body = {key: read[key] for key in ("revision", "person_revision", "story")}

    def saved(caller: Caller, words: str) -> int:
        return caller.call("PUT", f"/api/visits/{visit}/story", {**body, "story": {**body["story"], "words": words}})[0]

    assert (saved(here, "told here"), saved(there, "told there")) == (200, 409)
    assert there.call("GET", f"/api/visits/{visit}/story")[1]["story"]["words"] == "told here"


def test_every_job_is_done_once_by_whichever_worker_comes_first(clinic: Clinic) -> None:
    ask = clinic.one.records.ask
    subprocess.run([sys.executable, "-c", PUT_OUT], cwd=ROOT, env=clinic.one.environment, check=True)
    with clinic.workers(2):
        wait_for(lambda: ask("select count(*) from clinic_dispatch where sent_at is null") == [(0,)])
        old = f"select count(*) from clinic_complaint where status_on is null or status_on <> '{TODAY}'"
        wait_for(lambda: ask(old) == [(0,)])
    assert ask("select count(*), sum(tries) from clinic_dispatch where kind = 'stop'") == [(12, 12)]
    assert len(list((clinic.one.var / "messages").iterdir())) == 12
    done = ask(
        "select task_path, count(*), min(status), max(status) from django_tasks_database_dbtaskresult group by task_path"
    )
    named = {path.rpartition(".")[2]: (count, first, last) for path, count, first, last in done}
    assert named == dict.fromkeys(("send_post", "write_caseload", "tidy"), (1, "SUCCESSFUL", "SUCCESSFUL"))
