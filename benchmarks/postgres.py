"""A PostgreSQL server of one's own for one run: `python -m benchmarks.postgres COMMAND ...`, gone afterwards.

A server that is there already is used instead where EASEPATH_DATABASE_URL names one.
"""

from __future__ import annotations

import os
import pwd
import shutil
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

HOMES = Path("/usr/lib/postgresql")
"""Where Debian keeps every version of the server."""
ALONE = "-c listen_addresses='' -c max_connections=200"
"""Nobody outside reaches it."""
QUICK = "-c fsync=off -c synchronous_commit=off -c full_page_writes=off"
"""The rows of a test need not survive a loss of power."""
NOBODY = "postgres"
"""The server refuses to run for root: it runs for the user that Debian makes for it."""


@contextmanager
def server(*, quick: bool = True) -> Iterator[str]:
    """The address of an empty server, stopped and cleared away at the end; `quick` forgets at a loss of power."""
    found = sorted(HOMES.glob("*/bin/initdb"), key=lambda path: int(path.parts[-3]))
    if not found:
        raise SystemExit("no PostgreSQL server is installed: `make test-postgres` installs Debian's")
    programs = found[-1].parent
    folder = Path(tempfile.mkdtemp(prefix="pg-", dir="/tmp"))
    as_whom = ["runuser", "-u", NOBODY, "--"] if os.geteuid() == 0 else []
    if as_whom:
        os.chown(folder, pwd.getpwnam(NOBODY).pw_uid, -1)
    rows = folder / "rows"
    run = [*as_whom, str(programs / "pg_ctl"), "-D", str(rows), "-l", str(folder / "log"), "-w"]
    try:
        subprocess.run(
            [*as_whom, str(programs / "initdb"), "-D", str(rows), "-A", "trust", "-U", "easepath", "-E", "UTF8"],
            check=True, stdout=subprocess.DEVNULL, cwd="/",
        )  # fmt: skip
        subprocess.run(
            [*run, "-o", f"-k {folder} {ALONE} {QUICK if quick else ''}", "start"],
            check=True,
            stdout=subprocess.DEVNULL,
            cwd="/",
        )
        try:
            yield f"postgres://easepath@/postgres?host={folder}"
        finally:
            subprocess.run([*run, "-m", "immediate", "stop"], check=False, stdout=subprocess.DEVNULL, cwd="/")
    finally:
        shutil.rmtree(folder, ignore_errors=True)


def main(command: list[str]) -> int:
    """Run a command on the server that is named, else on one of its own; its exit code."""
    if os.environ.get("EASEPATH_DATABASE_URL", "").startswith("postgres"):
        return subprocess.run(command, check=False).returncode
    with server() as address:
        environment = {**os.environ, "EASEPATH_DATABASE_URL": address}
        return subprocess.run(command, env=environment, check=False).returncode


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
