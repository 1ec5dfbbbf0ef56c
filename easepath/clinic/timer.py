"""The server's own clock: writes the caseload's lines after the clinic's midnight, and what a change left behind."""

from __future__ import annotations

import logging
import threading

from django.db import close_old_connections, connections

from easepath.clinic.caseload_lines import write_lines
from easepath.clinic.models import Complaint

LOG = logging.getLogger(__name__)
FIRST_SECONDS, EVERY_SECONDS = 5, 60
"""The first look leaves a server that starts to its first visitors."""


def tick() -> None:
    """Write what is not current; lines that are cost one look. A fault is logged and tried again at the next tick."""
    close_old_connections()
    try:
        write_lines(Complaint.objects.all())
    except Exception:
        LOG.exception("the caseload could not be refreshed")
    finally:
        connections.close_all()


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
