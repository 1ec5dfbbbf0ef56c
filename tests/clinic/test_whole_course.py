"""The course of a complaint: everything that happened under its day, by whom, and the weeks in minutes that add up."""

from __future__ import annotations

import datetime as dt
from typing import Any

import pytest
from django.test import Client

from easepath.api.views.kept import kept_view
from easepath.api.views.whole_course import person_course, whole_course
from easepath.clinic import clock
from easepath.clinic.actions.answer_signs import answer_signs
from easepath.clinic.actions.confirm_gate_word import confirm_gate_word
from easepath.clinic.actions.end_care import end_care
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.open_complaint import open_complaint
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.rest_orders import order_rest
from easepath.clinic.actions.save_draft import save_draft
from easepath.clinic.actions.session_bounds import DrillDone
from easepath.clinic.facts.draft import Ticked
from easepath.clinic.facts.minutes import seconds_by_day
from easepath.clinic.models import AuditEntry, Complaint, KeptFacts, Override
from easepath.clinic.moments import Moment, moments_of
from easepath.clinic.repository import read_complaint
from tests.clinic.test_walk import done, fresh
from tests.conftest import TODAY, World


def moments(complaint: Complaint) -> list[Moment]:
    return moments_of(read_complaint(complaint.pk))


def titles(complaint: Complaint) -> list[str]:
    return [one.title for one in moments(complaint)]


def told(world: World, **changes: Any) -> None:
    complaint = fresh(world, "Marta")
    calm = done(complaint, TODAY)
    first, *others = calm.drills
    drills = (DrillDone(**{**vars(first), **changes}), *others)
    record_session(complaint, done(complaint, TODAY, drills=drills))


def test_it_begins_with_the_first_visit_and_the_latest_comes_first(world: World) -> None:
    found = moments(fresh(world, "Marta"))
    assert [one.date for one in found] == sorted((one.date for one in found), reverse=True)
    first_day = [one.title for one in found if one.date == found[-1].date]
    assert first_day[0] == "Visit 1"
    assert first_day[1].startswith("Screen: ")
    assert first_day[-1] == "Version 1 handed over, stage 2"
    assert {one.by for one in found if one.kind == "given"} == {"Hanne Ostrow"}


STOPPED = {"symptom": "sharp", "felt": "knee", "during": 6}


@pytest.mark.parametrize(
    ("changes", "title", "line"),
    [(STOPPED, "A session was stopped", "sharp"), ({"during": 9}, "A session flared", "pain 9 of 10")],
)
def test_a_session_that_stopped_or_flared_is_told_with_its_drill(
    world: World, changes: dict[str, Any], title: str, line: str
) -> None:
    before = len(moments(fresh(world, "Marta")))
    told(world)
    assert len(moments(fresh(world, "Marta"))) == before, "a calm session is drawn, not told"
    told(world, **changes)
    one = next(one for one in moments(fresh(world, "Marta")) if one.title == title)
    assert line in one.lines[0]
    assert (one.kind, one.date) == ("home", str(TODAY))


def test_what_was_decided_about_it_stands_beside_it(world: World) -> None:
    told(world, **STOPPED)
    hanne, visit = world.users["hanne"], world.visit("Marta")
    answer_signs(hanne, visit, drill="", until=TODAY, reason="seen, calm")
    order_rest(hanne, visit, until=TODAY + dt.timedelta(days=2), words="Walk as you like.")
    end_care(hanne, fresh(world, "Marta"), "better", "climbs again", keep_sheet=False)
    found = {one.title: one for one in moments(fresh(world, "Marta"))}
    assert found["Signs of every drill answered"].lines == ("seen, calm",)
    assert found["The whole program rests up to and with 27 November: ordered"].lines == ("Walk as you like.",)
    assert found["Care ended: better"].lines == ("climbs again",)


def test_a_version_says_what_was_different(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Marta")
    save_draft(hanne, visit, 0, (Ticked("lunge-rock", "left"), Ticked("pelvic-tilt", "both")))
    version, _ = hand_over(hanne, visit)
    (one,) = [one for one in moments(fresh(world, "Marta")) if one.version == version.pk]
    assert version.difference
    assert list(one.lines) == version.difference
    assert one.title.startswith("Version 2 handed over")


def test_the_minutes_of_the_weeks_are_those_of_the_days(world: World) -> None:
    complaint = fresh(world, "Marta")
    record = read_complaint(complaint.pk)
    days = seconds_by_day(record)
    weeks = whole_course(record).weeks
    assert sum(week.sessions for week in weeks) == len(days) == 3
    assert sum(week.minutes for week in weeks) == pytest.approx(sum(days.values()) / 60, abs=len(weeks))
    version = complaint.versions.get()
    inside = sum(one["seconds"] for one in version.timeline if one["kind"] == "side")
    assert set(days.values()) == {inside}, "every session of the practice clinic did all of it"
    first, *others = done(complaint, TODAY).drills
    half = DrillDone(**{**vars(first), "done_pct": 50})
    untold = tuple(DrillDone(**{**vars(one), "done_pct": None}) for one in others)
    record_session(complaint, done(complaint, TODAY, drills=(half, *untold)))
    with clock.on(TODAY):
        now = seconds_by_day(read_complaint(complaint.pk))[TODAY]
    assert 0 < now < inside / 2


def test_whoever_looks_leaves_a_trace_and_another_clinic_sees_nothing(world: World, client: Client) -> None:
    complaint, jo = world.complaints["Marta"], world.users["jo"]
    client.force_login(jo, backend="django.contrib.auth.backends.ModelBackend")
    assert client.get(f"/api/complaints/{complaint.pk}/course").json()["client_name"] == "Marta Lind"
    assert AuditEntry.objects.filter(action="open-record", actor=jo, client=complaint.client_id).count() == 1
    assert client.get("/api/complaints/99999/course").status_code == 404


def kept_moments(world: World, name: str = "Marta") -> dict[str, int]:
    return {one.title: one.kept for one in moments(fresh(world, name)) if one.kept is not None}


def test_a_decision_opens_as_it_stood_under_the_rules_of_its_day(world: World) -> None:
    found = kept_moments(world, "Piet")
    title, number = found.popitem()
    kept = kept_view(KeptFacts.objects.get(pk=number))
    assert title == "Screen: held, irritability moderate"
    assert kept.then is not None
    assert (kept.then.outcome, kept.then.flags, kept.same_rules) == (
        "held",
        ("pain at night that no position eases",),
        True,
    )
    assert (kept.now.outcome, kept.now.irritability, kept.now.fault) == ("held", "moderate", "")
    facts = {one.name: one.value for one in kept.facts}
    assert facts["answered yes"] == "night unrelieved"
    assert facts["age"] == "57"
    handed = kept_view(KeptFacts.objects.get(pk=kept_moments(world)["Version 1 handed over, stage 2"]))
    assert "Rocking in a deep step" not in str(handed.then)
    assert handed.of == "the hand-over"


def test_what_the_rules_of_today_cannot_read_any_more_is_said(world: World, unsealed: None) -> None:
    row = KeptFacts.objects.get(pk=kept_moments(world)["Version 1 handed over, stage 2"])
    row.facts, row.knowledge_version = {**row.facts, "shoe": 43}, "older"
    kept = kept_view(row)
    assert (kept.same_rules, kept.now.fault) == (False, "these facts do not fit the rules of today")
    row.facts = {**row.facts, "complaint": {"condition": "no-such"}}
    del row.facts["shoe"]
    assert "no-such" in kept_view(row).now.fault


def test_an_override_and_a_gate_are_told_with_what_took_them_back(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Marta")
    override = Override.objects.create(
        complaint=fresh(world, "Marta"), drill="lunge-rock", side="left", was="modify", reason="seen walking",
        recorded_by=hanne, recorded_at=visit.opened_at, withdrawn_at=visit.opened_at,
    )  # fmt: skip
    gates = read_complaint(visit.complaint_id).assessment.library.gates["adductor-strain"]
    word = next(iter(gates.confirm_words))
    confirm_gate_word(hanne, visit, word, confirmed=True)
    confirm_gate_word(hanne, visit, word, confirmed=False)
    told = titles(fresh(world, "Marta"))
    drill = read_complaint(visit.complaint_id).assessment.library.title(override.drill)
    assert {f"Allowed by hand: {drill}, left", f"No longer allowed by hand: {drill}, left"} <= set(told)
    assert {"Seen, as the gate asks", "No longer seen, as the gate asks"} <= set(told)


def test_a_person_has_one_course_of_every_complaint(world: World) -> None:
    client = fresh(world, "Marta").client
    visit = open_complaint(world.users["hanne"], client)
    found = person_course(client)
    assert [one.name for one in found.complaints] == ["Groin (adductor) strain", "Not named yet"]
    assert found.moments[0].complaint == visit.complaint_id
    dates = [one.moment.date for one in found.moments]
    assert dates == sorted(dates, reverse=True)
    assert len(found.moments) == sum(len(moments(one)) for one in client.complaints.all())


def test_a_complaint_that_cannot_be_read_hides_no_other(world: World) -> None:
    client = fresh(world, "Marta").client
    open_complaint(world.users["hanne"], client)
    Complaint.objects.filter(pk=fresh(world, "Marta").pk).update(condition="no-such")
    told = [one.moment.title for one in person_course(client).moments]
    assert any(title.startswith("Its facts cannot be read") for title in told)
    assert "Visit 1, open" in told
