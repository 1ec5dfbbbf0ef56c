"""Writing the audit trail and checking it: every entry stands for all before it, so a missing or changed one shows."""

from __future__ import annotations

import datetime as dt
import hashlib
import json
import secrets
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

from django.db import transaction

from easepath.clinic import clock, models

FIRST = "0" * 64
"""What the first entry of a clinic is chained to."""


def record_event(
    action: str,
    *,
    clinic: models.Clinic | None,
    actor: models.User | None = None,
    client: models.Client | None = None,
    details: dict[str, Any] | None = None,
) -> models.AuditEntry:
    """Append one entry to the chain of a clinic; `actor` None is the client at home or the server itself."""
    text, salt = canonical(details or {}), secrets.token_hex(16)
    with transaction.atomic():
        if clinic is not None:  # nobody else numbers an entry of this clinic until the transaction ends
            models.Clinic.objects.select_for_update().filter(pk=clinic.pk).values_list("pk").get()
        before = models.AuditEntry.objects.filter(clinic=clinic).order_by("-number").first()
        entry = models.AuditEntry(
            clinic=clinic, client=client, actor=actor, action=action, at=clock.now(),
            number=before.number + 1 if before else 1, digest=digest_of(salt, text),
        )  # fmt: skip
        entry.chain = chain_of(before.chain if before else FIRST, entry)
        entry.save(force_insert=True)
        models.AuditValues.objects.create(entry=entry, salt=salt, text=text)
    return entry


def canonical(details: dict[str, Any]) -> str:
    """Values as the one text their digest is made of."""
    return json.dumps(details, sort_keys=True, ensure_ascii=False, separators=(",", ":"), default=str)


def digest_of(salt: str, text: str) -> str:
    """What stands for the values of an entry; without the salt nobody can try out what they were."""
    return hashlib.sha256(f"{salt}|{text}".encode()).hexdigest()


def chain_of(before: str, entry: models.AuditEntry) -> str:
    """What stands for an entry and all before it."""
    at = entry.at.astimezone(dt.UTC).isoformat()
    parts = (before, entry.number, entry.clinic_id, entry.client_id, entry.actor_id, entry.action, at, entry.digest)
    return hashlib.sha256("|".join(str(part) for part in parts).encode()).hexdigest()


@dataclass(frozen=True)
class Checked:
    """A clinic's chain: how many entries, how many without values since their client was erased, what is wrong.

    `last` is the chain's end: noted outside, it shows later whether entries at the end were taken away.
    """

    entries: int
    emptied: int
    last: str
    faults: tuple[str, ...]


def check_chain(clinic: models.Clinic | None) -> Checked:
    """Read a whole chain and name every entry that is missing, changed, or empty though its client is not erased."""
    entries = models.AuditEntry.objects.filter(clinic=clinic).select_related("values", "client").order_by("number")
    before, expected, emptied = FIRST, 0, 0
    faults: list[str] = []
    for entry in entries.iterator():
        expected += 1
        faults += _faults_of(entry, before, expected)
        emptied += not hasattr(entry, "values")
        before, expected = entry.chain, entry.number
    return Checked(entries.count(), emptied, before, tuple(faults))


def _faults_of(entry: models.AuditEntry, before: str, expected: int) -> Iterator[str]:
    if entry.number != expected:
        yield f"entry {expected} is missing: {entry.number} follows"
    if entry.chain != chain_of(before, entry):
        yield f"entry {entry.number} does not follow from the one before: one of them was changed"
    values = getattr(entry, "values", None)
    if values is None and (entry.client is None or entry.client.erased_at is None):
        yield f"entry {entry.number} has lost its values, and its client was not erased"
    if values is not None and digest_of(values.salt, values.text) != entry.digest:
        yield f"the values of entry {entry.number} were changed"
