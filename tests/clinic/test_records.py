"""A client's rights: everything kept can be taken away, the person can be erased, and rows that count stay."""

from __future__ import annotations

import csv
import datetime as dt
import io
import json
import zipfile
from typing import Any

import pytest
import yaml
from django.apps import apps
from django.core.management import CommandError, call_command
from django.db import IntegrityError, connection
from django.test import Client as Browser

from easepath.clinic import clock
from easepath.clinic.actions.archive_client import archive_client
from easepath.clinic.actions.erase_client import TEXTS, erase_client
from easepath.clinic.actions.home_links import new_link, open_link
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.save_story import save_story
from easepath.clinic.audit import check_chain
from easepath.clinic.errors import DeadLinkError, FieldError, NotAllowedError, NotFoundError
from easepath.clinic.facts.story import Story
from easepath.clinic.models import AuditEntry, Client, PlanVersion, SessionLog
from easepath.clinic.repository import read_complaint
from easepath.clinic.selectors.access import get_visit
from easepath.clinic.selectors.caseload import caseload
from easepath.core.assessment import Assessment
from easepath.core.case import parse_case
from easepath.core.case_text import case_text
from easepath.core.knowledge import shipped_library
from easepath.interchange.client_export import FORMATS, KEPT, NOT_THE_CLIENTS, client_record
from easepath.interchange.table import plain_cell
from tests.clinic.test_sessions_at_home import done
from tests.clinic.test_walk import fresh
from tests.conftest import TODAY, World

JSON = "application/json"


@pytest.fixture
def marta(world: World) -> Client:
    """Marta with texts in her record that name her."""
    visit = world.visit("Marta")
    story = Story.of(visit.complaint)
    save_story(world.users["hanne"], visit, 0, Story(**{**vars(story), "words": "Marta pulled it on Secret Street"}))
    complaint = fresh(world, "Marta")
    record_session(complaint, done(complaint, TODAY, note="Marta was at Secret Street"))
    return complaint.client


def everything() -> str:
    """Every value of every row of the clinic's tables, and of the audit trail."""
    found = []
    with connection.cursor() as cursor:
        for table in connection.introspection.table_names():
            if table.startswith("clinic_"):
                cursor.execute(f"select * from {table}")
                found += [str(row) for row in cursor.fetchall()]
    return "\n".join(found)


def test_an_erased_client_is_nowhere_and_the_rows_still_count(world: World, marta: Client) -> None:
    token = new_link(world.users["hanne"], fresh(world, "Marta"))
    counted = [model.objects.count() for model in (SessionLog, PlanVersion, AuditEntry)]
    assert "Secret Street" in everything()
    erase_client(world.users["ruth"], marta, name="Marta Lind")
    assert "Secret Street" not in everything()
    assert "Marta" not in everything()
    assert "Lind" not in everything()
    assert [model.objects.count() for model in (SessionLog, PlanVersion, AuditEntry)] == [*counted[:2], counted[2] + 1]
    row = Client.objects.get(pk=marta.pk)
    assert (row.birth_date, row.sex, row.trade, row.archived) == (None, "", "", True)
    with pytest.raises(DeadLinkError):
        open_link(token)
    assert all("erased" not in line["name"] for line in caseload(world.users["hanne"])["lines"])
    with pytest.raises(NotFoundError):
        get_visit(world.users["hanne"], world.complaints["Marta"].visits.all()[0].pk)


def test_the_chain_still_verifies_after_an_erasure(world: World, marta: Client) -> None:
    erase_client(world.users["ruth"], marta, name="Marta Lind")
    found = check_chain(marta.clinic)
    assert found.faults == ()
    assert found.emptied > 5
    with pytest.raises(IntegrityError):
        SessionLog.objects.filter(complaint__client=marta).update(note="again")


def test_every_text_about_a_person_is_blanked() -> None:
    """A new column of free text has to be looked at: it is blanked, or it is known to name nobody."""
    blanked = {(model, column) for model, _, columns in TEXTS for column in columns}
    names_nobody = {
        "trade", "first_name", "last_name", "time_zone", "town", "phone", "emergency_note", "name", "note_kind", "device",
        "username", "password", "email", "detail", "difference", "leave_out",
    }  # fmt: skip
    free = [
        (model, field.name)
        for model in apps.get_app_config("clinic").get_models()
        for field in model._meta.local_concrete_fields
        if field.get_internal_type() in ("CharField", "TextField") and (field.max_length or 999) >= 110
        and not field.choices and field.name not in names_nobody
    ]  # fmt: skip
    unseen = {(model, name) for model, name in free if (model, name) not in blanked}
    assert {f"{model.__name__}.{name}" for model, name in unseen} <= {
        "AuditValues.text",
        "Proposal.key",
        "HouseRow.key",
        "HouseRow.value",
        "HouseRow.reason",
    }  # fmt: skip  (a house row is about the clinic and its staff)


def test_who_erases_types_the_name_and_may(world: World, marta: Client) -> None:
    with pytest.raises(FieldError, match="Marta Lind"):
        erase_client(world.users["ruth"], marta, name="Marta")
    for username in ("hanne", "jo"):
        with pytest.raises(NotAllowedError):
            erase_client(world.users[username], marta, name="Marta Lind")
    assert Client.objects.get(pk=marta.pk).first_name == "Marta"


def test_an_archived_client_has_no_living_link_and_can_come_back(world: World, marta: Client) -> None:
    hanne = world.users["hanne"]
    token = new_link(hanne, fresh(world, "Marta"))
    for _ in range(2):
        archive_client(hanne, marta, archived=True)
    with pytest.raises(DeadLinkError):
        open_link(token)
    assert all(line["name"] != "Marta Lind" for line in caseload(hanne)["lines"])
    archive_client(hanne, marta, archived=False)
    assert any(line["name"] == "Marta Lind" for line in caseload(hanne)["lines"])
    with pytest.raises(DeadLinkError):
        open_link(token)
    assert marta.audit.filter(action="archive-client").count() == 1
    with pytest.raises(NotAllowedError):
        archive_client(world.users["jo"], marta, archived=True)


def test_every_row_of_a_client_is_in_the_export(marta: Client) -> None:
    """A new kind of row that belongs to a client has to be taken in."""
    known = {model for model, _ in KEPT}
    of_a_client = {
        model for model in apps.get_app_config("clinic").get_models()
        if any(field.related_model in known for field in model._meta.local_concrete_fields)
    }  # fmt: skip
    assert {model.__name__ for model in of_a_client - known} == {"AuditValues", "Erasing"}
    record = client_record(marta)
    assert record["clients"][0]["first_name"] == "Marta"
    assert [row["note"] for row in record["session logs"]].count("Marta was at Secret Street") == 1
    assert record["audit entries"][-1]["details"]
    assert (
        not {key for rows in record.values() if isinstance(rows, list) for row in rows for key in row} & NOT_THE_CLIENTS
    )


def _json_names(data: bytes) -> str:
    return str(json.loads(data)["clients"][0]["first_name"])


def _csv_names(data: bytes) -> str:
    archive = zipfile.ZipFile(io.BytesIO(data))
    rows = list(csv.DictReader(io.StringIO(archive.read("clients.csv").decode())))
    assert {"session-logs.csv", "audit-entries.csv"} <= set(archive.namelist())
    return rows[0]["first_name"]


def _pdf_names(data: bytes) -> str:
    return "Marta" if data.startswith(b"%PDF") and len(data) > 20_000 else ""


@pytest.mark.parametrize(("kind", "read"), [("json", _json_names), ("csv", _csv_names), ("pdf", _pdf_names)])
def test_a_lead_takes_a_record_away_and_nobody_else(
    world: World, marta: Client, client: Browser, kind: str, read: Any
) -> None:
    path = f"/api/clients/{marta.pk}/export/{kind}"
    for username, status in [("jo", 403), ("hanne", 403), ("ruth", 200)]:
        client.force_login(world.users[username], backend="django.contrib.auth.backends.ModelBackend")
        answer = client.post(path, {}, JSON)
        assert answer.status_code == status
    assert (answer["Content-Type"], read(answer.content)) == (FORMATS[kind], "Marta")
    assert marta.audit.filter(action="export-client").count() == 1


@pytest.mark.parametrize("text", ["=1+1", "+1", "-1", "@x"])
def test_a_table_runs_nothing(text: str) -> None:
    assert plain_cell(text) == f"'{text}"
    assert plain_cell("plain") == "plain"


def test_retention_erases_what_is_old_and_only_when_told(world: World, marta: Client, settings: Any) -> None:
    with pytest.raises(CommandError, match="EASEPATH_RETENTION_YEARS"):
        call_command("apply_retention")
    settings.RETENTION_YEARS = 8
    archive_client(world.users["hanne"], marta, archived=True)
    later = TODAY + dt.timedelta(days=8 * 366)

    def run(*options: str) -> str:
        out = io.StringIO()
        call_command("apply_retention", *options, stdout=out)
        return out.getvalue()

    assert "0 would be erased" in run()
    with clock.on(later):
        assert f"client {marta.pk}, archived" in run()
        assert Client.objects.get(pk=marta.pk).erased_at is None
        assert "1 erased" in run("--erase")
    assert Client.objects.get(pk=marta.pk).first_name == "erased"
    assert Client.objects.filter(erased_at=None, first_name="Tom").exists()


def test_records_over_http(world: World, marta: Client, client: Browser) -> None:
    client.force_login(world.users["ruth"], backend="django.contrib.auth.backends.ModelBackend")
    path = f"/api/clients/{marta.pk}"
    assert client.post(f"{path}/archive", {"archived": True}, JSON).json()["archived"] is True
    assert client.post(f"{path}/erase", {"name": "x"}, JSON).status_code == 422
    assert client.post(f"{path}/erase", {"name": "Marta Lind"}, JSON).json()["erased"] is True
    assert client.post(f"{path}/export/json", {}, JSON).status_code == 404


@pytest.mark.parametrize("name", ["Marta", "Tom", "Ines", "Piet"])
def test_a_complaint_goes_out_as_a_case_that_names_nobody(world: World, name: str) -> None:
    record = read_complaint(fresh(world, name).pk)
    text = case_text(record.assessment, "one")
    again = Assessment(shipped_library(), parse_case(shipped_library(), yaml.safe_load(text)).situation)
    assert again.screen.outcome == record.assessment.screen.outcome
    assert [one.kind for one in again.review.drills] == [one.kind for one in record.assessment.review.drills]
    client = record.complaint.client
    told = (client.first_name, client.last_name, client.trade, record.complaint.words, str(record.today))
    assert not [word for word in told if word in text]
