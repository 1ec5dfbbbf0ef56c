"""Everything that is kept of one client, for the client: as JSON, as a table for each kind of row, or to read."""

from __future__ import annotations

import io
import json
import zipfile
from collections.abc import Iterator
from typing import Any, Final

from django.db import models as fields
from django.template.loader import render_to_string

from easepath.clinic import clock, models
from easepath.clinic.record_rows import KEPT
from easepath.interchange.table import table_of

NOT_THE_CLIENTS: Final = frozenset({"token_hash", "status", "status_on", "status_basis", "changes"})
"""Columns that are the server's own: a hash of a link, the worked-out line of the caseload."""
MOST_READ: Final = 300
"""Letters of one value on the paper."""
FORMATS: Final = {"json": "application/json", "csv": "application/zip", "pdf": "application/pdf"}


def client_record(client: models.Client) -> dict[str, Any]:
    """Every row of a client by the name of its table, as plain values; staff stand in it by name."""
    tables = {str(model._meta.verbose_name_plural): [*_rows(model, path, client)] for model, path in KEPT}
    return {"exported_on": str(clock.today(client.clinic.time_zone)), "clinic": client.clinic.name, **tables}


def export_client(client: models.Client, kind: str) -> bytes:
    """The record as a file of that kind: `json`, `csv` (a zip with one file for each table), or `pdf`."""
    record = client_record(client)
    if kind == "json":
        return json.dumps(record, ensure_ascii=False, indent=1, default=str).encode()
    tables = {name: rows for name, rows in record.items() if isinstance(rows, list) and rows}
    return _zip(tables) if kind == "csv" else _pdf(record, tables)


def _rows(model: type[fields.Model], path: str, client: models.Client) -> Iterator[dict[str, Any]]:
    staff = [field.name for field in model._meta.local_concrete_fields if field.related_model is models.User]
    found = model._default_manager.filter(**{path: client.pk}).select_related(*staff).order_by("pk")
    if model is models.AuditEntry:
        found = found.select_related("actor", "values")
    for row in found:
        values = {
            field.name: _value(row, field) for field in model._meta.local_concrete_fields
            if field.name not in NOT_THE_CLIENTS
        }  # fmt: skip
        yield values | {"details": row.details} if isinstance(row, models.AuditEntry) else values


def _value(row: fields.Model, field: fields.Field[Any, Any]) -> Any:
    if field.related_model is models.User:
        who = getattr(row, field.name)
        return None if who is None else who.name
    value = getattr(row, field.attname)
    return value if isinstance(value, int | float | list | dict | None) else str(value)


def _zip(tables: dict[str, list[dict[str, Any]]]) -> bytes:
    packed = io.BytesIO()
    with zipfile.ZipFile(packed, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, rows in tables.items():
            archive.writestr(f"{name.replace(' ', '-')}.csv", table_of(rows, list(rows[0])))
    return packed.getvalue()


def _pdf(record: dict[str, Any], tables: dict[str, list[dict[str, Any]]]) -> bytes:
    shown = [{"name": name, "rows": [_read(row) for row in rows]} for name, rows in tables.items()]
    from easepath.interchange.paper import pdf_of  # it takes seconds to load, and few workers print

    return pdf_of(render_to_string("paper/record.html", {**record, "tables": shown}))


def _read(row: dict[str, Any]) -> dict[str, str]:
    """A row to be read: what is empty is left out, and of what is long its beginning; the other files hold it whole."""
    said = {key: str(value) for key, value in row.items() if value not in (None, "", [], {})}
    return {key: text if len(text) <= MOST_READ else f"{text[:MOST_READ]} …" for key, text in said.items()}
