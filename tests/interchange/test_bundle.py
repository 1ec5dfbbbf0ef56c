"""A bundle: R4B accepts it, every observation has a code and a unit, and another clinic has the same plan from it."""

from __future__ import annotations

import base64
import datetime as dt
import json
import uuid
from collections.abc import Callable
from typing import Any

import pytest
from fhir.resources.R4B.bundle import Bundle

from easepath.clinic import clock
from easepath.clinic.actions.count_session import count_session
from easepath.clinic.actions.erase_client import erase_client
from easepath.clinic.actions.keep_document import Passage, Written, keep_document
from easepath.clinic.actions.messages import write_to_client
from easepath.clinic.actions.record_outcome import OutcomeGiven, record_outcome
from easepath.clinic.actions.restore_record import restore_record
from easepath.clinic.actions.save_measure import GoalEntry, Measuring, SittingEntry, save_measure
from easepath.clinic.actions.save_screening import Screening, save_screening
from easepath.clinic.actions.save_tryouts import Trying, TryoutEntry, save_tryouts
from easepath.clinic.actions.screening_rows import FactorEntry
from easepath.clinic.errors import FieldError, NotAllowedError, RefusedError
from easepath.clinic.models import Client, Clinic, Complaint, Document, Role, User
from easepath.clinic.record_rows import KEPT, STAYS, tables_of, travelling
from easepath.clinic.repository import read_complaint, read_records
from easepath.clinic.sheet import sheet_of
from easepath.core.facts import ActivityTold
from easepath.interchange.fhir.bundle import day_bundle, person_bundle
from easepath.interchange.fhir.reading import own_record, resources_of
from tests.clinic.test_walk import fresh
from tests.conftest import TODAY, World

UNITS = {"deg", "cm", "s", "min", "kg", "%", "mm[Hg]", "{score}", "{count}"}


def three_months(world: World) -> Complaint:
    """Marta with everything that a record can hold."""
    hanne, visit = world.users["hanne"], world.visit("Marta")
    now = Screening.of(read_complaint(fresh(world, "Marta").pk))
    save_screening(hanne, visit, 0, Screening(now.answers, (*now.factors, FactorEntry("blood-thinner")), now.limits))
    sittings = (SittingEntry("hip-ir", "left", (30.0, 31.5)), SittingEntry("hip-ir", "right", (40.0,)))
    save_measure(hanne, visit, 0, Measuring(sittings, (), (GoalEntry("hip-ir", "left", 35.0),)))
    save_tryouts(hanne, visit, 0, Trying((TryoutEntry("iso-adduction", "both", symptom="pull"),)))
    complaint = fresh(world, "Marta")
    told = (ActivityTold(name="climb the truss", score=3),)
    record_outcome(hanne, complaint, OutcomeGiven(uuid.uuid4(), TODAY, "start", told, 4, None))
    keep_document(
        hanne, complaint, Written(uuid.uuid4(), "letter", "Dr Quist", [Passage("Question", "May the load go up?")])
    )
    write_to_client(hanne, complaint, uuid.uuid4(), "See you on Monday.")
    count_session(hanne, complaint, complaint.sessions.all()[0].pk, counts=False, reason="of another day")
    return fresh(world, "Marta")


def second_clinic() -> User:
    other = Clinic.objects.create(name="Upriver", phone="01555 010 999", practice=True)
    return User.objects.create(username="lena", clinic=other, role=Role.LEAD, first_name="Lena", last_name="Holt")


def bundle_of(world: World, complaint: Complaint) -> dict[str, Any]:
    told: dict[str, Any] = json.loads(person_bundle(complaint.client, world.users["ruth"]))
    return told


def kinds(told: dict[str, Any]) -> dict[str, list[dict[str, Any]]]:
    found: dict[str, list[dict[str, Any]]] = {}
    for entry in told["entry"]:
        found.setdefault(entry["resource"]["resourceType"], []).append(entry["resource"])
    return found


def coded(one: dict[str, Any]) -> list[tuple[Any, Any]]:
    """The values of an observation with their codes: its own, and those of its parts."""
    return [
        (part["code"], part["valueQuantity"]) for part in (one, *one.get("component", ())) if "valueQuantity" in part
    ]


def test_it_holds_everything_and_r4b_accepts_it(world: World) -> None:
    complaint = three_months(world)
    told = bundle_of(world, complaint)
    Bundle.model_validate(told)
    found = kinds(told)
    assert set(found) == {
        "Patient", "Organization", "Practitioner", "Condition", "Observation", "QuestionnaireResponse", "CarePlan",
        "Goal", "DocumentReference", "Provenance",
    }  # fmt: skip
    assert [one["category"][0]["text"] for one in found["Condition"]] == ["Complaint", "Background factor"]
    codes = {(code["system"], code["code"]) for one in found["Condition"] for code in one["code"]["coding"]}
    assert ("http://hl7.org/fhir/sid/icd-10", "S76.2") in codes
    assert ("https://easepath.example/codes/factors", "blood-thinner") in codes
    addresses = {entry["fullUrl"] for entry in told["entry"]}
    named = {value for value in json.dumps(told).split('"') if value.startswith("urn:uuid:")}
    assert named <= addresses


def test_every_observation_has_a_code_and_a_unit(world: World) -> None:
    for complaint in (three_months(world), fresh(world, "Tom"), fresh(world, "Ines"), fresh(world, "Piet")):
        for one in kinds(bundle_of(world, complaint))["Observation"]:
            assert coded(one), one
            assert one["code"]["coding"], one
            for code, value in coded(one):
                assert code["coding"][0]["code"]
                assert value["system"] == "http://unitsofmeasure.org"
                assert value["code"] in UNITS


def test_a_plan_says_each_drill_with_its_timing_and_its_dose(world: World) -> None:
    complaint = fresh(world, "Marta")
    (plan,) = kinds(bundle_of(world, complaint))["CarePlan"]
    version = complaint.versions.get()
    sheet = sheet_of(version)
    assert [one["detail"]["code"]["text"] for one in plan["activity"]] == [one.title for one in sheet.drills]
    first, drill = plan["activity"][0]["detail"], sheet.drills[0]
    assert first["scheduledTiming"]["repeat"] == {"frequency": 5, "period": 1, "periodUnit": "wk"}
    parts = {one["url"].rsplit("/", 1)[1]: one for one in first["extension"][0]["extension"]}
    assert parts["method"]["valueCode"] == drill.method
    assert {name.replace("_", "-") for name in drill.sides[0].dose} <= set(parts)
    assert parts["reps"]["valueQuantity"]["value"] == drill.sides[0].dose["reps"]


def test_red_flags_and_stop_signs_are_flags(world: World) -> None:
    (flag,) = kinds(bundle_of(world, fresh(world, "Piet")))["Flag"]
    assert (flag["status"], flag["code"]["text"]) == ("active", "answered yes: pain at night that no position eases")


def test_a_day_holds_who_was_there_and_nobody_else(world: World) -> None:
    three_months(world)
    told = json.loads(day_bundle(world.users["ruth"].clinic, TODAY, world.users["ruth"]))  # type: ignore[arg-type]
    found = kinds(told)
    assert {one["name"][0]["given"][0] for one in found["Patient"]} >= {"Marta"}
    assert "Piet" not in {one["name"][0]["given"][0] for one in found["Patient"]}
    assert {one["effectiveDateTime"] for one in found["Observation"]} == {str(TODAY)}
    assert "DocumentReference" not in found


def test_another_clinic_has_the_same_plan_and_readings_from_it(world: World) -> None:
    complaint = three_months(world)
    told, before = bundle_of(world, complaint), read_complaint(complaint.pk)
    facts, sheet = before.facts, sheet_of(before.version)  # type: ignore[arg-type]
    erase_client(world.users["ruth"], complaint.client, name="Marta Lind")
    lead, tables = second_clinic(), own_record(resources_of(told))
    assert tables is not None
    client = restore_record(lead, tables, sender="Lockmere Movement Clinic")
    (after,) = read_records(Complaint.objects.filter(client=client))
    assert after.version is not None
    again = after.facts.model_dump(), facts.model_dump()
    for one in again:  # sessions have ids of their own in each clinic
        one["errors"] = {}  # and an error of its own measuring
        one["log"] = [{**entry, "session": ""} for entry in one["log"]]
    assert again[0] == again[1]
    same = sheet_of(after.version).model_dump()
    assert same | {"clinic": "", "by": ""} == sheet.model_dump() | {"clinic": "", "by": ""}
    assert same["by"] == "Hanne Ostrow (Lockmere Movement Clinic)"
    assert after.assessment.review.drills == before.assessment.review.drills
    assert Document.objects.get(complaint__client=client).passages[0]["text"] == "May the load go up?"
    assert [one.words for one in after.messages] == ["See you on Monday."]
    assert not User.objects.get(username__startswith="elsewhere-").is_active
    assert not after.complaint.links.exists()
    again_tables = own_record(resources_of(json.loads(person_bundle(client, lead))))
    assert again_tables is not None
    assert {name: len(rows) for name, rows in again_tables.items()} == {
        name: len(rows) for name, rows in tables.items()
    }


def test_it_is_taken_in_once(world: World) -> None:
    tables, lead = tables_of(fresh(world, "Marta").client), second_clinic()
    restore_record(lead, tables, sender="Lockmere")
    with pytest.raises(RefusedError, match="already"):
        restore_record(lead, tables, sender="Lockmere")
    with pytest.raises(NotAllowedError):
        restore_record(world.users["hanne"], tables, sender="Lockmere")


def test_what_was_agreed_with_one_clinic_is_asked_again_by_the_other(world: World) -> None:
    complaint = fresh(world, "Marta")
    Client.objects.filter(pk=complaint.client_id).update(consent_on=TODAY)
    Complaint.objects.filter(pk=complaint.pk).update(told_by="text", remind_at=["07:30"], visit_on=TODAY)
    client = restore_record(second_clinic(), tables_of(complaint.client), sender="Lockmere")
    after = client.complaints.get()
    assert (Client.objects.get(pk=client.pk).consent_on, after.told_by, after.remind_at, after.visit_on) == (
        None,
        "",
        [],
        None,
    )


Tables = dict[str, list[dict[str, Any]]]


def spoil(table: str, column: str, value: Any) -> Callable[[Tables], None]:
    def change(tables: Tables) -> None:
        tables[table][0][column] = value

    return change


@pytest.mark.parametrize(
    ("change", "field"),
    [
        (spoil("client", "sex", "q"), "client.0.sex"),
        (spoil("client", "first_name", "x" * 61), "client.0.first_name"),
        (spoil("complaint", "pain_now", -1), "complaint.0.pain_now"),
        (spoil("complaint", "opened_at", None), "complaint.0.opened_at"),
        (spoil("complaint", "client", 10_000), "complaint.0.client"),
        (spoil("complaint", "shoe", 43), "complaint.0.shoe"),
        (spoil("plandrill", "drill", "no-such-drill"), "record"),
        (lambda tables: tables.update(spy=[]), "record"),
        (lambda tables: tables["client"].append(dict(tables["client"][0])), "record"),
        (lambda tables: tables.update(sessionlog=[{}] * 60_001), "record"),
    ],
)
def test_a_record_that_cannot_be_leaves_nothing_behind(
    world: World, change: Callable[[Tables], None], field: str
) -> None:
    tables: Tables = json.loads(json.dumps(tables_of(fresh(world, "Marta").client)))
    lead = second_clinic()
    change(tables)
    with pytest.raises(FieldError) as refused:
        restore_record(lead, tables, sender="Lockmere")
    assert list(refused.value.fields) == [field]
    assert not Client.objects.filter(clinic=lead.clinic).exists()


def attachment(told: dict[str, Any]) -> dict[str, Any]:
    of_record = next(
        one for one in kinds(told)["DocumentReference"] if "record" in str(one["type"]["coding"][0]["code"])
    )
    found: dict[str, Any] = of_record["content"][0]["attachment"]
    return found


def test_a_bundle_that_was_changed_on_the_way_is_refused(world: World) -> None:
    told = bundle_of(world, three_months(world))
    reading = next(
        one for one in kinds(told)["Observation"] if one["code"]["coding"][0]["system"].endswith("/measures")
    )
    reading["component"][0]["valueQuantity"]["value"] = 5.0
    with pytest.raises(FieldError, match="changed on the way"):
        own_record(resources_of(told))
    told = bundle_of(world, fresh(world, "Marta"))
    attachment(told)["data"] = base64.b64encode(b'{"client": []}').decode()
    with pytest.raises(FieldError, match="changed on the way"):
        own_record(resources_of(told))
    attachment(told)["data"] = "???"
    with pytest.raises(FieldError, match="cannot be read"):
        own_record(resources_of(told))


@pytest.mark.parametrize(
    ("told", "why"),
    [
        ([], "no bundle"),
        ({"resourceType": "Patient"}, "no bundle"),
        ({"resourceType": "Bundle", "type": "collection", "entry": 5}, "entry"),
        (
            {"resourceType": "Bundle", "type": "collection", "entry": [{"resource": {"resourceType": "Observation"}}]},
            "code",
        ),
    ],
)
def test_what_is_no_bundle_is_told(told: Any, why: str) -> None:
    with pytest.raises(FieldError) as refused:
        resources_of(told)
    assert why in refused.value.fields["bundle"]


def test_every_kind_of_row_travels_or_stays_for_a_reason() -> None:
    assert {model for model, _ in KEPT} == STAYS | {model for _, model, _ in travelling()}


def test_a_day_long_ago_is_empty(world: World) -> None:
    with clock.on(TODAY):
        told = json.loads(day_bundle(world.users["ruth"].clinic, dt.date(2020, 1, 1), world.users["ruth"]))  # type: ignore[arg-type]
    assert set(kinds(told)) == {"Organization", "Practitioner", "Provenance"}
