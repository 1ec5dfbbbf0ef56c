"""Sessions from home as rows: kept one by one, read by their date."""

from __future__ import annotations

import datetime as dt
import uuid

import pytest

from easepath.api.views.home_sheet import home_sheet
from easepath.api.views.respond import respond_view
from easepath.clinic import clock
from easepath.clinic.actions.record_morning import MorningDone, record_morning
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.session_bounds import DrillDone
from easepath.clinic.facts.assessment import assess
from easepath.clinic.models import Complaint
from easepath.clinic.repository import read_again, read_complaint
from easepath.clinic.selectors.access import get_visit
from easepath.clinic.selectors.caseload import caseload
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
    assert home_sheet(read_complaint(fresh(world, "Marta").pk)).model_dump(mode="json")["drills"][0]["paused"]
    line = next(line for line in caseload(world.users["hanne"])["lines"] if line["name"].startswith("Marta"))
    assert (line["kind"], line["ripples"][-1]["kind"]) == ("look", "flared")


@pytest.mark.parametrize(
    ("symptom", "days_ago", "stopped"), [("shooting", 0, True), ("pull", 0, False), ("shooting", 1, False)]
)
def test_a_session_that_ended_with_a_stop_is_not_offered_again_that_day(
    world: World, symptom: str, days_ago: int, stopped: bool
) -> None:
    day = TODAY - dt.timedelta(days=days_ago)
    record_session(fresh(world, "Marta"), done(fresh(world, "Marta"), day, drills=_drills(world, "Marta", symptom)))
    shown = home_sheet(read_complaint(fresh(world, "Marta").pk))
    assert (shown.stopped_today, shown.done_today) == (stopped, days_ago == 0)


def test_respond_shows_each_session_as_it_was(world: World) -> None:
    for symptom in ("shooting", "pull"):
        record_session(
            fresh(world, "Marta"), done(fresh(world, "Marta"), TODAY, drills=_drills(world, "Marta", symptom))
        )
    shown = respond_view(read_again(world.visit("Marta"))).model_dump(mode="json")
    newest = [session["drills"][0] for session in shown["sessions"][:2]]
    assert [(row["symptom"], row["kind"]) for row in newest] == [("pull", "waiting"), ("shooting", "flared")]
    tilt = next(row for row in shown["drills"] if row["drill"] == "pelvic-tilt")
    assert [ripple["kind"] for ripple in tilt["ripples"]].count("flared") == 1


def test_one_morning_is_the_morning_of_every_session_of_its_date(world: World) -> None:
    first, second = (record_session(fresh(world, "Marta"), done(fresh(world, "Marta"), TODAY)) for _ in range(2))
    with clock.on(TODAY + dt.timedelta(days=1)):
        asked = home_sheet(read_complaint(fresh(world, "Marta").pk)).model_dump(mode="json")["mornings_open"]
        assert [row["date"] for row in asked].count(str(TODAY)) == 1
        record_morning(fresh(world, "Marta"), MorningDone(uuid.uuid4(), first.pk, 1))
        assert all(
            row["date"] != str(TODAY)
            for row in home_sheet(read_complaint(fresh(world, "Marta").pk)).model_dump(mode="json")["mornings_open"]
        )
        log = assess(fresh(world, "Marta"), TODAY + dt.timedelta(days=1)).screen.situation.log
    assert {entry.next for entry in log if entry.session in (first.pk.hex, second.pk.hex)} == {1}


def test_what_was_not_asked_is_stored_as_not_asked(world: World) -> None:
    row = record_session(fresh(world, "Marta"), done(fresh(world, "Marta"), TODAY))
    assert {drill.moved for drill in row.drills.all()} == {""}
    assert not home_sheet(read_complaint(fresh(world, "Marta").pk)).model_dump(mode="json")["asks_moved"]
    shown = respond_view(read_again(world.visit("Marta"))).model_dump(mode="json")["sessions"][0]["drills"]
    assert {drill["moved"] for drill in shown} == {""}
    drills = tuple(DrillDone(d.drill, d.side, 100, 1, "pull", "target", "down") for d in row.drills.all())
    record_session(fresh(world, "Marta"), done(fresh(world, "Marta"), TODAY, drills=drills))
    assert home_sheet(read_complaint(fresh(world, "Marta").pk)).model_dump(mode="json")["asks_moved"]


def test_soreness_is_asked_about_where_the_rules_wait_for_it(world: World, unsealed: None) -> None:
    complaint = fresh(world, "Marta")
    Complaint.objects.filter(pk=complaint.pk).update(
        condition="low-back-stiff", region="low-back", stage=None, since=TODAY - dt.timedelta(days=60)
    )
    complaint.sessions.all().delete()
    session = record_session(
        fresh(world, "Marta"),
        done(fresh(world, "Marta"), TODAY, drills=(DrillDone("iso-adduction", "both", 100, 1, "soreness", "target"),)),
    )
    with clock.on(TODAY + dt.timedelta(days=1)):
        assert home_sheet(read_complaint(fresh(world, "Marta").pk)).model_dump(mode="json")["soreness_open"] == []
        record_morning(fresh(world, "Marta"), MorningDone(uuid.uuid4(), session.pk, 3, "none"))
        (asked,) = home_sheet(read_complaint(fresh(world, "Marta").pk)).model_dump(mode="json")["soreness_open"]
        assert (asked["session"], asked["days"], asked["pain"]) == (str(session.pk), 1, 3)
    with clock.on(TODAY + dt.timedelta(days=2)):
        record_morning(fresh(world, "Marta"), MorningDone(uuid.uuid4(), session.pk, 3, "none", gone_48h=True))
        assert home_sheet(read_complaint(fresh(world, "Marta").pk)).model_dump(mode="json")["soreness_open"] == []
        visit = get_visit(world.users["hanne"], world.visit("Marta").pk)
        kinds = {day["date"]: day["kind"] for day in respond_view(read_again(visit)).model_dump(mode="json")["ripples"]}
        assert kinds[str(TODAY)] == "calm"
