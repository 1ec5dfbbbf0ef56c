"""`manage.py work`: a process that does the jobs of the installation, for web processes that keep no clock."""

from __future__ import annotations

import signal
import threading
from argparse import ArgumentParser
from typing import Any

from django.core.management.base import BaseCommand

from easepath.clinic.timer import tick

EVERY_SECONDS = 5
"""A job that a web process or another worker laid down waits no longer."""


class Command(BaseCommand):
    """Lays down the jobs whose turn it is and does what waits, until it is told to stop."""

    help = "Do the jobs of this installation; any number of these may run. Set EASEPATH_TIMER=0 for the web processes."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """`--once`."""
        parser.add_argument("--once", action="store_true", help="do what waits now, then end")

    def handle(self, *_: Any, **options: Any) -> None:
        """Work; a signal ends it after the job it is at."""
        if options["once"]:
            self.stdout.write(f"{tick()} jobs done")
            return
        stop = threading.Event()
        for one in (signal.SIGINT, signal.SIGTERM):
            signal.signal(one, lambda *_: stop.set())
        self.stdout.write("at work")
        self.stdout.flush()
        while not stop.is_set():
            tick()
            stop.wait(EVERY_SECONDS)
