"""The server's own clock: lays down the jobs whose turn it is, and does them where no other process is to."""

from __future__ import annotations

import logging
import threading

from django.db import close_old_connections, connections

from easepath.clinic.jobs import lay_down_due, work_off

LOG = logging.getLogger(__name__)
FIRST_SECONDS, EVERY_SECONDS = 5, 60
"""The first look leaves a server that starts to its first visitors."""


def tick() -> int:
    """Lay down what is due and do what waits; returns how many jobs were done. A fault is tried at the next tick."""
    close_old_connections()
    try:
        lay_down_due()
        return work_off()
    except Exception:
        LOG.exception("the server's own clock failed")
        return 0
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
