"""Several processes that do the same thing to one database at the same moment; each writes what its acts came to."""

from __future__ import annotations

import datetime as dt
import json
import os
import signal
import sys
import time
import traceback
import uuid
from collections.abc import Callable, Iterator
from dataclasses import replace
from pathlib import Path
from typing import Any

import django

ROUNDS = 8
RACER = "RACER"
"""Which of the racers this process is."""
SEED = uuid.UUID("6a1c2f8e-7b1d-4a9b-9f52-0d6f6f1f0a11")
Act = Callable[[], Any]


def sessions() -> Iterator[Act]:
    """The same sessions, sent by two phones of one link."""
    from easepath.clinic.actions.record_session import record_session
    from easepath.clinic.actions.session_bounds import DrillDone, SessionDone
    from easepath.clinic.models import Complaint

    complaint = Complaint.objects.get(client__first_name="Marta")
    version = complaint.versions.last()
    assert version is not None
    drills = tuple(DrillDone(row.drill, row.side, 100, 1, "pull", "target") for row in version.drills.all())
    for number in range(ROUNDS):
        date = dt.date(2026, 11, 26 + number % 2)
        done = SessionDone(uuid.uuid5(SEED, f"race {number}"), version.number, date, 1, 1, drills)
        yield lambda done=done: str(record_session(complaint, done).pk)


def mornings() -> Iterator[Act]:
    """The same mornings after some sessions."""
    from easepath.clinic.actions.record_morning import MorningDone, record_morning
    from easepath.clinic.models import Complaint

    complaint = Complaint.objects.get(client__first_name="Marta")
    sessions = list(complaint.sessions.filter(date__lt=dt.date(2026, 11, 27)).order_by("date"))
    for number in range(ROUNDS // 2):
        done = MorningDone(uuid.uuid5(SEED, f"morning {number}"), sessions[number % len(sessions)].pk, 1)
        yield lambda done=done: str(record_morning(complaint, done).pk)


def visits() -> Iterator[Act]:
    """The next visit of every complaint, opened by two people."""
    from easepath.clinic.actions.open_visit import open_visit
    from easepath.clinic.models import Complaint, User

    hanne = User.objects.get(username="hanne")
    for complaint in Complaint.objects.order_by("pk"):
        yield lambda complaint=complaint: open_visit(hanne, complaint).pk


def versions() -> Iterator[Act]:
    """The draft of one visit, handed over three times; the visit was read before the others began."""
    from easepath.clinic.actions.hand_over import hand_over
    from easepath.clinic.models import User
    from easepath.clinic.selectors.access import get_visit

    hanne, visit = User.objects.get(username="hanne"), _open_visit("Tom")
    for seen in (1, 2, 3):
        read = get_visit(hanne, visit)
        yield lambda read=read, seen=seen: hand_over(hanne, read, seen)[0].number


def closings() -> Iterator[Act]:
    """One review with every proposal decided, closed again and again; the visit was read before the others began."""
    from easepath.clinic import clock
    from easepath.clinic.actions.close_review import close_review
    from easepath.clinic.actions.decide_proposal import decide_proposal
    from easepath.clinic.facts.assessment import assess
    from easepath.clinic.facts.proposals import proposals_of
    from easepath.clinic.models import User
    from easepath.clinic.selectors.access import get_visit

    hanne = User.objects.get(username="hanne")
    read = get_visit(hanne, _open_visit("Marta"))
    version = read.complaint.versions.last()
    assert version is not None
    for proposal in proposals_of(assess(read.complaint, clock.today_of(read.complaint))):
        if proposal.waits(None):
            decide_proposal(hanne, read, proposal.key, decision="accept")
    for _ in range(ROUNDS):
        yield lambda: (made := close_review(hanne, read, version.number)) and made.number


def overrides() -> Iterator[Act]:
    """The same verdict, overridden by several for reasons of their own; all read the visit before."""
    from easepath.clinic.actions.overrides import override_verdict
    from easepath.clinic.models import User
    from easepath.clinic.selectors.access import get_visit

    ruth = User.objects.get(username="ruth")
    visit = _open_visit("Marta")
    for _ in range(ROUNDS):
        read = get_visit(ruth, visit)
        yield (
            lambda read=read: (
                override_verdict(
                    ruth, read, drill="adductor-plank-long", side="left", reason=f"seen by {os.getpid()}"
                ).pk
            )
        )


def steps() -> Iterator[Act]:
    """One step of a visit, saved again and again beside the other steps; False where what was saved is not there."""
    from easepath.clinic.actions.save_choices import Choices, save_choices
    from easepath.clinic.actions.save_measure import Measuring, save_measure
    from easepath.clinic.actions.save_story import save_story
    from easepath.clinic.facts.story import Story
    from easepath.clinic.models import Complaint, User
    from easepath.clinic.repository import read_again
    from easepath.clinic.selectors.access import get_visit

    hanne = User.objects.get(username="hanne")
    visit = _open_visit("Marta")

    def stands() -> Complaint:
        return Complaint.objects.get(client__first_name="Marta")

    def story(number: int) -> bool:
        read = get_visit(hanne, visit)
        save_story(hanne, read, number, replace(Story.of(read.complaint), words=f"told {number}"))
        return stands().words == f"told {number}"

    def choices(number: int) -> bool:
        read = get_visit(hanne, visit)
        hours = {"start": 480, "end": 1000, "every": 60 + number}
        save_choices(hanne, read, number, replace(Choices.of(read.complaint), work_hours=hours))
        return stands().work_hours == hours

    def measure(number: int) -> bool:
        read = get_visit(hanne, visit)
        seen = ("foot-rolls-in",) if number % 2 else ()
        save_measure(hanne, read, number, replace(Measuring.of(read_again(read)), observed=seen))
        return tuple(stands().observed) == seen

    act = (story, choices, measure)[int(os.environ[RACER])]
    for number in range(3 * ROUNDS):
        yield lambda number=number: act(number)


def post() -> Iterator[Act]:
    """Reminders of one minute laid down by several servers, then everything sent; each tells how many it sent."""
    from django.conf import settings

    from easepath.clinic.actions.dispatches import send_due
    from easepath.clinic.models import Complaint
    from easepath.clinic.reminders import remind

    complaint = Complaint.objects.select_related("client").get(client__first_name="Marta")
    complaint.client.email = "marta@example.org"
    complaint.client.save(update_fields=["email"])
    hours = [f"{hour:02}:00" for hour in range(8, 8 + ROUNDS)]
    day = dt.date(2026, 11, 28)
    Complaint.objects.filter(pk=complaint.pk).update(
        told_by="mail", remind_at=hours, visit_on=day + dt.timedelta(days=1)
    )
    settings.MESSAGE_BOX = Path(sys.argv[2]).with_name("box")
    for hour in range(8, 8 + ROUNDS):
        now = dt.datetime.combine(day, dt.time(hour), tzinfo=dt.UTC)
        yield lambda now=now: (remind(now), send_due(now))[1]


def _open_visit(name: str) -> int:
    from easepath.clinic.actions.open_visit import open_visit
    from easepath.clinic.models import Complaint, User

    complaint = Complaint.objects.get(client__first_name=name)
    return open_visit(User.objects.get(username="hanne"), complaint).pk


VERBS = {
    "sessions": sessions, "mornings": mornings, "visits": visits, "versions": versions, "closings": closings,
    "overrides": overrides,
    "steps": steps, "post": post,
}  # fmt: skip


def run(verb: str, go: Path, number: int) -> None:
    """Wait for the start, then act; a fault is told by its name."""
    os.environ[RACER] = str(number)
    acts = list(VERBS[verb]())
    go.with_name(f"ready-{number}").touch()
    while not go.exists():
        time.sleep(0.005)
    found = []
    for act in acts:
        try:
            found.append(act())
        except Exception as fault:
            found.append(f"{type(fault).__name__}: {fault}")
    go.with_name(f"found-{number}.json").write_text(json.dumps(found))


def main(verb: str, go: Path, many: int) -> None:
    """Read the knowledge once, then part into racers, each with a connection of its own."""
    from easepath.core.knowledge import shipped_library

    shipped_library()
    for number in range(many):
        _part(verb, go, number)
    for _ in range(many):
        _, status = os.wait()
        if status:  # the others would wait for a start that never comes
            os.killpg(0, signal.SIGKILL)


def _part(verb: str, go: Path, number: int) -> None:
    if os.fork() == 0:
        try:
            run(verb, go, number)
        except BaseException:
            traceback.print_exc()
            os._exit(1)
        os._exit(0)


if __name__ == "__main__":
    django.setup()
    main(sys.argv[1], Path(sys.argv[2]), int(sys.argv[3]))
