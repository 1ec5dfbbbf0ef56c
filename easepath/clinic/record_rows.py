"""The rows of one client as plain tables: everything that belongs to a person, for export and for another clinic."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Any, Final

from django.db import models as fields

from easepath.clinic import models

KEPT: Final[tuple[tuple[type[fields.Model], str], ...]] = (
    (models.Client, "pk"),
    (models.ClientFactor, "client"),
    (models.Limit, "client"),
    (models.Complaint, "client"),
    (models.Answer, "complaint__client"),
    (models.Clearance, "complaint__client"),
    (models.Override, "complaint__client"),
    (models.Visit, "complaint__client"),
    (models.VisitStep, "visit__complaint__client"),
    (models.KeptFacts, "complaint__client"),
    (models.ScreeningResult, "visit__complaint__client"),
    (models.Sitting, "client"),
    (models.Goal, "complaint__client"),
    (models.Tryout, "complaint__client"),
    (models.DraftDrill, "visit__complaint__client"),
    (models.PlanVersion, "complaint__client"),
    (models.PlanDrill, "version__complaint__client"),
    (models.HomeLink, "complaint__client"),
    (models.SessionLog, "complaint__client"),
    (models.SessionDrill, "session__complaint__client"),
    (models.SessionCount, "session__complaint__client"),
    (models.HomeCheck, "complaint__client"),
    (models.RestOrder, "complaint__client"),
    (models.SignAnswer, "complaint__client"),
    (models.MorningReport, "session__complaint__client"),
    (models.Review, "complaint__client"),
    (models.Proposal, "review__complaint__client"),
    (models.Document, "complaint__client"),
    (models.OutcomeTold, "complaint__client"),
    (models.Message, "complaint__client"),
    (models.Dispatch, "complaint__client"),
    (models.AuditEntry, "client"),
)
"""Every kind of row that belongs to a client, what others name before them, and how it finds the client."""
STAYS: Final = frozenset({models.HomeLink, models.Dispatch, models.AuditEntry})
"""What does not go to another clinic: private links, what this clinic sent, and its own trail."""
OWN: Final = frozenset(
    {"status", "status_on", "status_basis", "changes", "revision", "changed_by", "merged_into", "origin"}
)
"""Columns that are the installation's own."""
Tables = Mapping[str, list[dict[str, Any]]]


def travelling() -> Iterator[tuple[str, type[fields.Model], str]]:
    """What goes to another clinic: the name of its table, its model, and how it finds the client."""
    for model, path in KEPT:
        if model not in STAYS:
            yield model._meta.model_name or "", model, path


def tables_of(client: models.Client) -> Tables:
    """The rows of a client that go to another clinic, table by table; staff stand in them by name."""
    return {name: [_row(row) for row in _rows(model, path, client)] for name, model, path in travelling()}


def _rows(model: type[fields.Model], path: str, client: models.Client) -> Iterator[fields.Model]:
    staff = [field.name for field in model._meta.local_concrete_fields if field.related_model is models.User]
    yield from model._default_manager.filter(**{path: client.pk}).select_related(*staff).order_by("pk")


def _row(row: fields.Model) -> dict[str, Any]:
    return {
        field.name: _plain(row, field) for field in row._meta.local_concrete_fields
        if field.name not in OWN and field.related_model is not models.Clinic
    }  # fmt: skip


def _plain(row: fields.Model, field: fields.Field[Any, Any]) -> Any:
    if field.related_model is models.User:
        who = getattr(row, field.name)
        return None if who is None else who.name
    value = getattr(row, field.attname)
    return value if value is None or isinstance(field, fields.JSONField | fields.BooleanField) else _told(value)


def _told(value: Any) -> Any:
    """A value that JSON holds: a number as it is, a day, a moment and an id as text."""
    if isinstance(value, int | float | str):
        return value
    return value.isoformat() if hasattr(value, "isoformat") else str(value)
