"""`manage.py add_authenticator USER`: a first second factor for support staff, who cannot sign in without one."""

from __future__ import annotations

from argparse import ArgumentParser
from typing import Any

from django.core.management.base import BaseCommand, CommandError

from easepath.clinic.account import second_factor
from easepath.clinic.errors import FieldError
from easepath.clinic.models import User


class Command(BaseCommand):
    """Set up an authenticator at the server's own terminal."""

    help = "Set up an authenticator for a user: prints the key, asks for the first code, prints recovery codes."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """The user's name."""
        parser.add_argument("username")

    def handle(self, *args: Any, **options: Any) -> None:
        """Print the key, take the first code."""
        user = User.objects.filter(username=options["username"]).first()
        if user is None:
            raise CommandError(f"there is no user {options['username']!r}")
        setup = second_factor.begin(user)
        self.stdout.write(f"Type this key into an authenticator: {setup.key}\nor open {setup.address}")
        try:
            _, codes = second_factor.confirm(user, input("The code it shows: "))
        except FieldError as fault:
            raise CommandError(str(fault)) from fault
        self.stdout.write("Recovery codes, each works once; they are shown only now:\n" + "\n".join(codes))
