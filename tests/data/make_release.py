"""`python -m tests.data.make_release FILE.sql`: a small clinic made by this release, kept so that every later one migrates it.

Run it once when a release is done, as tests/data/release-N.sql.
"""

from __future__ import annotations

import os
import sqlite3
import sys
import tempfile
import uuid
from pathlib import Path

DAY = "2026-11-28"
NOT_OURS = (
    "axes_accesslog", "axes_accessattempt", "django_session", "django_admin_log", "auth_permission",
    "django_content_type",
)  # fmt: skip


def fill() -> None:
    """A row of nearly every kind: people, sessions twice a day, decisions, a try-out, a goal, choices, a clearance."""
    from easepath.clinic import clock
    from easepath.clinic.models import User
    from easepath.standins.practice_clients import GROIN_CLIENTS, live
    from easepath.standins.practice_clinic import make_clinic
    from easepath.standins.practice_life import live_through
    from easepath.standins.practice_people import PEOPLE

    made = make_clinic()
    today = clock.today(made.clinic.time_zone)
    complaints = {first.first_name: live(made.clinician, first, today).pk for first in GROIN_CLIENTS}
    person, troubles = next((p, t) for p, t in PEOPLE if any(trouble.limits for trouble in t))
    live_through(made.clinician, person, [t for t in troubles if t.limits][:1], today)
    lead = User.objects.get(username="ruth")
    _two_sessions_today(made.clinician, complaints["Marta"])
    _closed_review(made.clinician, complaints["Ines"])
    _open_visit(made.clinician, lead, complaints["Tom"])
    _clearance(made.clinician, complaints["Piet"])


def _two_sessions_today(hanne: object, complaint: int) -> None:
    from easepath.clinic import clock
    from easepath.clinic.actions.record_session import record_session
    from easepath.clinic.actions.session_bounds import DrillDone, SessionDone
    from easepath.clinic.selectors.access import get_complaint

    marta = get_complaint(hanne, complaint)  # type: ignore[arg-type]
    version = marta.versions.last()
    assert version is not None
    for number, symptom in enumerate(("shooting", "pull")):
        drills = tuple(DrillDone(r.drill, r.side, 100, 2, symptom, "target") for r in version.drills.all())
        today = clock.today_of(marta)
        record_session(marta, SessionDone(uuid.uuid5(uuid.NAMESPACE_URL, f"{number}"), 1, today, 1, 1, drills))


def _closed_review(hanne: object, complaint: int) -> None:
    from easepath.clinic import clock
    from easepath.clinic.actions.close_review import close_review
    from easepath.clinic.actions.decide_proposal import decide_proposal
    from easepath.clinic.actions.open_visit import open_visit
    from easepath.clinic.facts.assessment import assess
    from easepath.clinic.facts.proposals import proposals_of
    from easepath.clinic.selectors.access import get_complaint

    ines = get_complaint(hanne, complaint)  # type: ignore[arg-type]
    visit = open_visit(hanne, ines)  # type: ignore[arg-type]
    for proposal in proposals_of(assess(ines, clock.today_of(ines))):
        if proposal.waits(None):
            decide_proposal(hanne, visit, proposal.key, decision="accept")  # type: ignore[arg-type]
    close_review(hanne, visit, 1)  # type: ignore[arg-type]


def _open_visit(hanne: object, lead: object, complaint: int) -> None:
    from easepath.clinic import clock
    from easepath.clinic.actions.decide_proposal import decide_proposal
    from easepath.clinic.actions.open_visit import open_visit
    from easepath.clinic.actions.overrides import override_verdict
    from easepath.clinic.actions.save_choices import Choices, save_choices
    from easepath.clinic.actions.save_measure import GoalEntry, Measuring, SittingEntry, save_measure
    from easepath.clinic.actions.save_tryouts import Trying, TryoutEntry, save_tryouts
    from easepath.clinic.facts.assessment import assess
    from easepath.clinic.facts.proposals import proposals_of
    from easepath.clinic.models import User
    from easepath.clinic.selectors.access import get_complaint, get_visit

    assert isinstance(hanne, User)
    assert isinstance(lead, User)
    pk = open_visit(hanne, get_complaint(hanne, complaint)).pk
    readings = (
        SittingEntry("hip-er-flexed", "right", (38.0, 40.0)), SittingEntry("hip-er-flexed", "left", (52.0, 50.0)),
    )  # fmt: skip
    save_measure(hanne, get_visit(hanne, pk), 0, Measuring(readings, (), (GoalEntry("hip-er-flexed", "right", 48.0),)))
    tried = TryoutEntry("lunge-rock", "right", "pain-movement", (3.0,), (2.0,), "pull")
    save_tryouts(hanne, get_visit(hanne, pk), 0, Trying((tried,), "a long step"))
    needs = {"strengthen:adductor": {"weight": 0.6, "reason": "weak against the hand"}}
    save_choices(hanne, get_visit(hanne, pk), 0, Choices({}, needs, ("lunge-rock",), {}, {}))
    override_verdict(lead, get_visit(lead, pk), drill="chair-hamstring", side="left", reason="seen in the room")
    tom = get_complaint(hanne, complaint)
    first = next(one for one in proposals_of(assess(tom, clock.today_of(tom))) if one.about == "drill")
    decide_proposal(hanne, get_visit(hanne, pk), first.key, decision="accept")


def _clearance(hanne: object, complaint: int) -> None:
    from easepath.clinic import clock
    from easepath.clinic.actions.record_clearance import record_clearance
    from easepath.clinic.selectors.access import get_complaint, get_visit

    piet = get_complaint(hanne, complaint)  # type: ignore[arg-type]
    visit = get_visit(hanne, piet.visits.all()[0].pk)  # type: ignore[arg-type]
    date = clock.today_of(piet)
    record_clearance(hanne, visit, flag="cancer", doctor="Dr Marn", date=date, reason="seen today, letter kept")  # type: ignore[arg-type]


def main(out: Path) -> None:
    """Make the clinic in a folder of its own and write it as SQL, without what is not ours to keep."""
    import django
    from django.core.management import call_command
    from django.db import connection

    with tempfile.TemporaryDirectory() as folder:
        os.environ |= {
            "DJANGO_SETTINGS_MODULE": "easepath.settings", "EASEPATH_VAR": folder, "EASEPATH_TODAY": DAY,
        }  # fmt: skip
        django.setup()
        call_command("migrate", verbosity=0)
        fill()
        connection.close()
        with sqlite3.connect(Path(folder) / "easepath.sqlite3") as database:
            for table in NOT_OURS:
                database.execute(f"delete from {table}")
            database.commit()
            lines = [line for line in database.iterdump() if not line.startswith("PRAGMA")]
        out.write_text("\n".join(lines) + "\n", encoding="utf-8")


if __name__ == "__main__":
    main(Path(sys.argv[1]))
