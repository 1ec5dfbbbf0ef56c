"""The server's own clock: writes the caseload's lines, calls due sessions to mind, sends what waits to be sent."""

from __future__ import annotations

import logging
import threading
from functools import partial

from django.db import close_old_connections, connections

from easepath.clinic import clock
from easepath.clinic.actions.dispatches import send_due
from easepath.clinic.caseload_lines import write_lines
from easepath.clinic.models import Complaint
from easepath.clinic.reminders import remind

LOG = logging.getLogger(__name__)
FIRST_SECONDS, EVERY_SECONDS = 5, 60
"""The first look leaves a server that starts to its first visitors."""


def tick() -> None:
    """Send and write what is due; where all is done it costs a look. A fault is logged and tried at the next tick."""
    close_old_connections()
    try:
        for what in (post, partial(write_lines, Complaint.objects.all())):
            try:
                what()
            except Exception:
                LOG.exception("a task of the server's own clock failed")
    finally:
        connections.close_all()


def post() -> int:
    """Lay down the reminders of this minute, and send what is due; returns how many went."""
    remind(clock.now())
    return send_due(clock.now())


def start() -> threading.Event:
    """Tick in a thread of this process until the event that is returned is set."""
    stop = threading.Event()

    def run() -> None:
        wait = FIRST_SECONDS
        while not stop.wait(wait):
            tick()
            wait = EVERY_SECONDS

    threading.Thread(target=run, name="caseload-timer", daemon=True).start()
    return stop
