"""`manage.py backup FILE`: a checked copy of the records, made while the server runs, for its owner alone."""

from __future__ import annotations

from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError
from django.db import connection

from easepath.clinic.copies import CopyError, file_of, make_copy


class Command(BaseCommand):
    """Copy the records."""

    help = "Copy the records into FILE, checked, while the server runs."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """The file."""
        parser.add_argument("file", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:
        """Copy, check, and say what the copy holds."""
        try:
            counted = make_copy(file_of(connection), options["file"])
        except CopyError as fault:
            raise CommandError(str(fault)) from fault
        held = ", ".join(f"{rows} {table.removeprefix('clinic_')}" for table, rows in counted.items())
        self.stdout.write(f"{options['file']}: sound, {held}")
