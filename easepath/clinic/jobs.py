"""What is done without anybody asking: the caseload's lines, what is sent, old records, old sessions of staff.

A job is a row in the database before it is work, so that it outlives the process that laid it down, and whichever
worker comes first does it. Each can be done twice without harm: a worker that was killed in the middle leaves the rest
to the next turn.
"""

from __future__ import annotations

import datetime as dt
import logging
import os
import uuid
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any, Final

from django.conf import settings
from django.core.management import call_command
from django.db import IntegrityError, transaction
from django.db.models import Q
from django.dispatch import receiver
from django.utils import timezone
from django_tasks import TaskResultStatus, task
from django_tasks.base import Task
from django_tasks.signals import task_finished
from django_tasks_db.management.commands.db_worker import Worker
from django_tasks_db.models import DBTaskResult

from easepath.clinic import clock, models
from easepath.clinic.actions.dispatches import MOST_TRIES, send_due
from easepath.clinic.actions.erase_client import erase_client
from easepath.clinic.caseload_lines import made_with, write_lines
from easepath.clinic.reminders import remind
from easepath.clinic.retention import old_records

LOG = logging.getLogger(__name__)
MINUTE, HOUR, DAY = dt.timedelta(minutes=1), dt.timedelta(hours=1), dt.timedelta(days=1)
GIVEN_UP: Final = dt.timedelta(minutes=15)
"""A job that has run for so long is not waited for: its worker was killed."""
KEPT: Final = dt.timedelta(days=3)
"""How long it can be looked up what became of a job."""


@task
def write_caseload(clinic: int) -> int:
    """Every caseload line of a clinic that is not of today; returns how many were written."""
    return write_lines(models.Complaint.objects.filter(client__clinic=clinic))


@task
def send_post() -> int:
    """Lay down the reminders of this minute, and send what is due; returns how many went."""
    remind(clock.now())
    return send_due(clock.now())


@task
def keep_retention() -> int:
    """Say how many records are older than is kept; erase them where the installation says so. Returns how many."""
    due = old_records()
    LOG.info("records older than is kept: %s", len(due))
    if settings.RETENTION_ERASES:
        for client in due:
            erase_client(None, client, name=str(client))
    return len(due)


@task
def tidy() -> int:
    """Forget sessions of staff that ran out, and what became of jobs long ago; returns how many jobs."""
    call_command("clearsessions")
    old = DBTaskResult.objects.filter(finished_at__lt=timezone.now() - KEPT)
    return old.delete()[0]


@dataclass(frozen=True)
class Turn:
    """A job whose turn it may be: its name, how often it comes, what is done."""

    name: str
    every: dt.timedelta
    job: Task[Any, int]
    of: tuple[int, ...] = ()


def lay_down_due() -> int:
    """Lay down every job whose turn it is, once however many processes ask; returns how many."""
    made, now = 0, timezone.now()
    for turn in _turns():
        with transaction.atomic():
            if not _under_way(turn, now) and _taken(turn, now):
                turn.job.enqueue(*turn.of)
                made += 1
    return made


def _turns() -> Iterator[Turn]:
    if _has_post(clock.now()):
        yield Turn("post", MINUTE, send_post)
    old = _with_old_lines()
    for clinic in (
        models.Complaint.objects.filter(closed_at=None).order_by().values_list("client__clinic", flat=True).distinct()
    ):
        yield Turn(f"caseload of {clinic}", MINUTE if clinic in old else HOUR, write_caseload, (clinic,))
    yield Turn("tidy", DAY, tidy)
    if settings.RETENTION_YEARS is not None:
        yield Turn("retention", DAY, keep_retention)


def _has_post(now: dt.datetime) -> bool:
    """Whether something waits to be sent, or somebody is reminded of anything."""
    waits = models.Dispatch.objects.filter(sent_at=None, due_at__lte=now, tries__lt=MOST_TRIES)
    return waits.exists() or models.Complaint.objects.filter(closed_at=None).exclude(told_by="").exists()


def _with_old_lines() -> set[int]:
    """The clinics with a line that is not of their today, or was worked out by other knowledge or code.

    What else makes a line old, the clinic's own error, is looked for every hour.
    """
    open_ones = models.Complaint.objects.filter(closed_at=None).order_by()
    days = open_ones.values_list("client__clinic", "client__clinic__time_zone", "status_on").distinct()
    old = {clinic for clinic, zone, day in days if day != clock.today(zone)}
    return old | set(
        open_ones.filter(~Q(status_basis__startswith=made_with())).values_list("client__clinic", flat=True).distinct()
    )


def _under_way(turn: Turn, now: dt.datetime) -> bool:
    """Whether the same waits or is done already; one that somebody began too long ago is not waited for."""
    same = DBTaskResult.objects.filter(task_path=turn.job.module_path, args_kwargs__args=list(turn.of))
    begun = Q(status=TaskResultStatus.RUNNING, started_at__gt=now - GIVEN_UP)
    return same.filter(Q(status=TaskResultStatus.READY) | begun).exists()


def _taken(turn: Turn, now: dt.datetime) -> bool:
    """Whether the turn is ours: of several processes that ask, one moves the row."""
    mine = models.JobTurn.objects.filter(name=turn.name, at__lte=now - turn.every)
    if mine.update(at=now):
        return True
    if models.JobTurn.objects.filter(name=turn.name).exists():
        return False
    try:
        with transaction.atomic():
            models.JobTurn.objects.create(name=turn.name, at=now)
    except IntegrityError:
        return False
    return True


def work_off() -> int:
    """Do every job that waits, one after the other; returns how many this process did."""
    worker = Worker(
        queue_names=["*"], interval=0, batch=True, backend_name="default", startup_delay=False, max_tasks=None,
        worker_id=f"{os.getpid()}-{uuid.uuid4().hex[:8]}", excluded_queue_names=[],
    )  # fmt: skip
    worker.run()
    return worker._run_tasks


@receiver(task_finished)
def say_failure(task_result: Any, **_: Any) -> None:
    """A job that failed is said in the log by its name and the kind of fault; what the fault says may name a client."""
    if task_result.status == TaskResultStatus.FAILED:
        kinds = [error.exception_class_path for error in task_result.errors]
        LOG.error("the job %s failed: %s", task_result.task.name, ", ".join(kinds))
