"""A bundle of a person or of a clinic's day: every resource, who made it, and for a person the record whole."""

from __future__ import annotations

import base64
import datetime as dt
import hashlib
import json
from collections.abc import Iterable, Iterator
from functools import reduce
from operator import or_
from typing import Final

from django.db.models import Q, QuerySet

from easepath.clinic import clock, models
from easepath.clinic.record_rows import tables_of
from easepath.clinic.repository import Record, read_records
from easepath.core.code_version import code_version
from easepath.core.knowledge import shipped_library
from easepath.interchange.documents.on_paper import document_text
from easepath.interchange.fhir.codes import EXTENSION, HL7, Resource, concept, name_of, public, refer
from easepath.interchange.fhir.observations import Fits, observations, screen_answers, stop_signs
from easepath.interchange.fhir.plans import care_plans, goals
from easepath.interchange.fhir.who import conditions, organization, patient, patient_address, practitioner

RECORD_TYPE: Final = "application/vnd.easepath.record+json"
"""What the attachment is that holds the record whole: our own rows, table by table."""
Entries = dict[str, Resource]


def person_bundle(client: models.Client, by: models.User) -> str:
    """Everything of one client as a bundle (JSON); it is checked against R4B before it leaves."""
    entries: Entries = dict([patient(client), organization(client.clinic)])
    records = list(read_records(models.Complaint.objects.filter(client=client)))
    for record in records:
        entries |= dict(_of_record(record, lambda _: True))
    entries |= dict(_kept_documents(client))
    entries |= dict([_whole_record(client)])
    return _bundle(client.clinic, by, entries)


def day_bundle(clinic: models.Clinic, date: dt.date, by: models.User) -> str:
    """What happened in a clinic on one day as a bundle (JSON): whoever was measured, seen, given a plan, or told."""
    entries: Entries = dict([organization(clinic)])
    for record in read_records(_touched(clinic, date)):
        told = dict(_of_day(record, date))
        if told:
            entries |= dict([patient(record.complaint.client), *conditions(record)]) | told
    return _bundle(clinic, by, entries)


def _touched(clinic: models.Clinic, date: dt.date) -> QuerySet[models.Complaint]:
    """The complaints that something of a day can be about; nobody else's year is read for it."""
    day = dt.datetime.combine(date, dt.time(), tzinfo=dt.UTC)
    found = (
        models.Visit.objects.filter(opened_at__range=(day, day + dt.timedelta(days=1))).values("complaint"),
        models.Sitting.objects.filter(date=date).values("visit__complaint"),
        models.SessionLog.objects.filter(date=date).values("complaint"),
        models.PlanVersion.objects.filter(start=date).values("complaint"),
        models.OutcomeTold.objects.filter(date=date).values("complaint"),
    )
    any_of = reduce(or_, (Q(pk__in=rows) for rows in found))
    return models.Complaint.objects.filter(any_of, client__clinic=clinic, client__erased_at=None)


def _of_record(record: Record, fits: Fits) -> Iterator[tuple[str, Resource]]:
    yield from conditions(record)
    yield from goals(record)
    yield from screen_answers(record)
    yield from _of_days(record, fits)


def _of_days(record: Record, fits: Fits) -> Iterator[tuple[str, Resource]]:
    yield from observations(record, fits)
    yield from care_plans(record, fits)
    yield from stop_signs(record, fits)


def _of_day(record: Record, date: dt.date) -> Iterator[tuple[str, Resource]]:
    """What is of that day; the pains of the story and a red flag are of the day on which the complaint was seen."""
    seen = any(visit.opened_at[:10] == str(date) for visit in record.visits)
    for address, told in _of_days(record, lambda day: day == date):
        standing = told["resourceType"] == "Flag" and "period" not in told
        if seen or not standing:
            yield address, told


def _staff(clinic: models.Clinic, entries: Entries) -> Iterator[tuple[str, Resource]]:
    """Whoever is named in the entries."""
    named = {told["author"]["reference"] for told in entries.values() if isinstance(told.get("author"), dict)}
    for user in models.User.objects.filter(clinic=clinic):
        address, told = practitioner(user)
        if address in named:
            yield address, told


def _kept_documents(client: models.Client) -> Iterator[tuple[str, Resource]]:
    """Letters and notes as they were kept, in plain text."""
    rows = models.Document.objects.filter(complaint__client=client).select_related(
        "kept_by", "complaint__client__clinic"
    )
    for row in rows:
        yield name_of("document", row.pk), {
            "resourceType": "DocumentReference", "status": "current", "date": row.kept_at.isoformat(),
            "type": concept("documents", row.kind, row.get_kind_display()),
            "subject": refer(patient_address(client)),
            "content": [{"attachment": _attachment("text/plain; charset=utf-8", document_text(row).encode())}],
        }  # fmt: skip


def _whole_record(client: models.Client) -> tuple[str, Resource]:
    """The record itself, so that nothing is lost between two clinics that both keep it here."""
    data = json.dumps(tables_of(client), ensure_ascii=False, separators=(",", ":")).encode()
    return name_of("record", client.pk), {
        "resourceType": "DocumentReference", "status": "current",
        "type": concept("documents", "record", "The record whole"), "subject": refer(patient_address(client)),
        "content": [{"attachment": _attachment(RECORD_TYPE, data)}],
    }  # fmt: skip


def _attachment(kind: str, data: bytes) -> Resource:
    return {
        "contentType": kind, "data": base64.b64encode(data).decode(), "size": len(data),
        "hash": base64.b64encode(hashlib.sha1(data, usedforsecurity=False).digest()).decode(),
    }  # fmt: skip


def _bundle(clinic: models.Clinic, by: models.User, entries: Entries) -> str:
    entries |= dict(_staff(clinic, entries))
    who, told = practitioner(by)
    entries |= {who: told}
    entries |= {name_of("provenance", *sorted(entries)): _provenance(clinic, who, list(entries))}
    return validated({
        "resourceType": "Bundle", "type": "collection", "timestamp": clock.now().isoformat(),
        "entry": [
            {"fullUrl": address, "resource": {**one, "id": address.removeprefix("urn:uuid:")}}
            for address, one in entries.items()
        ],
    })  # fmt: skip


def _provenance(clinic: models.Clinic, who: str, targets: Iterable[str]) -> Resource:
    """Who took it along, when, and which knowledge and rules it was worked out with."""
    return {
        "resourceType": "Provenance", "recorded": clock.now().isoformat(),
        "target": [refer(address) for address in targets],
        "agent": [{
            "type": {"coding": [public(f"{HL7}provenance-participant-type", "assembler")]}, "who": refer(who),
            "onBehalfOf": refer(name_of("clinic", clinic.pk)),
        }],
        "extension": [
            {"url": f"{EXTENSION}knowledge-version", "valueString": shipped_library().version},
            {"url": f"{EXTENSION}code-version", "valueString": code_version()},
        ],
    }  # fmt: skip


def validated(told: Resource) -> str:
    """The JSON of a bundle that R4B accepts; raises ValidationError for one it does not."""
    from fhir.resources.R4B.bundle import Bundle  # it takes half a second to load, and few workers exchange

    return str(Bundle.model_validate(told).model_dump_json(exclude_none=True))
