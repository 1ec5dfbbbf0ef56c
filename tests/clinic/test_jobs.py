"""What is done without anybody asking: laid down once, done by whoever comes first, and never lost with a process."""

from __future__ import annotations

import datetime as dt
import logging
from typing import Any

import pytest
from django.core.management import call_command
from django.utils import timezone
from django_tasks import TaskResultStatus
from django_tasks_db.models import DBTaskResult

from easepath.clinic import caseload_lines, clock, jobs
from easepath.clinic.actions.dispatches import put_out
from easepath.clinic.models import Client, Complaint, Dispatch, JobTurn
from tests.clinic.test_walk import fresh
from tests.conftest import TODAY, World

pytestmark = pytest.mark.usefixtures("kept_open")


def waiting() -> list[str]:
    return sorted(row.task_name for row in DBTaskResult.objects.ready())


def later(**ago: float) -> None:
    """As if every job had had its turn so long ago."""
    JobTurn.objects.update(at=timezone.now() - dt.timedelta(**ago))


@pytest.fixture
def done(world: World) -> World:
    """The practice clinic after its first turn."""
    jobs.lay_down_due()
    jobs.work_off()
    return world


def test_a_job_is_laid_down_once_however_many_ask(world: World) -> None:
    assert [jobs.lay_down_due() for _ in range(3)] == [2, 0, 0]
    assert waiting() == ["tidy", "write_caseload"]


def test_whoever_comes_first_does_it(world: World) -> None:
    assert Complaint.objects.filter(status_on=None).exists()
    jobs.lay_down_due()
    assert (jobs.work_off(), jobs.work_off()) == (2, 0)
    assert not Complaint.objects.filter(closed_at=None).exclude(status_on=TODAY).exists()
    assert not DBTaskResult.objects.exclude(status=TaskResultStatus.SUCCESSFUL).exists()


def test_where_nothing_is_old_nothing_is_laid_down(done: World) -> None:
    later(minutes=2)
    assert jobs.lay_down_due() == 0


def test_the_clinics_own_error_is_looked_for_every_hour(done: World) -> None:
    later(hours=2)
    jobs.lay_down_due()
    assert waiting() == ["write_caseload"]


OLD: dict[str, Any] = {
    "a change": lambda world, patch: Complaint.objects.filter(pk=fresh(world, "Marta").pk).update(status_on=None),
    "a new day": lambda world, patch: Complaint.objects.update(status_on=TODAY - dt.timedelta(days=1)),
    "other knowledge": lambda world, patch: patch.setattr(jobs, "made_with", lambda: "another-"),
}


@pytest.mark.parametrize("make", OLD.values(), ids=OLD.keys())
def test_what_makes_a_line_old_lays_it_down_anew(done: World, make: Any, monkeypatch: pytest.MonkeyPatch) -> None:
    make(done, monkeypatch)
    assert jobs.lay_down_due() == 0, "not within the same minute"
    later(minutes=2)
    assert jobs.lay_down_due() == 1
    assert waiting() == ["write_caseload"]


def test_what_waits_to_be_sent_is_sent_once(done: World) -> None:
    put_out(fresh(done, "Marta"), "stop", address="front@example.org", words="a sign")
    jobs.lay_down_due()
    assert waiting() == ["send_post"]
    assert (jobs.work_off(), jobs.lay_down_due(), jobs.work_off()) == (1, 0, 0)
    assert Dispatch.objects.get().tries == 1


def test_a_job_under_way_is_waited_for_and_one_of_a_killed_worker_is_not(done: World) -> None:
    Complaint.objects.update(status_on=None)
    later(minutes=2)
    jobs.lay_down_due()
    begun = DBTaskResult.objects.ready().get()
    begun.claim("somebody")
    later(minutes=2)
    assert jobs.lay_down_due() == 0
    DBTaskResult.objects.filter(pk=begun.pk).update(started_at=timezone.now() - jobs.GIVEN_UP * 2)
    assert jobs.lay_down_due() == 1


def test_a_job_that_fails_is_said_without_a_name(
    done: World, monkeypatch: pytest.MonkeyPatch, caplog: pytest.LogCaptureFixture
) -> None:
    def breaks(*_: Any) -> int:
        raise ValueError("Marta Lind cannot be read")

    monkeypatch.setattr(jobs, "write_lines", breaks)
    Complaint.objects.update(status_on=None)
    later(minutes=2)
    jobs.lay_down_due()
    with caplog.at_level(logging.ERROR, logger="easepath"):
        jobs.work_off()
    assert "the job write_caseload failed: builtins.ValueError" in caplog.text
    assert "Marta" not in "".join(
        record.getMessage() for record in caplog.records if record.name.startswith("easepath")
    )
    later(minutes=2)
    assert jobs.lay_down_due() == 1, "it is tried at its next turn"


def old_record(world: World) -> Client:
    client = fresh(world, "Tom").client
    with clock.on(dt.date(2040, 1, 1)):
        Client.objects.filter(pk=client.pk).update(archived=True, archived_at=timezone.now())
    return client


@pytest.mark.parametrize("erases", [False, True])
def test_old_records_are_erased_where_the_installation_says_so(done: World, settings: Any, erases: bool) -> None:
    client = old_record(done)
    settings.RETENTION_YEARS, settings.RETENTION_ERASES = 2, erases
    with clock.on(dt.date(2040, 1, 1)):
        later(days=2)
        jobs.lay_down_due()
        jobs.work_off()
    client.refresh_from_db()
    assert (client.erased_at is not None) is erases
    assert DBTaskResult.objects.get(task_path__endswith="keep_retention").return_value == 1


def test_what_became_of_jobs_is_forgotten_after_days(done: World) -> None:
    DBTaskResult.objects.update(finished_at=timezone.now() - jobs.KEPT * 2)
    assert jobs.tidy.call() == 2
    assert not DBTaskResult.objects.exists()


def test_a_worker_does_what_waits(world: World, capsys: pytest.CaptureFixture[str]) -> None:
    call_command("work", "--once")
    assert "2 jobs done" in capsys.readouterr().out
    assert caseload_lines.made_with() in Complaint.objects.exclude(status_on=None).first().status_basis  # type: ignore[union-attr]
