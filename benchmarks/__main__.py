"""`make bench`: how long the core and the pages' data take; medians and 95th percentiles in milliseconds."""

from __future__ import annotations

import datetime as dt
import os
import random
import statistics
import time
from collections.abc import Callable

import django

from easepath.core.adjust import review
from easepath.core.compose import compose
from easepath.core.facts import Client, ClientFactor, Complaint, LogEntry, PainReport, Plan, PlannedDrill, Situation
from easepath.core.knowledge import load_library, shipped_library
from easepath.core.match import Matcher
from easepath.core.screening import screen
from easepath.core.vocabulary import PLACES
from easepath.figure.album import Album, Wanted
from easepath.figure.check import figure_problems

TODAY = dt.date(2031, 4, 12)


def measure(name: str, target: float, run: Callable[[], object], times: int = 40) -> None:
    """Run something many times and print its median, its 95th percentile, and the share of its target."""
    taken = []
    for _ in range(times):
        start = time.perf_counter()
        run()
        taken.append((time.perf_counter() - start) * 1000)
    report(name, target, taken)


def report(name: str, target: float, taken: list[float]) -> None:
    """Print one line for a list of milliseconds."""
    taken = sorted(taken)
    median, high = statistics.median(taken), taken[int(0.95 * (len(taken) - 1))]
    print(f"{name:<46} median {median:8.2f} ms   95th {high:8.2f} ms   {high / target:5.2f} of {target:g} ms")


def pace() -> None:
    """Print how long the machine takes for a plain sum: a shared one is half as quick within minutes."""
    taken = []
    for _ in range(5):
        start = time.perf_counter()
        sum(number for number in range(1_000_000))
        taken.append((time.perf_counter() - start) * 1000)
    print(f"{'a million plain steps on this machine':<46} median {statistics.median(taken):8.2f} ms")


def groin_client(days: int) -> Situation:
    """A groin client with `days` days of sessions of three drills."""
    drills = ("lunge-rock", "iso-adduction", "side-leg-raise")
    log = tuple(
        LogEntry(date=TODAY - dt.timedelta(days=ago), drill=drill, side="left" if drill == "lunge-rock" else "both",
                 done_pct=100, before=1, during=2, after=1, next=1, symptom="pull", felt="target")
        for ago in range(days, 0, -1) for drill in drills
    )  # fmt: skip
    return Situation(
        today=TODAY,
        client=Client(age=52, places=("floor", "bed", "chair", "stand"), equipment=("pad", "cushion"), minutes=12,
                      days_per_week=7, factors=(ClientFactor(id="osteoporosis"), ClientFactor(id="blood-thinner"))),
        complaint=Complaint(condition="adductor-strain", side="left", days_since=30, answers_default="no", wakes="no",
                            settle_minutes=30, pain=PainReport(now=1, rest=0, worst=4, usual=2)),
        plan=Plan(stage=2, start=TODAY - dt.timedelta(days=days), drills=tuple(
            PlannedDrill(drill=drill, side="left" if drill == "lunge-rock" else "both") for drill in drills)),
        log=log,
    )  # fmt: skip


def core() -> None:
    """Screening, matching and adjusting without any rows."""
    measure("load and check the knowledge", 1000, load_library, times=5)
    library = shipped_library()
    short, long = groin_client(14), groin_client(84)
    measure("screen the whole library", 20, lambda: screen(library, short))
    measure("screen and match", 20, lambda: Matcher(screen(library, short)).result)
    measure("screen, match and adjust, two weeks", 20, lambda: review(Matcher(screen(library, short))))
    ready = Matcher(screen(library, long))
    _ = ready.result
    measure("adjust alone, twelve weeks of logs", 20, lambda: review(ready))


def pictures() -> None:
    """Drawing: every drill once in a fresh album, a picture drawn again, a moving picture, the check of them all."""
    library = shipped_library()
    fresh: list[float] = []
    again: list[float] = []
    moving: list[float] = []
    album = Album(library)
    for drill in library.drills:
        for taken, side in ((fresh, "left"), (again, "right")):
            start = time.perf_counter()
            album.svg(Wanted(drill, side))  # type: ignore[arg-type]
            taken.append((time.perf_counter() - start) * 1000)
        start = time.perf_counter()
        album.motion(Wanted(drill, "left"))
        moving.append((time.perf_counter() - start) * 1000)
    report("a picture, its pose solved", 5, fresh)
    report("a picture of a solved pose", 5, again)
    report("a moving picture", 50, moving)
    measure("check every picture at every place", 5000, lambda: figure_problems(library), times=3)


def composing() -> None:
    """Composing for every condition with random clients who own everything: the hard case."""
    library = shipped_library()
    chance = random.Random(1)
    everything: list[float] = []
    for condition in library.conditions.values():
        taken = []
        for _ in range(8):
            client = Client(
                age=chance.randint(18, 80),
                places=PLACES,
                equipment=tuple(library.standins),
                minutes=chance.choice([7, 10, 12, 20]),
                days_per_week=7,
                per_day=1,
            )
            complaint = Complaint(
                condition=condition.id,
                side=chance.choice(["left", "right", "both"]),
                days_since=chance.choice([20, 60, 200]),
                answers_default="no",
                wakes="no",
                settle_minutes=30,
                pain=PainReport(now=2, rest=0, worst=4, usual=2),
            )
            stage = chance.randint(1, len(condition.gates)) if condition.gates else None
            facts = Situation(today=TODAY, client=client, complaint=complaint, plan=Plan(stage=stage))
            matcher = Matcher(screen(library, facts))
            start = time.perf_counter()
            compose(matcher)
            taken.append((time.perf_counter() - start) * 1000)
        everything += taken
        report(f"compose: {condition.id}", 1000, taken)
    report("compose: all conditions", 1000, everything)


def pages() -> None:
    """What the interface answers, on a practice clinic in memory."""
    os.environ["DJANGO_SETTINGS_MODULE"] = "easepath.settings"
    os.environ["EASEPATH_DATABASE_URL"] = "sqlite://:memory:"
    django.setup()
    from django.core.management import call_command
    from django.test import Client as Browser

    from easepath.clinic.models import User
    from easepath.standins.__main__ import load

    call_command("migrate", verbosity=0)
    load()
    browser = Browser(headers={"host": "localhost"})
    browser.force_login(User.objects.get(username="hanne"), backend="django.contrib.auth.backends.ModelBackend")
    browser.get("/api/caseload")
    for name, path in (("caseload", "/api/caseload"), ("frame of a visit", "/api/visits/1"),
                       ("screen", "/api/visits/1/screening"),
                       ("plan", "/api/visits/1/plan"),
                       ("others", "/api/visits/1/plan/others"),
                       ("home", "/api/visits/1/home")):  # fmt: skip
        measure(f"answer: {name}", 200, lambda path=path: browser.get(path), times=15)  # type: ignore[misc]


if __name__ == "__main__":
    pace()
    core()
    pictures()
    composing()
    pages()
