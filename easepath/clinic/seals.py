"""Seals in the database itself: what was recorded is only added to, whoever reaches the tables.

A seal is a trigger. It refuses every deletion and every change, but for texts about a person that an erasure blanks
while a row of `Erasing` stands. Migrations lift the seals and set them again; `verify_audit` says when one is missing.
"""

from __future__ import annotations

from collections.abc import Iterable

from django.db import models as fields
from django.db.backends.base.base import BaseDatabaseWrapper
from django.db.backends.utils import CursorWrapper

from easepath.clinic import models

SEALED: dict[type[fields.Model], tuple[str, ...]] = {
    models.AuditEntry: (),
    models.AuditValues: (),
    models.SessionLog: ("note",),
    models.SessionDrill: ("stopped", "felt_words"),
    models.HomeCheck: (),
    models.SignAnswer: ("reason",),
    models.SessionCount: ("reason",),
    models.MorningReport: (),
    models.PlanVersion: ("overridden", "elsewhere"),
    models.PlanDrill: ("reason", "names"),
    models.Clearance: ("doctor", "reason"),
    models.KeptFacts: ("facts",),
    models.Document: ("addressee", "passages"),
    models.OutcomeTold: ("activities",),
    models.Message: ("words", "speaks_of"),
}
"""Each sealed table with the texts that an erasure blanks."""
STILL_OPEN: dict[type[fields.Model], tuple[str, ...]] = {models.Message: ("read_at", "read_by")}
"""What of a sealed row is written later: that a message was read."""
EMPTIED = frozenset({models.AuditValues})
"""Tables whose rows an erasure removes."""
ERASING = f"EXISTS (SELECT 1 FROM {models.Erasing._meta.db_table})"


def seal(connection: BaseDatabaseWrapper) -> None:
    """Set every seal anew, on the tables that are there."""
    unseal(connection)
    there = set(connection.introspection.table_names())
    with connection.cursor() as cursor:
        for name, table, when, guard in _seals():
            if table in there:
                _set(cursor, connection.vendor, name, table, when, guard)


def unseal(connection: BaseDatabaseWrapper) -> None:
    """Lift every seal, for a migration."""
    there = set(connection.introspection.table_names())
    with connection.cursor() as cursor:
        for name, table, _, _ in _seals():
            if table in there:
                on = f" ON {table}" if connection.vendor == "postgresql" else ""
                cursor.execute(f"DROP TRIGGER IF EXISTS {name}{on}")


def missing_seals(connection: BaseDatabaseWrapper) -> list[str]:
    """The names of seals that are not in the database."""
    catalogue = "pg_trigger" if connection.vendor == "postgresql" else "sqlite_master WHERE type = 'trigger'"
    column = "tgname" if connection.vendor == "postgresql" else "name"
    with connection.cursor() as cursor:
        cursor.execute(f"SELECT {column} FROM {catalogue}")
        present = {row[0] for row in cursor.fetchall()}
    return [name for name, *_ in _seals() if name not in present]


def _seals() -> list[tuple[str, str, str, bool]]:
    """Every seal: name, table, what it refuses, and whether an erasure passes."""
    found = []
    for model, blanked in SEALED.items():
        table = model._meta.db_table
        columns = {field.name: str(field.column) for field in model._meta.local_concrete_fields}
        later = (*blanked, *STILL_OPEN.get(model, ()))
        kept = [column for name, column in columns.items() if name not in later]
        found.append((f"sealed_{table}_change", table, f"UPDATE OF {_columns(kept)}", False))
        if blanked:
            texts = _columns(columns[name] for name in blanked)
            found.append((f"sealed_{table}_blank", table, f"UPDATE OF {texts}", True))
        found.append((f"sealed_{table}_delete", table, "DELETE", model in EMPTIED))
    return found


def _columns(names: Iterable[str]) -> str:
    """Names of columns, quoted: one may be a word of the language."""
    return ", ".join(f'"{name}"' for name in names)


def _set(cursor: CursorWrapper, vendor: str, name: str, table: str, when: str, guard: bool) -> None:
    words = f"{table} is only added to"
    if vendor == "postgresql":
        test = f"IF NOT {ERASING} THEN {{}} END IF;" if guard else "{}"
        raised = test.format(f"RAISE EXCEPTION '{words}' USING ERRCODE = 'integrity_constraint_violation';")
        cursor.execute(
            f"CREATE OR REPLACE FUNCTION {name}() RETURNS trigger AS $$ BEGIN {raised} "
            "RETURN CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END; END $$ LANGUAGE plpgsql"
        )
        cursor.execute(f"CREATE TRIGGER {name} BEFORE {when} ON {table} FOR EACH ROW EXECUTE FUNCTION {name}()")
        return
    condition = f"WHEN NOT {ERASING}" if guard else ""
    cursor.execute(
        f"CREATE TRIGGER {name} BEFORE {when} ON {table} {condition} BEGIN SELECT RAISE(ABORT, '{words}'); END"
    )
