"""What a reading and a save may cost, for a client with a year of logs: queries, assessments, and none under the lock."""

from __future__ import annotations

import datetime as dt
import uuid
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from typing import Any

import pytest
from django.db import connection, transaction
from django.test import Client as Browser
from django.test import override_settings
from django.test.utils import CaptureQueriesContext

from benchmarks.clinic import year_of_sessions
from easepath.clinic import kept_assessments
from easepath.clinic.acting import inside_lock
from easepath.clinic.actions.home_links import new_link
from easepath.clinic.models import Complaint, PlanVersion, SessionLog, Visit
from easepath.clinic.seals import unseal
from easepath.core import assessment
from easepath.core.screening import screen
from easepath.core.screening.verdicts import DrillScreen
from tests.conftest import TODAY, World, world_of_rows

JSON = "application/json"
READ, READ_LONG, SAVE = 12, 25, 20


@dataclass
class Spent:
    """What happened inside: statements that read or write, assessments, and screening or judging under the lock."""

    queries: list[str]
    assessed: int = 0
    under_lock: int = 0


@dataclass
class LongClient:
    """A signed-in browser at the open visit of somebody with a year of sessions."""

    browser: Browser
    visit: Visit
    monkeypatch: pytest.MonkeyPatch

    @contextmanager
    def spending(self) -> Iterator[Spent]:
        spent = Spent([])
        kept_assessments.forget()  # what was worked out before is not counted as nothing

        def counted(*facts: Any) -> Any:
            spent.assessed += 1
            spent.under_lock += inside_lock()
            return screen(*facts)

        def judged(rules: DrillScreen, *asked: Any) -> Any:
            spent.under_lock += inside_lock()
            return judge(rules, *asked)

        judge = DrillScreen.drill
        with self.monkeypatch.context() as patched, CaptureQueriesContext(connection) as seen:
            patched.setattr(assessment, "screen", counted)
            patched.setattr(DrillScreen, "drill", judged)
            yield spent
        words = ("SELECT", "INSERT", "UPDATE", "DELETE")
        spent.queries = [row["sql"] for row in seen if row["sql"].startswith(words)]

    def read(self, step: str) -> dict[str, Any]:
        answer = self.browser.get(f"/api/visits/{self.visit.pk}/{step}".rstrip("/"))
        assert answer.status_code == 200, answer.content
        return dict(answer.json())

    def send(self, method: str, path: str, body: dict[str, Any]) -> None:
        call = getattr(self.browser, method)
        answer = call(f"/api/visits/{self.visit.pk}/{path}", body, JSON)
        assert answer.status_code == 200, answer.content


@pytest.fixture(scope="module")
def a_year(django_db_setup: None, django_db_blocker: Any) -> Iterator[int]:
    """The open visit of somebody who has told a year of sessions."""
    with django_db_blocker.unblock(), override_settings(FROZEN_TODAY=TODAY), transaction.atomic():
        unseal(connection)
        visit = world_of_rows().visit("Marta")
        begun = TODAY - dt.timedelta(days=365)
        PlanVersion.objects.filter(complaint=visit.complaint).update(plan_start=begun, start=begun)
        year_of_sessions(visit.complaint, visit.complaint.versions.get(), TODAY)
        yield visit.pk
        transaction.set_rollback(True)


@pytest.fixture
def long(a_year: int, world: World, monkeypatch: pytest.MonkeyPatch) -> LongClient:
    browser = Browser()
    browser.force_login(world.users["hanne"])
    found = LongClient(browser, Visit.objects.get(pk=a_year), monkeypatch)
    found.read("")  # the day's first look is noted
    return found


@pytest.mark.parametrize(
    "step",
    [
        "",
        "story",
        "screening",
        "measure",
        "plan",
        "plan/lengths",
        "plan/others",
        "plan/by-hand",
        "tryouts",
        "home",
        "methods",
        "respond",
        "review",
    ],
)
def test_reading_a_step(long: LongClient, step: str) -> None:
    with long.spending() as spent:
        if step == "methods":
            assert long.browser.get(f"/api/visits/{long.visit.pk}/methods").status_code == 200
        else:
            long.read(step)
    assert len(spent.queries) <= (READ_LONG if step in ("respond", "review") else READ), spent.queries
    assert spent.assessed <= 1


def story(long: LongClient) -> Callable[[], None]:
    now = long.read("story")
    body = {"revision": now["revision"], "person_revision": now["person_revision"]}
    return lambda: long.send("put", "story", {**body, "story": {**now["story"], "words": "new", "minutes": 25}})


def screening(long: LongClient) -> Callable[[], None]:
    now = long.read("screening")
    body = {"revision": now["revision"], "person_revision": now["person_revision"], "factors": [], "limits": []}
    return lambda: long.send("put", "screening", {**body, "answers": {**now["answers"], "fever": True}})


def measure(long: LongClient) -> Callable[[], None]:
    now = long.read("measure")
    sitting = {"measure": "hip-ir", "side": "left", "trials": [30, 31], "state": "cold", "instrument": ""}
    body = {"revision": now["revision"], "observed": [], "goals": []}
    return lambda: long.send("put", "measure", {**body, "sittings": [sitting]})


def plan(long: LongClient) -> Callable[[], None]:
    now = long.read("plan")
    body = {"revision": now["revision"], "stage": None, "order": "phases"}
    return lambda: long.send("put", "plan", {**body, "drills": now["draft"][::-1]})


def choices(long: LongClient) -> Callable[[], None]:
    now = long.read("plan")["choices"]
    names = ("revision", "methods", "needs_set", "barred", "work_hours")
    return lambda: long.send("put", "choices", {**{n: now[n] for n in names}, "pinned": ["iso-adduction"]})


def tryouts(long: LongClient) -> Callable[[], None]:
    now = long.read("tryouts")
    tried = {"drill": "iso-adduction", "side": "both", "symptom": "pull"}
    return lambda: long.send("put", "tryouts", {"revision": now["revision"], "tryouts": [tried]})


def hand_over(long: LongClient) -> Callable[[], None]:
    return lambda: long.send("post", "hand-over", {"of_version": 1})


def decision(long: LongClient) -> Callable[[], None]:
    first = long.read("review")["proposals"][0]
    return lambda: long.send("post", "decisions", {"key": first["key"], "decision": "refuse", "reason": "not yet"})


def session(long: LongClient) -> Callable[[], None]:
    drills = [
        {"drill": row.drill, "side": row.side, "done_pct": 100, "during": 1, "symptom": "pull", "felt": "target"}
        for row in long.visit.complaint.versions.get().drills.all()
    ]
    body = {"id": str(uuid.uuid4()), "version": 1, "date": str(TODAY), "before": 1, "after": 1, "drills": drills}
    return lambda: long.send("post", "sessions", body)


def morning(long: LongClient) -> Callable[[], None]:
    last = SessionLog.objects.filter(complaint=long.visit.complaint, date__lt=TODAY).last()
    assert last is not None
    return lambda: long.send("post", "mornings", {"id": str(uuid.uuid4()), "session": str(last.pk), "pain": 1})


SAVES = (story, screening, measure, plan, choices, tryouts, hand_over, decision, session, morning)


@pytest.mark.parametrize("save", SAVES, ids=lambda save: save.__name__)
def test_a_save(long: LongClient, save: Callable[[LongClient], Callable[[], None]]) -> None:
    act = save(long)
    with long.spending() as spent:
        act()
    assert len(spent.queries) <= SAVE, "\n".join(q[:150] for q in spent.queries)
    assert (spent.assessed <= 1, spent.under_lock) == (True, 0), spent


def test_the_phones_sheet_costs_the_same_whatever_the_history(world: World, long: LongClient) -> None:
    costs = []
    for complaint in (long.visit.complaint, world.complaints["Tom"]):
        token = new_link(world.users["hanne"], Complaint.objects.get(pk=complaint.pk))
        path = f"/home/api/{token}/sheet"
        assert long.browser.get(path).status_code == 200  # the day's first look is noted
        with long.spending() as spent:
            assert long.browser.get(path).status_code == 200
        costs.append(len(spent.queries))
        assert spent.assessed == 1
    assert costs[0] == costs[1] <= READ
