"""Codes and quantities: our own documented code systems beside public codes, units as UCUM writes them."""

from __future__ import annotations

import uuid
from typing import Any, Final

from easepath.core.knowledge import shipped_library

OWN: Final = "https://easepath.example/codes/"
"""Where our own code systems live; `docs/exchange.md` lists them."""
EXTENSION: Final = "https://easepath.example/extensions/"
IDENTIFIER: Final = "https://easepath.example/identifiers/client"
UCUM: Final = "http://unitsofmeasure.org"
ICD10: Final = "http://hl7.org/fhir/sid/icd-10"
LOINC: Final = "http://loinc.org"
HL7: Final = "http://terminology.hl7.org/CodeSystem/"
SCORE: Final = "{score}"
_SPACE: Final = uuid.UUID("5b0a4bb6-27e4-4c0e-9a52-7f5f0f1a6c11")
Resource = dict[str, Any]


def name_of(kind: str, *parts: object) -> str:
    """The address of a resource inside a bundle: the same row has the same in every bundle."""
    return f"urn:uuid:{uuid.uuid5(_SPACE, ' '.join(map(str, (kind, *parts))))}"


def refer(address: str, words: str = "") -> Resource:
    """A reference to a resource of the bundle."""
    return {"reference": address, **({"display": words} if words else {})}


def concept(system: str, code: str, words: str, *others: Resource) -> Resource:
    """A concept of one of our own code systems, with public codes for the same."""
    own = {"system": f"{OWN}{system}", "code": code, "display": words}
    return {"coding": [own, *others], "text": words}


def public(system: str, code: str, words: str = "") -> Resource:
    """A code of a public system."""
    return {"system": system, "code": code, **({"display": words} if words else {})}


def measure_concept(measure: str) -> Resource:
    """The concept of a measure, with its public code where one is certain."""
    library = shipped_library()
    known = library.public_codes.get(measure)
    others = [public(known.system, known.code, known.name)] if known else []
    return concept("measures", measure, library.measures[measure].name, *others)


def quantity(value: float, ucum: str, unit: str = "") -> Resource:
    """A value with its unit as UCUM writes it."""
    return {"value": round(value, 4), "unit": unit or ucum, "system": UCUM, "code": ucum}


def measured(value: float, measure: str) -> Resource:
    """A value in the unit of a measure."""
    library = shipped_library()
    unit = library.measures[measure].unit
    return quantity(value, library.units[unit].ucum, unit)


def own_part(name: str, **value: Any) -> Resource:
    """An extension of our own with one value."""
    return {"url": f"{EXTENSION}{name}", **value}
