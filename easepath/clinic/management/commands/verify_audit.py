"""`manage.py verify_audit`: check the chain of every clinic and every seal; exit 1 and every fault by its name."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand, CommandError
from django.db import connection

from easepath.clinic.audit import check_chain
from easepath.clinic.models import AuditEntry, Clinic
from easepath.clinic.seals import missing_seals


class Command(BaseCommand):
    """Check the audit trail."""

    help = "Check the audit trail: every entry follows from the one before, and every seal is in the database."

    def handle(self, *args: Any, **options: Any) -> None:
        """Print one line for each clinic, with the end of its chain to be noted elsewhere."""
        faults = [f"the seal {name} is missing: run migrate" for name in missing_seals(connection)]
        clinics: list[Clinic | None] = list(Clinic.objects.order_by("pk"))
        if AuditEntry.objects.filter(clinic=None).exists():
            clinics.append(None)
        for clinic in clinics:
            found = check_chain(clinic)
            name = clinic.name if clinic else "support staff"
            words = f"{name}: {found.entries} entries, {found.emptied} emptied by an erasure, end {found.last}"
            self.stdout.write(words)
            faults += [f"{name}: {fault}" for fault in found.faults]
        if faults:
            raise CommandError("\n".join(faults), returncode=1)
