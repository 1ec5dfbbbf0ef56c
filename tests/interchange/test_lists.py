"""The lists of a clinic as tables: out and in again nothing changes, and a line that cannot be says why."""

from __future__ import annotations

import csv
import io
from typing import Any, get_args

import pytest

from easepath.clinic.actions.save_measure import Measuring, SittingEntry, save_measure
from easepath.clinic.errors import FieldError, NotAllowedError
from easepath.clinic.models import AuditEntry, Client, Complaint, MorningReport, SessionLog, Sitting
from easepath.clinic.models.measuring import ELSEWHERE
from easepath.clinic.repository import read_complaint
from easepath.interchange.lists_in import bring_table
from easepath.interchange.lists_out import COLUMNS, List, list_table
from tests.clinic.test_walk import fresh
from tests.conftest import TODAY, World
from tests.interchange.test_bundle import second_clinic

MARTA = "Marta,Lind,1992-01-15"


def outcomes(world: World, of: List, text: str, who: str = "hanne", *, keep: bool = True) -> list[tuple[str, str]]:
    user = world.users[who] if who in world.users else second_clinic()
    return [(one.outcome, one.why) for one in bring_table(user, of, text, keep=keep)]


def counted() -> tuple[int, int, int]:
    return Client.objects.count(), Sitting.objects.count(), SessionLog.objects.count()


@pytest.mark.parametrize("of", get_args(List))
def test_what_went_out_is_here_when_it_comes_in(world: World, of: List) -> None:
    save_measure(
        world.users["hanne"],
        world.visit("Marta"),
        0,
        Measuring((SittingEntry("hip-ir", "left", (30.0, 31.5)),), (), ()),
    )
    text, before = list_table(fresh(world, "Marta").client.clinic, of), counted()
    rows = list(csv.DictReader(io.StringIO(text)))
    assert rows
    assert tuple(rows[0]) == COLUMNS[of]
    assert {outcome for outcome, _ in outcomes(world, of, text)} == {"here"}
    assert counted() == before


def test_people_and_readings_go_to_another_clinic_by_tables_alone(world: World) -> None:
    save_measure(
        world.users["hanne"],
        world.visit("Marta"),
        0,
        Measuring((SittingEntry("hip-ir", "left", (30.0, 31.5)),), (), ()),
    )
    clinic, lead = fresh(world, "Marta").client.clinic, second_clinic()
    people, readings = list_table(clinic, "people"), list_table(clinic, "readings")
    assert {one.outcome for one in bring_table(lead, "people", people, keep=True)} == {"new"}
    assert [one.outcome for one in bring_table(lead, "readings", readings, keep=True)] == ["new"]
    brought = Sitting.objects.get(client__clinic=lead.clinic)
    assert (brought.trials, brought.date, brought.instrument) == ([30.0, 31.5], TODAY, ELSEWHERE)
    sessions = bring_table(lead, "sessions", list_table(clinic, "sessions"), keep=True)
    assert {(one.outcome, one.why.partition(" ")[0]) for one in sessions} == {("fault", "drill")}


def test_a_session_that_another_system_told_is_taken_in(world: World) -> None:
    drills = [(row.drill, row.side) for row in fresh(world, "Marta").versions.get().counted]
    lines = [f"{MARTA},no 7,{TODAY},{drill},{side},100,1,2,1,pull,2" for drill, side in drills]
    text = "first_name,last_name,birth_date,session,date,drill,side,done_pct,before,during,after,symptom,morning\n"
    told = text + "\n".join(lines).replace(",2\n", ",\n").removesuffix(",2")
    assert outcomes(world, "sessions", told) == [("new", "")]
    assert outcomes(world, "sessions", told) == [("here", "")]
    session = SessionLog.objects.get(complaint=fresh(world, "Marta"), date=TODAY)
    assert (session.before, session.after, session.entered_by) == (1, 1, world.users["hanne"])
    assert [row.during for row in session.drills.all()] == [2] * len(drills)
    assert not MorningReport.objects.filter(session=session).exists()
    assert read_complaint(session.complaint_id).assessment.review.context.log


def test_what_is_only_looked_at_is_not_kept(world: World) -> None:
    before = counted()
    assert outcomes(world, "people", "first_name;last_name\nNell;Quay", keep=False) == [("new", "")]
    assert counted() == before


PEOPLE, READINGS = (
    "first_name,last_name,birth_date,sex,email",
    "first_name,last_name,birth_date,measure,side,date,trials",
)
SESSIONS = "first_name,last_name,birth_date,session,date,drill,side,during"


@pytest.mark.parametrize(
    ("of", "head", "line", "why"),
    [
        ("people", PEOPLE, "Nell,Quay,the fourth,f,", "birth_date “the fourth” is no day"),
        ("people", PEOPLE, "Nell,Quay,2031-01-01,f,", "birth_date lies after today"),
        ("people", PEOPLE, "Nell,,1990-01-01,f,", "last_name is needed"),
        ("people", PEOPLE, "Nell,Quay,1990-01-01,woman,", "sex is f, m, x"),
        ("people", PEOPLE, "Nell,Quay,1990-01-01,f,nell", "email is no address"),
        ("readings", READINGS, f"{MARTA},hip-spin,left,2026-11-01,30", "measure “hip-spin” is none"),
        ("readings", READINGS, f"{MARTA},hip-ir,,2026-11-01,30", "side is left or right"),
        ("readings", READINGS, f"{MARTA},hip-ir,left,2031-11-01,30", "date lies after today"),
        ("readings", READINGS, f"{MARTA},hip-ir,left,2026-11-01,300", "trials are readings from"),
        ("readings", READINGS, f"{MARTA},hip-ir,left,2026-11-01,wide", "trials “wide” is no number"),
        ("readings", READINGS, "Nell,Quay,1990-01-01,hip-ir,left,2026-11-01,30", "last_name is nobody here"),
        ("sessions", SESSIONS, f"{MARTA},1,2026-11-25,sit-back-capsule,both,2", "drill is in no plan in force"),
        ("sessions", SESSIONS, f"{MARTA},1,2026-11-25,iso-adduction,both,12", "during “12” is no whole number"),
        ("sessions", SESSIONS, f"{MARTA},1,2026-12-25,iso-adduction,both,2", "date lies after today"),
        ("sessions", SESSIONS, f"{MARTA},1,2026-11-12,iso-adduction,both,2", "date lies before the plan began"),
    ],
)  # fmt: skip
def test_a_fault_names_its_line_and_the_others_are_taken(
    world: World, of: List, head: str, line: str, why: str
) -> None:
    told = bring_table(world.users["hanne"], of, f"{head}\n{line}", keep=True)
    assert [(one.line, one.outcome) for one in told] == [(2, "fault")]
    assert told[0].why.startswith(why)


def test_a_good_line_beside_a_bad_one_is_kept(world: World) -> None:
    text = f"{PEOPLE}\nNell,,,f,\nNell,Quay,1990-01-01,f,\n"
    assert [outcome for outcome, _ in outcomes(world, "people", text)] == ["fault", "new"]
    assert Client.objects.filter(last_name="Quay").count() == 1


@pytest.mark.parametrize("text", ["", "first_name,name\nNell,Quay", "first_name,last_name\n" + "a,b\n" * 5001])
def test_a_table_that_is_none_is_told_as_a_whole(world: World, text: str) -> None:
    with pytest.raises(FieldError):
        bring_table(world.users["hanne"], "people", text, keep=True)


def test_nobody_brings_a_table_without_the_right(world: World) -> None:
    with pytest.raises(NotAllowedError):
        bring_table(world.users["jo"], "people", "first_name,last_name\nNell,Quay", keep=True)


def test_what_a_spreadsheet_would_run_comes_back_as_it_was(world: World) -> None:
    Client.objects.filter(first_name="Marta").update(trade="=HYPERLINK(1)")
    text = list_table(fresh(world, "Marta").client.clinic, "people")
    assert "'=HYPERLINK(1)" in text
    lead: Any = second_clinic()
    bring_table(lead, "people", text, keep=True)
    assert Client.objects.get(clinic=lead.clinic, first_name="Marta").trade == "=HYPERLINK(1)"


def test_a_reading_that_is_brought_is_an_act_like_any_other(world: World) -> None:
    Complaint.objects.update(status_on=TODAY)
    text = f"{READINGS}\n{MARTA},hip-ir,left,2026-11-01,30"
    assert outcomes(world, "readings", text) == [("new", "")]
    assert fresh(world, "Marta").status_on is None
    entry = AuditEntry.objects.get(action="bring-readings")
    assert (str(entry.client), entry.actor) == ("Marta Lind", world.users["hanne"])
    assert outcomes(world, "readings", text) == [("here", "")]
    assert AuditEntry.objects.filter(action="bring-readings").count() == 1
