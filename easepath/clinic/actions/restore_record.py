"""Take a client's whole record in from another clinic: every row, under new numbers, or nothing at all."""

from __future__ import annotations

import hashlib
import json
import uuid
from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any, Final

from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction
from django.db import models as fields

from easepath.clinic import models
from easepath.clinic.acting import note_person
from easepath.clinic.errors import FieldError, RefusedError
from easepath.clinic.policies import require
from easepath.clinic.record_rows import OWN, Tables, travelling
from easepath.clinic.repository import read_records
from easepath.core.errors import CaseError, UnknownIdError

MOST_ROWS: Final = 60_000
"""Rows of one record: ten years of sessions with eight drills each fit."""
AGREED_THERE: Final[Mapping[type[fields.Model], Mapping[str, Any]]] = {
    models.Client: {"consent_on": None},
    models.Complaint: {"told_by": "", "remind_at": [], "visit_on": None, "visit_at": None},
}
"""What the client agreed with the other clinic, and has to be asked again: consent, being told, the next visit."""
TWICE: Final = "this record was taken in already"


def origin_of(tables: Tables) -> str:
    """What tells one record from every other, whoever took it along: a digest of its rows."""
    return hashlib.sha256(json.dumps(tables, sort_keys=True, default=str).encode()).hexdigest()


def restore_record(actor: models.User, tables: Tables, *, sender: str) -> models.Client:
    """Write every row of a record for the actor's clinic; raises FieldError naming the row and field that cannot be.

    Staff of the `sender` become names that nobody signs in with. What was recorded is read once before it stays:
    facts that cannot be read are refused, and nothing is kept.
    """
    assert actor.clinic is not None
    require(actor, "import-record", actor.clinic)
    _check(tables)
    try:
        with transaction.atomic():
            restoring = _Restoring(actor.clinic, sender, tables)
            client = restoring.run()
            note_person(actor, client, "import-record", {"from": sender, "origin": client.origin})
            _read_through(client)
    except IntegrityError as fault:
        raise RefusedError(TWICE, ["open the client that is here"]) from fault
    return client


def _check(tables: Tables) -> None:
    known = {name for name, _, _ in travelling()}
    unknown = set(tables) - known
    if unknown:
        raise FieldError({"record": f"holds {', '.join(sorted(unknown))}, which this version does not know"})
    if len(tables.get("client", [])) != 1:
        raise FieldError({"record": "does not hold exactly one client"})
    if sum(len(rows) for rows in tables.values()) > MOST_ROWS:
        raise FieldError({"record": f"holds more than {MOST_ROWS} rows"})


def _read_through(client: models.Client) -> None:
    for record in read_records(models.Complaint.objects.filter(client=client)):
        try:
            _ = record.assessment.review, record.assessment.screen.outcome
        except (CaseError, UnknownIdError) as fault:
            raise FieldError({"record": f"cannot be read here: {fault}"}) from fault


@dataclass
class _Restoring:
    """One record on its way into a clinic: old numbers to new rows."""

    clinic: models.Clinic
    sender: str
    tables: Tables
    made: dict[tuple[type[fields.Model], Any], fields.Model] = field(default_factory=dict)
    staff: dict[str, models.User] = field(default_factory=dict)
    key: uuid.UUID = field(default_factory=uuid.uuid4)

    def run(self) -> models.Client:
        """Write table after table; returns the client."""
        for name, model, _ in travelling():
            rows = [self._row(name, n, model, row) for n, row in enumerate(self.tables.get(name, []))]
            model._default_manager.bulk_create([made for _, made in rows], batch_size=200)
            self.made |= {(model, old): made for old, made in rows}
        client = next(made for (model, _), made in self.made.items() if model is models.Client)
        assert isinstance(client, models.Client)
        return client

    def _row(self, name: str, n: int, model: type[fields.Model], row: Mapping[str, Any]) -> tuple[Any, fields.Model]:
        columns = {one.name: one for one in model._meta.local_concrete_fields if one.name not in OWN}
        unknown = set(row) - set(columns)
        if unknown:
            raise FieldError({f"{name}.{n}.{one}": "is not known to this version" for one in unknown})
        values: dict[str, Any] = {}
        for told, value in row.items():
            column = columns[told]
            if column.primary_key and not isinstance(column, fields.UUIDField):
                continue
            try:
                values[column.attname if column.is_relation else told] = self._value(column, value)
            except (ValidationError, ValueError, TypeError, KeyError) as fault:
                why = "; ".join(fault.messages) if isinstance(fault, ValidationError) else "names no row of this record"
                raise FieldError({f"{name}.{n}.{told}": why}) from fault
        values |= AGREED_THERE.get(model, {})
        if model is models.Client:
            values |= {"clinic": self.clinic, "origin": origin_of(self.tables)}
        return row.get(model._meta.pk.name), model(**values)

    def _value(self, column: fields.Field[Any, Any], value: Any) -> Any:
        """A value as its column holds it; raises what says why it cannot."""
        if value is None:
            if not column.null:
                raise ValidationError("is empty and may not be")
            return None
        if column.related_model is models.User:
            return self._who(str(value)).pk
        if column.is_relation:
            related = column.related_model
            assert isinstance(related, type)
            if isinstance(related._meta.pk, fields.UUIDField):
                return self._new_id(value)
            return self.made[related, value].pk
        if isinstance(column, fields.UUIDField):
            return self._new_id(value)
        found = column.to_python(value)
        if found not in column.empty_values:
            column.run_validators(found)
            if column.choices and found not in dict(column.flatchoices):
                raise ValidationError(f"“{found}” is none of its words")
        return found

    def _new_id(self, old: Any) -> uuid.UUID:
        """The same row has the same new id wherever it is named."""
        return uuid.uuid5(self.key, str(uuid.UUID(str(old))))

    def _who(self, name: str) -> models.User:
        """A name of the sender's staff: it stands at what they did, and nobody signs in with it."""
        if name not in self.staff:
            digest = hashlib.sha256(f"{self.clinic.pk} {self.sender} {name}".encode()).hexdigest()[:16]
            first, _, last = name.partition(" ")
            who, new = models.User.objects.get_or_create(
                username=f"elsewhere-{digest}",
                defaults={"first_name": first[:150], "last_name": f"{last} ({self.sender})".strip()[:150],
                          "clinic": self.clinic, "role": models.Role.ASSISTANT, "is_active": False},
            )  # fmt: skip
            if new:
                who.set_unusable_password()
                who.save(update_fields=["password"])
            self.staff[name] = who
        return self.staff[name]
