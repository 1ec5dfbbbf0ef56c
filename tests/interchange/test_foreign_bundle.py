"""A bundle of another system, written by hand from the specification: what of it becomes what, and what stays out."""

from __future__ import annotations

import datetime as dt
import json
from pathlib import Path
from typing import Any

import pytest

from easepath.clinic.actions.save_measure import Measuring, SittingEntry, save_measure
from easepath.clinic.actions.take_in_foreign import take_in_foreign
from easepath.clinic.errors import FieldError, NotAllowedError
from easepath.clinic.models import Client, ClientFactor, Sitting
from easepath.clinic.models.measuring import ELSEWHERE
from easepath.clinic.repository import read_complaint
from easepath.core.knowledge import shipped_library
from easepath.interchange.fhir.foreign import foreign_lines, told_of
from easepath.interchange.fhir.reading import own_record, resources_of
from tests.conftest import World

BUNDLE = json.loads((Path(__file__).parents[1] / "data" / "foreign-bundle.json").read_text(encoding="utf-8"))
BECOMES = [
    ("Edda Maria Brandt", "person", ""),
    ("Worn left hip", "story", ""),
    ("M81.0", "factor", "osteoporosis"),
    ("Stroke, long ago", "note", ""),
    ("Apixaban 5 mg", "factor", "blood-thinner"),
    ("Paracetamol 500 mg", "medicine", ""),
    ("Prednisolone 10 mg", "note", ""),
    ("Natural rubber latex", "factor", "latex-allergy"),
    ("Penicillin", "note", ""),
    ("Blood pressure, upper value: 148 mmHg; Blood pressure, lower value: 86 mmHg", "reading", ""),
    ("Hip internal rotation, left: 22 degree", "reading", ""),
    ("Body weight 71 kg", "nothing", ""),
    ("Encounter", "nothing", ""),
]


def changed(n: int, **parts: Any) -> dict[str, Any]:
    told: dict[str, Any] = json.loads(json.dumps(BUNDLE))
    told["entry"][n]["resource"].update(parts)
    return told


def test_each_part_is_shown_with_what_it_becomes() -> None:
    resources = resources_of(BUNDLE)
    assert own_record(resources) is None
    lines = foreign_lines(resources)
    assert [(line.says, line.becomes, line.factor) for line in lines] == BECOMES
    assert all(line.why for line in lines if line.becomes in ("nothing", "note", "medicine", "story"))


def test_what_was_chosen_is_taken_in_and_every_factor_waits(world: World) -> None:
    resources = resources_of(BUNDLE)
    visit = take_in_foreign(world.users["hanne"], told_of(resources, set(range(13)), somebody_else=False))
    client, record = visit.complaint.client, read_complaint(visit.complaint_id)
    assert (str(client), client.birth_date, client.sex) == ("Edda Maria Brandt", dt.date(1951, 3, 4), "f")
    assert (client.telephone, client.email) == ("01555 010 777", "edda@example.org")
    assert (record.complaint.words, record.complaint.since) == ("Worn left hip", dt.date(2025, 5, 10))
    assert record.complaint.medicine == "Apixaban 5 mg; Paracetamol 500 mg"
    assert record.complaint.noted == (
        "told as over: Stroke, long ago; told as over: Prednisolone 10 mg; allergy: Penicillin"
    )
    factors = ClientFactor.objects.filter(client=client)
    assert sorted(row.factor for row in factors) == ["blood-thinner", "latex-allergy", "osteoporosis"]
    assert all(row.to_confirm for row in factors)
    assert "blood-thinner" in record.assessment.screen.factor_ids
    readings = {
        (row.measure, row.side, tuple(row.trials), row.instrument) for row in Sitting.objects.filter(client=client)
    }
    assert readings == {
        ("hip-ir", "left", (22.0,), ELSEWHERE),
        ("blood-pressure", "", (148.0,), ELSEWHERE),
        ("blood-pressure-low", "", (86.0,), ELSEWHERE),
    }
    assert not record.assessment.screen.issues_program


def test_only_what_was_chosen_comes_along(world: World) -> None:
    visit = take_in_foreign(world.users["hanne"], told_of(resources_of(BUNDLE), {4}, somebody_else=False))
    assert [row.factor for row in visit.complaint.client.factors.all()] == ["blood-thinner"]
    assert (visit.complaint.words, visit.complaint.noted) == ("", "")
    assert not Sitting.objects.filter(client=visit.complaint.client).exists()


@pytest.mark.parametrize(
    ("n", "parts", "why"),
    [
        (10, {"valueQuantity": {"value": 22, "unit": "rad", "system": "http://unitsofmeasure.org", "code": "rad"}}, "its unit"),
        (10, {"valueQuantity": {"value": 22, "unit": "deg"}}, "its unit"),
        (10, {"valueQuantity": {"value": 400, "system": "http://unitsofmeasure.org", "code": "deg"}}, "it is outside"),
        (10, {"bodySite": {"text": "hip"}}, "it says no side"),
        (10, {"effectiveDateTime": "2026"}, "it has no day"),
        (10, {"code": {"text": "hip rotation"}}, "its code"),
        (4, {"medicationCodeableConcept": {"coding": [{"system": "http://www.whocc.no/atc", "code": "B01AF02"}]}}, ""),
        (4, {"medicationCodeableConcept": {"text": "WARFARIN 3 mg"}}, ""),
        (4, {"medicationCodeableConcept": {"coding": [{"system": "urn:oid:2.999.2", "code": "B01AF02"}]}}, "it is known to no factor"),
        (4, {"status": "stopped"}, "it is over"),
        (2, {"verificationStatus": {"coding": [{"code": "refuted"}]}}, "it is over"),
    ],
)  # fmt: skip
def test_a_reading_or_a_code_that_is_not_certain_is_not_taken_as_one(n: int, parts: dict[str, Any], why: str) -> None:
    line = foreign_lines(resources_of(changed(n, **parts)))[n]
    assert line.why.startswith(why)
    assert (line.becomes in ("factor", "reading")) is (why == "")


@pytest.mark.parametrize(
    ("told", "field"),
    [
        ({"resourceType": "Bundle", "type": "collection"}, "bundle"),
        ({**BUNDLE, "entry": [*BUNDLE["entry"], BUNDLE["entry"][0]]}, "bundle"),
        (changed(0, name=[{"family": "Brandt"}]), "first_name"),
        (changed(0, birthDate="2031-01-01"), "birth_date"),
        (changed(0, telecom=[{"system": "phone", "value": "none"}]), "telephone"),
        (changed(10, effectiveDateTime="2031-01-01"), "bundle"),
        (changed(8, code={"text": "x" * 401}), "take"),
    ],
)  # fmt: skip
def test_what_cannot_be_is_named_and_nobody_is_taken_in(world: World, told: dict[str, Any], field: str) -> None:
    before = Client.objects.count()
    with pytest.raises(FieldError) as refused:
        take_in_foreign(world.users["hanne"], told_of(resources_of(told), set(range(13)), somebody_else=False))
    assert field in refused.value.fields
    assert Client.objects.count() == before


def test_who_is_here_is_not_taken_in_a_second_time(world: World) -> None:
    resources = resources_of(BUNDLE)
    take_in_foreign(world.users["hanne"], told_of(resources, set(), somebody_else=False))
    with pytest.raises(FieldError, match="in care here already"):
        take_in_foreign(world.users["hanne"], told_of(resources, set(), somebody_else=False))
    with pytest.raises(NotAllowedError):
        take_in_foreign(world.users["jo"], told_of(resources, set(), somebody_else=True))


def test_every_unit_and_public_code_is_one_that_is_written_out() -> None:
    library = shipped_library()
    assert {row.unit for row in library.measures.values()} <= set(library.units)
    assert {row.system for row in library.public_codes.values()} == {"http://loinc.org"}


def test_a_reading_that_was_brought_is_not_changed_by_measuring_here(world: World) -> None:
    hanne = world.users["hanne"]
    visit = take_in_foreign(hanne, told_of(resources_of(BUNDLE), set(range(13)), somebody_else=False))
    save_measure(hanne, visit, 0, Measuring((SittingEntry("hip-ir", "left", (30.0,)),), (), ()))
    found = Sitting.objects.filter(client=visit.complaint.client, measure="hip-ir").values_list("trials", "instrument")
    assert sorted(found) == [([22.0], ELSEWHERE), ([30.0], "")]
    save_measure(hanne, visit, 1, Measuring((), (), ()))
    assert Sitting.objects.filter(client=visit.complaint.client).count() == 3
    assert read_complaint(visit.complaint_id).assessment.screen.measured.rows["hip-ir", "left"].value == 22.0
