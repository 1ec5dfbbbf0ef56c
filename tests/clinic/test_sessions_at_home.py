"""Sessions from home as rows: kept one by one, read by their date."""

from __future__ import annotations

import datetime as dt
import uuid

from easepath.clinic import clock
from easepath.clinic.actions.record_session import DrillDone, MorningDone, record_morning, record_session
from easepath.clinic.facts import assess
from easepath.clinic.selectors.caseload import caseload
from easepath.clinic.selectors.home_sheet import home_sheet
from easepath.clinic.selectors.respond import respond_view
from tests.clinic.test_walk import done, fresh
from tests.conftest import TODAY, World


def _drills(world: World, name: str, symptom: str) -> tuple[DrillDone, ...]:
    version = fresh(world, name).versions.last()
    assert version is not None
    return tuple(
        DrillDone(row.drill, row.side, 100, 1, "pull" if n else symptom, "target")
        for n, row in enumerate(version.drills.all())
    )


def test_a_calm_session_later_that_day_hides_no_stop_sign(world: World) -> None:
    for symptom in ("shooting", "pull"):
        record_session(
            fresh(world, "Marta"), done(fresh(world, "Marta"), TODAY, drills=_drills(world, "Marta", symptom))
        )
    assessment = assess(fresh(world, "Marta"), TODAY)
    first = assessment.review.drills[0]
    assert (first.drill.id, first.decision.rule, first.decision.action) == ("pelvic-tilt", "nerve", "stop")
    assert home_sheet(fresh(world, "Marta"))["drills"][0]["paused"]
    line = next(line for line in caseload(world.users["hanne"])["lines"] if line["name"].startswith("Marta"))
    assert (line["kind"], line["ripples"][-1]["kind"]) == ("look", "flared")


def test_respond_shows_each_session_as_it_was(world: World) -> None:
    for symptom in ("shooting", "pull"):
        record_session(
            fresh(world, "Marta"), done(fresh(world, "Marta"), TODAY, drills=_drills(world, "Marta", symptom))
        )
    shown = respond_view(world.visit("Marta"))
    newest = [session["drills"][0] for session in shown["sessions"][:2]]
    assert [(row["symptom"], row["kind"]) for row in newest] == [("pull", "waiting"), ("shooting", "flared")]
    tilt = next(row for row in shown["drills"] if row["drill"] == "pelvic-tilt")
    assert [ripple["kind"] for ripple in tilt["ripples"]].count("flared") == 1


def test_one_morning_is_the_morning_of_every_session_of_its_date(world: World) -> None:
    first, second = (record_session(fresh(world, "Marta"), done(fresh(world, "Marta"), TODAY)) for _ in range(2))
    with clock.on(TODAY + dt.timedelta(days=1)):
        asked = home_sheet(fresh(world, "Marta"))["mornings_open"]
        assert [row["date"] for row in asked].count(str(TODAY)) == 1
        record_morning(fresh(world, "Marta"), MorningDone(uuid.uuid4(), first.pk, 1))
        assert all(row["date"] != str(TODAY) for row in home_sheet(fresh(world, "Marta"))["mornings_open"])
        log = assess(fresh(world, "Marta"), TODAY + dt.timedelta(days=1)).screen.situation.log
    assert {entry.next for entry in log if entry.session in (str(first.pk), str(second.pk))} == {1}
