"""A bundle that somebody brings: checked against R4B, and where it is one of ours, the record in it."""

from __future__ import annotations

import base64
import binascii
import datetime as dt
import hashlib
import json
from collections import Counter
from collections.abc import Iterator
from typing import Any, Final

from pydantic import ValidationError

from easepath.clinic.errors import FieldError
from easepath.clinic.record_rows import Tables
from easepath.interchange.fhir.bundle import RECORD_TYPE
from easepath.interchange.fhir.codes import OWN, Resource

MOST_FAULTS: Final = 5
"""Faults of a bundle that are told at once."""


def resources_of(told: Any) -> list[Resource]:
    """The resources of a bundle in their order; raises FieldError naming what R4B does not accept."""
    from fhir.resources.R4B.bundle import Bundle  # it takes half a second to load, and few workers exchange

    if not isinstance(told, dict) or told.get("resourceType") != "Bundle":
        raise FieldError({"bundle": "is no bundle: a file of resourceType Bundle is read"})
    try:
        Bundle.model_validate(told)
    except ValidationError as fault:
        first = [f"{'.'.join(map(str, one['loc']))}: {one['msg']}" for one in fault.errors()[:MOST_FAULTS]]
        raise FieldError({"bundle": "; ".join(first)}) from fault
    return [entry["resource"] for entry in told.get("entry", []) if "resource" in entry]


def own_record(resources: list[Resource]) -> Tables | None:
    """The record whole, where the bundle is one of ours; None for a foreign one.

    Raises FieldError where its attachment is damaged, or says something else than the readings beside it.
    """
    attached = [
        part["attachment"] for one in resources if one["resourceType"] == "DocumentReference"
        for part in one["content"] if part["attachment"].get("contentType") == RECORD_TYPE
    ]  # fmt: skip
    if not attached:
        return None
    try:
        data = base64.b64decode(attached[0]["data"], validate=True)
        tables: Tables = json.loads(data)
    except (KeyError, binascii.Error, ValueError) as fault:
        raise FieldError({"bundle": "its record cannot be read: ask for the file once more"}) from fault
    digest = base64.b64encode(hashlib.sha1(data, usedforsecurity=False).digest()).decode()
    if digest != attached[0].get("hash") or not _is_tables(tables):
        raise FieldError({"bundle": "its record was changed on the way: ask for the file once more"})
    if Counter(_readings(resources)) != Counter(_kept_readings(tables)):
        raise FieldError({"bundle": "its readings say something else than its record: it was changed on the way"})
    return tables


def _is_tables(told: Any) -> bool:
    rows = isinstance(told, dict) and all(isinstance(one, list) for one in told.values())
    return rows and all(isinstance(row, dict) for one in told.values() for row in one)


Reading = tuple[str, str, str, tuple[float, ...]]
"""Measure, side, day, and its trials."""


def _readings(resources: list[Resource]) -> Iterator[Reading]:
    for one in resources:
        measure = own_code(one.get("code", {}), "measures") if one["resourceType"] == "Observation" else ""
        if measure:
            trials = (part["valueQuantity"]["value"] for part in one.get("component", ()))
            side = own_code(one.get("bodySite", {}), "sides")
            yield measure, side, one["effectiveDateTime"], tuple(round(float(trial), 4) for trial in trials)


def _kept_readings(tables: Tables) -> Iterator[Reading]:
    for row in tables.get("sitting", []):
        if row["trials"]:
            yield row["measure"], row["side"], row["date"], tuple(round(float(trial), 4) for trial in row["trials"])


def own_code(concept: Resource, system: str) -> str:
    """The code of a concept in one of our own systems; empty where it has none."""
    codings = concept.get("coding", ())
    return next((str(one.get("code", "")) for one in codings if one.get("system") == f"{OWN}{system}"), "")


def words_of(concept: Resource | None) -> str:
    """A concept as a person reads it."""
    if not concept:
        return ""
    shown = (one.get("display") or one.get("code") for one in concept.get("coding", ()))
    return str(concept.get("text") or next((one for one in shown if one), ""))


def day_of(value: Any) -> dt.date | None:
    """The day of a date or a moment; a year or a month alone is no day."""
    try:
        return dt.date.fromisoformat(str(value)[:10]) if value else None
    except ValueError:
        return None


def sender_of(resources: list[Resource]) -> str:
    """The clinic that a bundle comes from."""
    return next((str(one.get("name", "")) for one in resources if one["resourceType"] == "Organization"), "elsewhere")
