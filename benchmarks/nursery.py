"""`python -m benchmarks.nursery SOCKET`: for each line read, forks a server off and prints the number of its process.

Everything is imported before the fork, so that a server that is killed again and again comes up in a moment. What is
forked is the server as it always runs: its own session, a master and its workers, and a database nobody had open.
"""

from __future__ import annotations

import os
import signal
import sys
from importlib import import_module

from gunicorn.app.wsgiapp import WSGIApplication

from easepath.core.knowledge import shipped_library


def main() -> None:
    """Fork until the input ends."""
    socket = sys.argv[1]
    import_module("easepath.wsgi")
    import_module("easepath.urls")
    shipped_library()
    signal.signal(signal.SIGCHLD, signal.SIG_IGN)  # nobody waits for a server that was killed
    for _ in sys.stdin:
        pid = os.fork()
        if pid == 0:
            _serve(socket)
        print(pid, flush=True)


def _serve(socket: str) -> None:
    os.setsid()
    signal.signal(signal.SIGCHLD, signal.SIG_DFL)
    os.dup2(2, 1)
    sys.argv = ["gunicorn", "easepath.wsgi", "--control-socket", socket]
    WSGIApplication("%(prog)s [OPTIONS] [APP_MODULE]").run()
    os._exit(0)


if __name__ == "__main__":
    main()
