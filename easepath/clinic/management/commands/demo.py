"""Load the practice clinic once and print how to sign in."""

from __future__ import annotations

import importlib
from typing import Any

from django.core.management.base import BaseCommand, CommandParser
from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.actions.home_links import new_link


class Command(BaseCommand):
    """Practice data relative to today; a second run keeps what is there."""

    help = "Load the practice clinic once and print how to sign in."

    def add_arguments(self, parser: CommandParser) -> None:
        """The address printed beside the sign-in."""
        parser.add_argument("--address", default="http://127.0.0.1:8000")
        parser.add_argument("--quiet", action="store_true", help="load without printing the sign-in")

    def handle(self, *_: Any, **options: Any) -> None:
        """Load unless there is a clinic already, then print the sign-in and a private link."""
        practice = importlib.import_module("easepath.standins.practice_clinic")
        clients = importlib.import_module("easepath.standins.practice_clients")
        if not models.Clinic.objects.exists():
            with transaction.atomic():
                made = practice.make_clinic()
                for person in clients.GROIN_CLIENTS:
                    clients.live(made.clinician, person, clock.today(made.clinic.time_zone))
        if options["quiet"]:
            return
        self._print(options["address"], practice)

    def _print(self, address: str, practice: Any) -> None:
        actor = models.User.objects.filter(username="hanne").first()
        first = models.Complaint.objects.filter(versions__isnull=False).order_by("pk").first()
        self.stdout.write(f"\nEase Path is at {address}\n")
        for username, _first, _last, role in practice.STAFF:
            self.stdout.write(f"  {role.label:<10} {username:<8} password {practice.PASSWORD}")
        if actor is not None and first is not None:
            link = new_link(actor, first)
            self.stdout.write(f"  {first.client.first_name}'s private link: {address}/h/{link}\n")
        self.stdout.write("Everybody in here is made up. Stop with Ctrl-C.\n")
