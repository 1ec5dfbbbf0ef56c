"""Set something for a whole clinic, or end it: by a lead, with a reason, beside what the product ships."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from string import Formatter
from typing import Final, Literal

from django.db import IntegrityError, transaction
from django.db import models as fields

from easepath.clinic import clock, models
from easepath.clinic.audit import record_event
from easepath.clinic.errors import FieldError, NotFoundError, RefusedError
from easepath.clinic.facts.desk import hours_fault
from easepath.clinic.facts.house import WORK, expected_by, hours_of
from easepath.clinic.models.house import BINDING
from easepath.clinic.policies import require
from easepath.core.knowledge import shipped_library

Kind = Literal["drill", "profile", "method", "need", "hours", "text"]
TEXTS: Final = ("message-link", "message-new", "remind-session", "remind-visit", "remind-visit-at")
"""What is sent to clients, and may be said in the house's own words."""
LONGEST: Final = 300


def set_house(actor: models.User, kind: Kind, key: str, value: str, reason: str) -> models.HouseRow:
    """Set one thing from now on; what was set before of the same ends with it. Raises FieldError naming the field."""
    clinic = _clinic(actor)
    found = _FAULTS[kind](key, value.strip())
    if not reason.strip() or len(reason.strip()) > LONGEST:
        found["reason"] = f"says why, in at most {LONGEST} letters"
    if found:
        raise FieldError(found)
    try:
        return keep_row(actor, clinic, kind, key, value.strip(), reason.strip())
    except IntegrityError as fault:
        raise RefusedError("somebody set the same a moment ago", ["look at it again"]) from fault


def keep_row(
    actor: models.User, clinic: models.Clinic, kind: str, key: str, value: str, reason: str
) -> models.HouseRow:
    """Write a row that was checked, and end the one before it."""
    with transaction.atomic():
        _end(actor, models.HouseRow.objects.filter(clinic=clinic, kind=kind, key=key, ended_at=None))
        row = models.HouseRow.objects.create(
            clinic=clinic, kind=kind, key=key, value=value, reason=reason, set_by=actor, set_at=clock.now()
        )
        _note(actor, clinic, "set-house", {"kind": kind, "key": key, "value": value, "reason": reason})
    return row


def end_house(actor: models.User, row: int) -> None:
    """From now on what the product ships holds again."""
    clinic = _clinic(actor)
    found = models.HouseRow.objects.filter(pk=row, clinic=clinic, ended_at=None).exclude(kind="role")
    one = found.first()
    if one is None:
        raise NotFoundError("nothing of that number is set in this clinic")
    with transaction.atomic():
        _end(actor, found)
        _note(actor, clinic, "end-house", {"kind": one.kind, "key": one.key})


def _clinic(actor: models.User) -> models.Clinic:
    assert actor.clinic is not None
    require(actor, "set-house", actor.clinic)
    return actor.clinic


def _end(actor: models.User, rows: fields.QuerySet[models.HouseRow]) -> None:
    rows.update(ended_by=actor, ended_at=clock.now())


def _note(actor: models.User, clinic: models.Clinic, name: str, details: Mapping[str, str]) -> None:
    """The audit entry; where it is a fact of every client, the mark that what was worked out for them is old."""
    if details["kind"] in BINDING:
        models.Complaint.objects.filter(client__clinic=clinic).update(changes=fields.F("changes") + 1, status_on=None)
    record_event(name, clinic=clinic, client=None, actor=actor, details=dict(details))


def _drill(key: str, value: str) -> dict[str, str]:
    return {} if key in shipped_library().drills else {"key": "is no drill of this product"}


def _profile(key: str, value: str) -> dict[str, str]:
    return {} if key in shipped_library().conditions else {"key": "is no condition of this product"}


def _method(key: str, value: str) -> dict[str, str]:
    library, found = shipped_library(), {}
    if not any(key in drill.needs for drill in library.drills.values()):
        found["key"] = "is no need that a drill meets"
    if value not in library.methods:
        found["value"] = "is no method of this product"
    return found


def _need(key: str, value: str) -> dict[str, str]:
    """A weight stands for what the condition ships: for a need that the condition names, and for nothing found."""
    condition, need = expected_by(key)
    row = shipped_library().conditions.get(condition)
    if row is None:
        return {"key": "names no condition of this product"}
    found = {} if need in row.needs else {"key": f"is no need that {row.name.lower()} expects"}
    if not re.fullmatch(r"0(\.\d{1,2})?|1(\.0{1,2})?", value):
        found["value"] = "lies between 0 and 100 of 100"
    return found


def _hours(key: str, value: str) -> dict[str, str]:
    if key != WORK:
        return {"key": f"is {WORK!r}: a clinic has one set of hours"}
    try:
        fault = hours_fault(hours_of(value))
    except ValueError:
        fault = "needs two times of day, as in 09:00 and 17:00, and the minutes between breaks, as in 90"
    return {"value": fault} if fault else {}


def _text(key: str, value: str) -> dict[str, str]:
    """Own words say everything that the shipped ones fill in: a link, a day, a number to call."""
    if key not in TEXTS:
        return {"key": "is no message that is sent to clients"}
    if not value or len(value) > LONGEST:
        return {"value": f"is empty, or longer than {LONGEST} letters"}
    try:
        named = {name for _, name, form, how in Formatter().parse(value) if name is not None and not (form or how)}
        strange = "{" in re.sub(r"\{[a-z]+\}", "", value) or "}" in re.sub(r"\{[a-z]+\}", "", value)
    except ValueError:
        return {"value": "has a brace that is not closed"}
    needed = {name for _, name, _, _ in Formatter().parse(shipped_library().phrases[key].text) if name}
    if strange or named - needed:
        return {"value": f"may hold {', '.join(f'{{{one}}}' for one in sorted(needed))} and no other brace"}
    if needed - named:
        return {"value": f"lacks {', '.join(f'{{{one}}}' for one in sorted(needed - named))}, which is filled in"}
    return {}


_FAULTS: Final[Mapping[Kind, Callable[[str, str], dict[str, str]]]] = {
    "drill": _drill, "profile": _profile, "method": _method, "need": _need, "hours": _hours, "text": _text,
}  # fmt: skip
