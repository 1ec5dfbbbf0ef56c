"""`python -m benchmarks.clinic`: a clinic of 500 active clients with a year of logs, saves, and sheets on paper."""

from __future__ import annotations

import datetime as dt
import importlib
import os
import tempfile
import time
import uuid

from benchmarks.__main__ import measure, pace, report

CLIENTS, DAYS = 500, 365
CASELOAD_MS, SAVE_MS, PAPER_MS, LINES_S = 300, 200, 2000, 10


def fill(clients: int = CLIENTS, days: int = DAYS) -> None:
    """Copy one practice client and her plan so many times and give each so many days of sessions and mornings."""
    from django.db import transaction

    from easepath.clinic import clock, models
    from easepath.standins.practice_clients import GROIN_CLIENTS, live
    from easepath.standins.practice_clinic import make_clinic

    today = clock.today()
    made = make_clinic()
    first = live(made.clinician, GROIN_CLIENTS[0], today)
    answers = list(first.answers.values("word", "is_context", "value"))
    version = first.versions.get()
    with transaction.atomic():
        for number in range(clients):
            client = models.Client.objects.get(pk=first.client_id)
            client.pk, client.first_name = None, f"Client {number}"
            client.save()
            complaint = models.Complaint.objects.get(pk=first.pk)
            complaint.pk, complaint.client, complaint.status_on = None, client, None
            complaint.save()
            now = first.opened_at
            models.Answer.objects.bulk_create(
                models.Answer(complaint=complaint, answered_by=made.clinician, answered_at=now, **row)
                for row in answers
            )
            visit = models.Visit.objects.create(complaint=complaint, number=1, opened_by=made.clinician, opened_at=now)
            copy = models.PlanVersion.objects.get(pk=version.pk)
            copy.pk, copy.complaint, copy.visit = None, complaint, visit
            copy.start = copy.plan_start = today - dt.timedelta(days=days)
            copy.save()
            for row in version.drills.all():
                row.pk, row.version, row.since = None, copy, copy.start
                row.save()
            year_of_sessions(complaint, copy, today, days)


def year_of_sessions(complaint: object, version: object, today: dt.date, days: int = DAYS) -> None:
    """Five sessions a week for a year, or fewer days, every one with its morning."""
    from easepath.clinic import clock, models

    sessions, drills, mornings = [], [], []
    for ago in range(days, 0, -1):
        if ago % 7 in (2, 5):
            continue
        date = today - dt.timedelta(days=ago)
        session = models.SessionLog(
            id=uuid.uuid4(), complaint=complaint, version=version, date=date, before=1, after=1, received_at=clock.now()
        )
        sessions.append(session)
        drills += [
            models.SessionDrill(session=session, position=n, drill=row.drill, side=row.side, done_pct=100, during=1,
                                symptom="pull", felt="target")
            for n, row in enumerate(version.drills.all())  # type: ignore[attr-defined]
        ]  # fmt: skip
        mornings.append(models.MorningReport(id=uuid.uuid4(), session=session, pain=1, received_at=clock.now()))
    models.SessionLog.objects.bulk_create(sessions)
    models.SessionDrill.objects.bulk_create(drills, batch_size=400)
    models.MorningReport.objects.bulk_create(mornings)


def first_look(browser: object) -> None:
    """The first look of a day that no timer prepared: one answer, and how long the timer takes for every line."""
    from easepath.clinic.caseload_lines import write_lines
    from easepath.clinic.models import Complaint

    start = time.perf_counter()
    browser.get("/api/caseload")  # type: ignore[attr-defined]
    report("first look of a day: one answer", CASELOAD_MS + 1000, [(time.perf_counter() - start) * 1000])
    start = time.perf_counter()
    written = write_lines(Complaint.objects.all())
    taken = time.perf_counter() - start
    print(f"all lines of a day: {written} written in {taken:.0f} s   {taken / LINES_S:5.2f} of {LINES_S} s")


def main() -> None:
    """Fill a database on disk, then read the caseload, save, and print."""
    with tempfile.TemporaryDirectory() as folder:
        os.environ.update(
            DJANGO_SETTINGS_MODULE="easepath.settings", EASEPATH_VAR=folder, EASEPATH_LOG="error", EASEPATH_TIMER="0"
        )
        importlib.import_module("easepath.wsgi")  # the process is set up as the one that serves
        from django.core.management import call_command
        from django.test import Client as Browser

        from easepath.clinic.models import PlanVersion, User, Visit
        from easepath.clinic.sheet import sheet_of
        from easepath.interchange.sheet_pdf import sheet_pdf

        call_command("migrate", verbosity=0)
        fill()
        pace()
        browser = Browser(headers={"host": "localhost"})
        browser.force_login(User.objects.get(username="hanne"), backend="django.contrib.auth.backends.ModelBackend")
        first_look(browser)
        measure(
            f"caseload of {CLIENTS} with a year of logs", CASELOAD_MS, lambda: browser.get("/api/caseload"), times=20
        )
        visit = Visit.objects.filter(closed_at=None).order_by("-pk").first()
        assert visit is not None
        path = f"/api/visits/{visit.pk}/story"
        read = browser.get(path).json()
        story, stands = read["story"], {name: read[name] for name in ("revision", "person_revision")}

        def save() -> None:
            body = {**stands, "story": {**story, "words": f"words {time.perf_counter()}"}}
            answer = browser.put(path, body, "application/json")
            assert answer.status_code == 200, answer.content
            stands.update(answer.json())

        measure("save a story", SAVE_MS, save, times=20)
        for step in ("measure", "plan", "plan/lengths", "plan/others", "plan/by-hand", "tryouts", "respond", "home"):
            path = f"/api/visits/{visit.pk}/{step}"
            measure(f"answer after a year: {step}", 1500, lambda path=path: browser.get(path), times=5)  # type: ignore[misc]
        pace()
        sheet = sheet_of(PlanVersion.objects.order_by("pk").first()).model_dump()  # type: ignore[arg-type]
        sheet["drills"] = (list(sheet["drills"]) * 2)[:7]
        measure("sheet of 7 drills as a PDF", PAPER_MS, lambda: sheet_pdf(sheet), times=10)


if __name__ == "__main__":
    main()
