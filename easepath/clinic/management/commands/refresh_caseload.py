"""`manage.py refresh_caseload`: work out and store every caseload line that is not of today."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand

from easepath.clinic.caseload_lines import write_lines
from easepath.clinic.models import Complaint


class Command(BaseCommand):
    """Writes every line that is not current, for every clinic."""

    help = "Work out and store every caseload line that is not of today."

    def handle(self, *_: Any, **__: Any) -> None:
        """Say how many lines were written."""
        self.stdout.write(f"{write_lines(Complaint.objects.all())} caseload lines written")
