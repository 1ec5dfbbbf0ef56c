"""`manage.py restore FILE`: put a copy in the place of the records; only while nothing serves them."""

from __future__ import annotations

from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError
from django.db import connection

from easepath.clinic.copies import CopyError, file_of, put_back


class Command(BaseCommand):
    """Put a copy back."""

    help = "Put the copy FILE in the place of the records; refused while a server uses them."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """The file."""
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        """Check, put back, and say where the former records are."""
        try:
            kept = put_back(options["file"], file_of(connection))
        except CopyError as fault:
            raise CommandError(str(fault)) from fault
        former = f"; the former ones are kept in {kept}" if kept else ""
        self.stdout.write(f"records restored from {options['file']}{former}. Now run: manage.py migrate")
