"""`manage.py send_messages`: lay down the reminders of this minute, and send what is due."""

from __future__ import annotations

from typing import Any

from django.core.management.base import BaseCommand

from easepath.clinic.jobs import send_post


class Command(BaseCommand):
    """Sends what waits; for installations whose server does not keep its own clock."""

    help = "Lay down the reminders of this minute, and send what is due."

    def handle(self, *_: Any, **__: Any) -> None:
        """Say how many were sent."""
        self.stdout.write(f"{send_post.call()} messages sent")
