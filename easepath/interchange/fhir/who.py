"""Who it is about and who acted: Patient, Organization, Practitioner, and what the client came with (Condition)."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from easepath.clinic import models
from easepath.clinic.repository import Record
from easepath.core.knowledge import shipped_library
from easepath.interchange.fhir.codes import (
    HL7,
    ICD10,
    IDENTIFIER,
    Resource,
    concept,
    name_of,
    public,
    refer,
)  # fmt: skip

GENDERS: Final = {"f": "female", "m": "male", "x": "other", "": "unknown"}
STATUS: Final = f"{HL7}condition-clinical"


def patient(client: models.Client) -> tuple[str, Resource]:
    """The client."""
    told: Resource = {
        "resourceType": "Patient",
        "identifier": [{"system": IDENTIFIER, "value": name_of("client", client.clinic_id, client.pk)[9:]}],
        "name": [{"family": client.last_name, "given": [client.first_name]}],
        "gender": GENDERS[client.sex],
        "managingOrganization": refer(clinic_address(client.clinic), client.clinic.name),
    }
    if client.birth_date:
        told["birthDate"] = str(client.birth_date)
    ways = [("phone", client.telephone), ("email", client.email)]
    if any(value for _, value in ways):
        told["telecom"] = [{"system": system, "value": value} for system, value in ways if value]
    return patient_address(client), told


def patient_address(client: models.Client) -> str:
    """Where a client stands in a bundle."""
    return name_of("client", client.clinic_id, client.pk)


def clinic_address(clinic: models.Clinic) -> str:
    """Where a clinic stands in a bundle."""
    return name_of("clinic", clinic.pk)


def organization(clinic: models.Clinic) -> tuple[str, Resource]:
    """The clinic."""
    told: Resource = {
        "resourceType": "Organization", "name": clinic.name,
        "telecom": [{"system": "phone", "value": clinic.phone}],
    }  # fmt: skip
    return clinic_address(clinic), told


def practitioner(user: models.User) -> tuple[str, Resource]:
    """Somebody of the staff."""
    name: Resource = {"text": user.name}
    if user.last_name:
        name |= {"family": user.last_name, "given": [user.first_name] if user.first_name else ["-"]}
    return name_of("staff", user.pk), {"resourceType": "Practitioner", "name": [name]}


def complaint_address(complaint: models.Complaint) -> str:
    """Where a complaint stands in a bundle."""
    return name_of("complaint", complaint.pk)


def conditions(record: Record) -> Iterator[tuple[str, Resource]]:
    """The complaint, and every background factor that is confirmed or waits to be."""
    complaint, library = record.complaint, shipped_library()
    subject = refer(patient_address(complaint.client))
    profile = library.conditions.get(complaint.condition)
    told: Resource = {
        "resourceType": "Condition", "subject": subject,
        "clinicalStatus": _status("resolved" if complaint.closed_at else "active"),
        "category": [concept("categories", "complaint", "Complaint")],
        "code": concept("conditions", profile.id, profile.name, public(ICD10, profile.icd10))
        if profile else {"text": complaint.words or "not named yet"},
    }  # fmt: skip
    if complaint.since:
        told["onsetDateTime"] = str(complaint.since)
    if complaint.side:
        told["bodySite"] = [concept("sides", complaint.side, complaint.side)]
    if complaint.words:
        told["note"] = [{"text": complaint.words}]
    yield complaint_address(complaint), told
    for row in record.factors:
        yield name_of("factor", row.id), _factor(subject, row.factor, row.side, row.since, to_confirm=row.to_confirm)


def _factor(subject: Resource, factor: str, side: str, since: object, *, to_confirm: bool) -> Resource:
    told: Resource = {
        "resourceType": "Condition", "subject": subject, "clinicalStatus": _status("active"),
        "verificationStatus": {"coding": [
            public(f"{HL7}condition-ver-status", "unconfirmed" if to_confirm else "confirmed")
        ]},
        "category": [concept("categories", "background", "Background factor")],
        "code": concept("factors", factor, shipped_library().factors[factor].name),
    }  # fmt: skip
    if side:
        told["bodySite"] = [concept("sides", side, side)]
    if since:
        told["onsetDateTime"] = str(since)
    return told


def _status(code: str) -> Resource:
    return {"coding": [public(STATUS, code)]}
