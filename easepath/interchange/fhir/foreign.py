"""What of a foreign bundle becomes what here: shown line by line before anything is kept."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass, replace
from typing import Any, Final, Literal

from easepath.clinic.actions.open_client import Newcomer
from easepath.clinic.actions.take_in_foreign import LONGEST, ForeignReading, Told
from easepath.clinic.errors import FieldError
from easepath.core.knowledge import shipped_library
from easepath.core.knowledge.models import ForeignCode
from easepath.interchange.fhir.codes import UCUM, Resource
from easepath.interchange.fhir.reading import day_of, own_code, words_of

Becomes = Literal["person", "story", "medicine", "note", "factor", "reading", "nothing"]
SEXES: Final = {"female": "f", "male": "m", "other": "x"}
OVER: Final = {"resolved", "inactive", "remission", "entered-in-error", "refuted"}
"""What no longer holds; it is told in the note and binds nothing."""
OVER_NOW: Final = "it is over, and binds nothing"
OF: Final = {"MedicationStatement": "medicine", "AllergyIntolerance": "allergy", "Condition": "condition"}


@dataclass(frozen=True)
class Line:
    """One resource: what it says, and what it becomes here; `why` says why it becomes nothing, or only words."""

    n: int
    kind: str
    says: str
    becomes: Becomes
    name: str = ""
    factor: str = ""
    side: str = ""
    date: Any = None
    readings: tuple[ForeignReading, ...] = ()
    why: str = ""


def foreign_lines(resources: Sequence[Resource]) -> list[Line]:
    """Every resource of a bundle with what it becomes; raises FieldError for none or several patients."""
    patients = [one for one in resources if one["resourceType"] == "Patient"]
    if len(patients) != 1:
        raise FieldError({"bundle": f"holds {len(patients)} patients: one person is taken in at a time"})
    return [_line(n, one) for n, one in enumerate(resources)]


def _line(n: int, one: Resource) -> Line:
    kind = one["resourceType"]
    if kind == "Patient":
        person = newcomer(one)
        return Line(n, kind, f"{person.first_name} {person.last_name}", "person")
    if kind in OF:
        return _told(n, one)
    if kind == "Observation":
        return _observation(n, one)
    return Line(n, kind, words_of(one.get("code")) or kind, "nothing", why="this kind is not read")


def newcomer(one: Resource) -> Newcomer:
    """The person of a Patient; a name that is not given stays empty and is asked for."""
    name: Resource = next(iter(one.get("name", ())), {})
    given = " ".join(name.get("given", ()))
    telecom = {way.get("system"): str(way.get("value", "")) for way in reversed(one.get("telecom", ()))}
    words = str(name.get("text", "")).rpartition(" ")
    return Newcomer(
        first_name=given or words[0], last_name=str(name.get("family") or words[2]),
        birth_date=day_of(one.get("birthDate")), sex=SEXES.get(str(one.get("gender", "")), ""),
        telephone=telecom.get("phone", ""), email=telecom.get("email", ""),
    )  # fmt: skip


def _told(n: int, one: Resource) -> Line:
    """A medicine, an allergy or a condition: a factor where it is known as one, else words."""
    kind, of = one["resourceType"], OF[one["resourceType"]]
    concept = one.get("medicationCodeableConcept") if of == "medicine" else one.get("code")
    says = words_of(concept)
    date = day_of(one.get("onsetDateTime") or (one.get("effectivePeriod") or {}).get("start"))
    if not says:
        return Line(n, kind, "without a name", "nothing", why="nothing says what it is")
    if _is_over(one):
        return Line(n, kind, says, "note", date=date, why=OVER_NOW)
    known = next((row for row in shipped_library().foreign_codes.values() if row.of == of and _is(row, concept)), None)
    if known is not None:
        name = shipped_library().factors[known.factor].name
        return Line(n, kind, says, "factor", name=name, factor=known.factor, side=_side(one), date=date)
    words: Becomes = {"medicine": "medicine", "condition": "story"}.get(of, "note")  # type: ignore[assignment]
    return Line(n, kind, says, words, date=date, why="it is known to no factor here: read it, and add one by hand")


def _is(row: ForeignCode, concept: Resource | None) -> bool:
    codings = (concept or {}).get("coding", ())
    in_system = [str(one.get("code", "")) for one in codings if one.get("system") == row.system and row.system]
    told = " ".join([words_of(concept), *(str(one.get("display", "")) for one in codings)]).casefold()
    return any(code.startswith(row.prefixes) for code in in_system) or any(
        word.casefold() in told for word in row.words
    )


def _is_over(one: Resource) -> bool:
    status = one.get("status") if isinstance(one.get("status"), str) else ""
    states = [one.get("clinicalStatus"), one.get("verificationStatus")]
    codes = {str(code.get("code")) for state in states if state for code in state.get("coding", ())}
    return bool(codes & OVER) or status in {"stopped", "entered-in-error", "not-taken", "completed"}


def _side(one: Resource) -> str:
    sites = one.get("bodySite", [])
    words = " ".join(words_of(site) for site in (sites if isinstance(sites, list) else [sites])).casefold()
    return next((side for side in ("left", "right") if side in words), "")


def _observation(n: int, one: Resource) -> Line:
    """A reading of a measure we know, in its unit; anything else is shown and not taken."""
    says, code = words_of(one.get("code")), one.get("code", {})
    parts = [
        (code, one.get("valueQuantity")),
        *((p.get("code", {}), p.get("valueQuantity")) for p in one.get("component", ())),
    ]
    known = [(_measure(concept), value) for concept, value in parts if value and "value" in value]
    found = [_reading(n, one, measure, value) for measure, value in known if measure]
    if found:
        return _together(found)
    told = one.get("valueQuantity") or {}
    shown = f"{says} {told.get('value', '')} {told.get('unit', '')}".strip()
    return Line(n, "Observation", shown or "a reading", "nothing", why="its code is none of a measure here")


def _together(found: Sequence[Line]) -> Line:
    """The readings of one observation as one line: it is taken where every one of them can be."""
    whole = all(line.becomes == "reading" for line in found)
    return replace(
        found[0], says="; ".join(line.says for line in found), becomes="reading" if whole else "nothing",
        why="; ".join(line.why for line in found if line.why),
        readings=tuple(one for line in found for one in line.readings) if whole else (),
    )  # fmt: skip


def _measure(concept: Resource) -> str:
    library = shipped_library()
    own = own_code(concept, "measures")
    if own in library.measures:
        return own
    codes = {(one.get("system"), str(one.get("code"))) for one in concept.get("coding", ())}
    return next((row.id for row in library.public_codes.values() if (row.system, row.code) in codes), "")


def _reading(n: int, one: Resource, measure: str, value: Resource) -> Line:
    library = shipped_library()
    row = library.measures[measure]
    date, amount = day_of(one.get("effectiveDateTime")), float(value["value"])
    side = _side(one)
    says = f"{row.name}{f', {side}' if side else ''}: {amount:g} {value.get('unit') or value.get('code', '')}"
    why = ""
    if value.get("system") != UCUM or value.get("code") != library.units[row.unit].ucum:
        why = f"its unit is not {library.units[row.unit].ucum}"
    elif date is None:
        why = "it has no day"
    elif row.both_sides and not side:
        why = "it says no side"
    elif not row.valid[0] <= amount <= row.valid[1]:
        why = f"it is outside {row.valid[0]:g} to {row.valid[1]:g}"
    if why or date is None:
        return Line(n, "Observation", says, "nothing", why=why)
    reading = ForeignReading(measure, side if row.both_sides else "", date, (amount,))
    return Line(n, "Observation", says, "reading", name=row.name, side=side, date=date, readings=(reading,))


def told_of(resources: Sequence[Resource], take: Collection[int], *, somebody_else: bool) -> Told:
    """What was chosen of a bundle; the person always comes along."""
    lines = foreign_lines(resources)
    person = next(newcomer(resources[line.n]) for line in lines if line.becomes == "person")
    taken = [line for line in lines if line.n in take]
    story = [line for line in taken if line.becomes == "story"]
    beside = [line for line in taken if line.becomes == "note"]
    noted = [f"also told: {line.says}" for line in story[1:]]
    noted += [f"{'told as over' if line.why == OVER_NOW else 'allergy'}: {line.says}" for line in beside]
    medicines = [line.says for line in taken if OF.get(line.kind) == "medicine" and line.becomes != "note"]
    return Told(
        person=Newcomer(**{**vars(person), "somebody_else": somebody_else}),
        words=story[0].says[: LONGEST["words"]] if story else "", since=story[0].date if story else None,
        medicine=_fit(medicines, "medicine"),
        noted=_fit(noted, "noted"),
        factors=tuple(dict.fromkeys((line.factor, line.side) for line in taken if line.becomes == "factor")),
        readings=tuple(one for line in taken for one in line.readings),
    )  # fmt: skip


def _fit(words: Sequence[str], name: str) -> str:
    """Words in one field; raises FieldError where they do not fit, so that none is cut off unseen."""
    told = "; ".join(words)
    if len(told) > LONGEST[name]:
        raise FieldError({"take": f"is more than the record holds in one line ({LONGEST[name]} letters): choose fewer"})
    return told
