"""Everything leaves a trace: old and new values, looks, prints and sign-ins, chained so that a change or a gap shows."""

from __future__ import annotations

import csv
import datetime as dt
import io
import uuid
from dataclasses import replace
from typing import Any

import pytest
from django.core.management import CommandError, call_command
from django.db import IntegrityError, connection, transaction
from django.test import Client as Browser

from easepath.clinic import clock
from easepath.clinic.actions.count_session import count_session
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.keep_document import Passage, Written, keep_document
from easepath.clinic.actions.messages import write_to_client
from easepath.clinic.actions.record_outcome import OutcomeGiven, record_outcome
from easepath.clinic.actions.save_screening import Screening, save_screening
from easepath.clinic.actions.save_story import save_story
from easepath.clinic.audit import FIRST, check_chain, record_event
from easepath.clinic.facts.story import Story
from easepath.clinic.models import (
    AuditEntry,
    AuditValues,
    Clearance,
    HomeCheck,
    MorningReport,
    PlanVersion,
    SessionDrill,
    SessionLog,
    SignAnswer,
)
from easepath.clinic.repository import read_complaint
from easepath.clinic.seals import SEALED, STILL_OPEN, missing_seals, seal, unseal
from easepath.standins.practice_clinic import PASSWORD
from tests.clinic.test_walk import fresh
from tests.conftest import TODAY, World

JSON = "application/json"


@pytest.fixture
def lead(world: World, client: Browser) -> Browser:
    """A browser signed in as the lead."""
    client.force_login(world.users["ruth"], backend="django.contrib.auth.backends.ModelBackend")
    return client


def last(action: str) -> dict[str, Any]:
    """The details of the latest entry of an action."""
    entry = AuditEntry.objects.filter(action=action).order_by("-number").first()
    assert entry is not None
    assert entry.details is not None
    return entry.details


def test_a_change_stands_with_its_old_and_its_new_value(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Marta")
    story = Story.of(visit.complaint)
    save_story(hanne, visit, 0, replace(story, pain_now=4, minutes=25))
    assert last("save-story")["old"] == {"pain_now": story.pain_now, "minutes": story.minutes}
    assert last("save-story")["new"] == {"pain_now": 4, "minutes": 25}
    now = Screening.of(read_complaint(fresh(world, "Marta").pk))
    save_screening(hanne, visit, 0, replace(now, answers={**now.answers, "fever": True}))
    save_screening(world.users["jo"], visit, 1, now)
    details = last("save-screening")
    assert (details["old"], details["asked"]["answers"]["fever"]) == ({}, False)


def test_the_practice_clinics_chain_holds_from_its_first_entry(world: World) -> None:
    found = check_chain(world.users["ruth"].clinic)
    assert found.faults == ()
    assert found.entries > 30
    assert found.last != FIRST


TAMPER = {
    "a value": "update clinic_auditvalues set text = replace(text, 'visit', 'vizit') where entry_id = {entry}",
    "an action": "update clinic_auditentry set action = 'hand-over' where id = {entry}",
    "a moment": "update clinic_auditentry set at = '2020-01-01 00:00:00' where id = {entry}",
    "who": "update clinic_auditentry set actor_id = null where id = {entry}",
    "an entry": "delete from clinic_auditentry where id = {entry}",
    "values": "delete from clinic_auditvalues where entry_id = {entry}",
    "a whole entry, chained anew": "update clinic_auditentry set digest = 'x', chain = 'y' where id = {entry}",
}


LATER = {"sqlite": "pragma defer_foreign_keys = on", "postgresql": "set constraints all deferred"}
"""Rows that name a row that is gone are found at the end of the transaction."""


@pytest.mark.parametrize("statement", TAMPER.values(), ids=TAMPER.keys())
def test_whatever_is_changed_shows(world: World, unsealed: None, statement: str) -> None:
    entry = AuditEntry.objects.filter(action="open-client").order_by("number")[1]
    with connection.cursor() as cursor:
        cursor.execute(LATER[connection.vendor])
        if statement.startswith("delete from clinic_auditentry"):
            cursor.execute(TAMPER["values"].format(entry=entry.pk))
        cursor.execute(statement.format(entry=entry.pk))
    assert check_chain(entry.clinic).faults
    seal(connection)
    with pytest.raises(CommandError, match="Lockmere"):
        call_command("verify_audit", stdout=io.StringIO())


def test_a_missing_seal_is_said(world: World) -> None:
    call_command("verify_audit", stdout=io.StringIO())
    with transaction.atomic():
        unseal(connection)
        assert missing_seals(connection)
        with pytest.raises(CommandError, match="sealed_clinic_sessionlog_delete"):
            call_command("verify_audit", stdout=io.StringIO())
        seal(connection)
    assert missing_seals(connection) == []


@pytest.mark.parametrize("model", SEALED, ids=lambda model: model.__name__)
def test_the_database_itself_only_adds(world: World, model: Any) -> None:
    hanne, complaint = world.users["hanne"], fresh(world, "Marta")
    Clearance.objects.create(
        complaint=complaint, flag="cancer", doctor="Dr A", date=TODAY, reason="x", recorded_by=hanne,
        recorded_at=clock.now(),
    )  # fmt: skip
    SignAnswer.objects.create(
        complaint=complaint, until=TODAY, reason="x", answered_by=hanne, answered_at=clock.now(),
    )  # fmt: skip
    HomeCheck.objects.create(
        id=uuid.uuid4(), complaint=complaint, date=TODAY, answers={"fever": False}, received_at=clock.now()
    )
    write_to_client(hanne, complaint, uuid.uuid4(), "x")
    keep_document(hanne, complaint, Written(uuid.uuid4(), "note", "", [Passage("Next", "x")]))
    record_outcome(hanne, complaint, OutcomeGiven(uuid.uuid4(), TODAY, "start", (), 3, None))
    count_session(hanne, complaint, complaint.sessions.all()[0].pk, counts=False, reason="x")
    rows = model.objects.all()
    assert rows.exists()
    for field in model._meta.local_concrete_fields:
        if field.name in STILL_OPEN.get(model, ()):
            continue
        with pytest.raises(IntegrityError, match="only added to"), transaction.atomic():
            rows.update(**{field.attname: getattr(rows.first(), field.attname)})
    with pytest.raises(IntegrityError, match="only added to"), transaction.atomic():
        rows._raw_delete(rows.db)


def test_what_is_sealed_is_what_explains_decisions() -> None:
    assert {AuditEntry, AuditValues, SessionLog, SessionDrill, MorningReport, PlanVersion, Clearance} <= set(SEALED)


def test_looking_leaves_a_trace_once_a_day(world: World, lead: Browser) -> None:
    visit = world.visit("Marta")
    opened = AuditEntry.objects.filter(action="open-record", actor=world.users["ruth"])
    for _ in range(3):
        assert lead.get(f"/api/visits/{visit.pk}").status_code == 200
    assert [entry.client_id for entry in opened] == [visit.complaint.client_id]
    with clock.on(TODAY + dt.timedelta(days=1)):
        assert lead.get(f"/api/visits/{visit.pk}").status_code == 200
    assert opened.all().count() == 2


def test_the_phones_look_the_print_and_the_sign_in_are_entries(world: World, lead: Browser) -> None:
    version, token = hand_over(world.users["hanne"], world.visit("Tom"))
    for agent in ("iPhone; CPU", "iPhone; CPU", "X11; Linux"):
        assert lead.get(f"/home/api/{token}/sheet", headers={"user-agent": agent}).status_code == 200
    assert [e.details["device"] for e in AuditEntry.objects.filter(action="phone-look").order_by("number") if e.details] \
        == ["iPhone", "computer"]  # fmt: skip
    assert lead.post(f"/api/versions/{version.pk}/print", {"paper": "a4"}, JSON).status_code == 200
    assert (last("print-sheet")["version"], last("print-sheet")["link"]) == (version.number, False)
    assert lead.post("/api/session", {"username": "ruth", "password": PASSWORD}, JSON).status_code == 200
    assert last("sign-in") == {"second_factor": False}


def test_leads_read_filter_and_take_the_trail_away(world: World, lead: Browser) -> None:
    client = fresh(world, "Marta").client
    for _ in range(100):
        record_event("sign-in", clinic=client.clinic)
    page = lead.get("/api/audit").json()
    numbers = [line["number"] for line in page["lines"]]
    assert (len(numbers), numbers) == (100, sorted(numbers, reverse=True))
    older = lead.get("/api/audit", {"before": page["before"]}).json()["lines"]
    assert older[0]["number"] == numbers[-1] - 1
    chosen = {"client": client.pk, "action": "save-story", "actor": "hanne"}
    lines = lead.get("/api/audit", chosen).json()["lines"]
    assert lines
    assert {(line["name"], line["action"]) for line in lines} == {("Marta Lind", "save-story")}
    day = lines[0]["at"][:10]
    assert lead.get("/api/audit", {**chosen, "since": day, "until": day}).json()["lines"]
    assert lead.get("/api/audit", {**chosen, "since": "2031-01-01"}).json()["lines"] == []
    table = lead.post(f"/api/audit/table?client={client.pk}&action=save-story", {}, JSON)
    rows = list(csv.DictReader(io.StringIO(table.content.decode())))
    assert [row["action"] for row in rows] == ["save-story"] * len(rows)
    assert last("export-audit") == {"client": str(client.pk), "action": "save-story"}


@pytest.mark.parametrize("username", ["hanne", "jo"])
def test_nobody_else_reads_the_trail(world: World, client: Browser, username: str) -> None:
    client.force_login(world.users[username], backend="django.contrib.auth.backends.ModelBackend")
    assert client.get("/api/audit").status_code == 403
    assert client.post("/api/audit/table", {}, JSON).status_code == 403


def test_an_entry_without_a_clinic_has_a_chain_of_its_own(db: None) -> None:
    for _ in range(2):
        record_event("sign-in", clinic=None)
    assert check_chain(None).entries == 2
    assert check_chain(None).faults == ()
