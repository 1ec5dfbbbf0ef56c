"""`manage.py apply_retention`: whose record is older than is kept; erases them only with `--erase`."""

from __future__ import annotations

from argparse import ArgumentParser
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError

from easepath.clinic.actions.erase_client import erase_client
from easepath.clinic.retention import old_records


class Command(BaseCommand):
    """Erase the records that are older than is kept."""

    help = "List archived clients whose record is older than EASEPATH_RETENTION_YEARS; with --erase, erase them."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """`--erase`."""
        parser.add_argument("--erase", action="store_true", help="erase them; without it nothing is changed")

    def handle(self, *args: Any, **options: Any) -> None:
        """List, and erase where asked."""
        if settings.RETENTION_YEARS is None:
            raise CommandError("set EASEPATH_RETENTION_YEARS to the years that records are kept here")
        due = old_records()
        for client in due:
            self.stdout.write(f"client {client.pk}, archived {client.archived_at:%Y-%m-%d}")
            if options["erase"]:
                erase_client(None, client, name=str(client))
        done = "erased" if options["erase"] else "would be erased; run again with --erase"
        self.stdout.write(f"{len(due)} {done}")
