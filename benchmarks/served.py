"""A real server on a database of its own: built once, copied, served, killed, served again."""

from __future__ import annotations

import json
import os
import signal
import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request
from http.cookiejar import CookieJar
from pathlib import Path
from typing import Any

from benchmarks.records import Records

ROOT = Path(__file__).parents[1]
TODAY = "2026-11-25"
PASSWORD = "river-lock-demo"
BUILD = """
import datetime, django
django.setup()
from easepath.standins.practice_clients import GROIN_CLIENTS, live
from easepath.standins.practice_clinic import make_clinic
made = make_clinic()
for person in GROIN_CLIENTS:
    live(made.clinician, person, datetime.date(2026, 11, 25))
"""


def environment(var: Path, **more: str) -> dict[str, str]:
    """What a server in that folder runs with."""
    return {
        **os.environ, "DJANGO_SETTINGS_MODULE": "easepath.settings", "EASEPATH_VAR": str(var), "EASEPATH_TODAY": TODAY,
        "EASEPATH_LOG": "error", "EASEPATH_TIMER": "0", "PYTHONPATH": str(ROOT), **more,
    }  # fmt: skip


def build(var: Path) -> Records:
    """The practice clinic as records of its own."""
    var.mkdir(parents=True, exist_ok=True)
    records = Records.empty(var)
    for command in (["manage.py", "migrate", "--verbosity", "0"], ["-c", BUILD]):
        told = environment(var, EASEPATH_DATABASE_URL=records.url)
        subprocess.run([sys.executable, *command], cwd=ROOT, env=told, check=True)
    return records


class Served:
    """A server on some records."""

    def __init__(self, records: Records, var: Path, workers: int = 2, **more: str) -> None:
        self.workers, self.more = workers, more
        self.nursery: subprocess.Popen[str] | None = None
        self.leader = 0
        var.mkdir(parents=True, exist_ok=True)
        self.var, self.records = var, records
        (var / "static").mkdir(exist_ok=True)
        with socket.socket() as free:
            free.bind(("127.0.0.1", 0))
            self.port: int = free.getsockname()[1]
        self.base = f"http://127.0.0.1:{self.port}"
        self.process: subprocess.Popen[bytes] | None = None

    def start(self) -> None:
        """Serve, and wait until it answers."""
        self.leader = self._forked() if self.nursery else self._started()
        deadline = time.monotonic() + 60
        while time.monotonic() < deadline:
            try:
                with urllib.request.urlopen(f"{self.base}/healthz", timeout=5):
                    return
            except (urllib.error.URLError, OSError):
                time.sleep(0.05)
        raise TimeoutError("the server did not come up within a minute")

    @property
    def environment(self) -> dict[str, str]:
        """What its processes run with."""
        return environment(
            self.var, EASEPATH_BIND=f"127.0.0.1:{self.port}", EASEPATH_WORKERS=str(self.workers),
            EASEPATH_DATABASE_URL=self.records.url, **self.more,
        )  # fmt: skip

    def _started(self) -> int:
        command = [str(Path(sys.executable).parent / "gunicorn"), "easepath.wsgi", "--control-socket", f"{self.var}/g"]
        self.process = subprocess.Popen(command, cwd=ROOT, env=self.environment, start_new_session=True)
        return self.process.pid

    def raise_nursery(self) -> None:
        """From now on a start is a fork of a process that has everything imported: a moment instead of seconds."""
        command = [sys.executable, "-m", "benchmarks.nursery", f"{self.var}/g"]
        self.nursery = subprocess.Popen(
            command, cwd=ROOT, env=self.environment, text=True, stdin=subprocess.PIPE, stdout=subprocess.PIPE
        )

    def _forked(self) -> int:
        assert self.nursery is not None
        assert self.nursery.stdin is not None
        assert self.nursery.stdout is not None
        self.nursery.stdin.write("start\n")
        self.nursery.stdin.flush()
        return int(self.nursery.stdout.readline())

    def kill(self) -> None:
        """End it and every worker at once, as a power cut does."""
        os.killpg(self.leader, signal.SIGKILL)
        if self.process is not None:
            self.process.wait()
            self.process = None

    def close(self) -> None:
        """End the nursery as well."""
        if self.nursery is not None:
            self.nursery.kill()
            self.nursery.wait()


class Caller:
    """A browser without a screen: cookies, the token of the page, JSON."""

    def __init__(self, base: str, username: str = "hanne") -> None:
        self.base, self.jar = base, CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))
        self.call("GET", "/api/session")
        status, answer = self.call("POST", "/api/session", {"username": username, "password": PASSWORD})
        if status != 200:
            raise RuntimeError(f"signing in gave {status}: {answer}")

    def call(self, method: str, path: str, body: Any = None, seconds: float = 30) -> tuple[int, Any]:
        """Status and answer; raises OSError where the server went away."""
        data = None if body is None and method == "GET" else json.dumps(body or {}).encode()
        headers = {"Content-Type": "application/json", "X-CSRFToken": self.token}
        request = urllib.request.Request(f"{self.base}{path}", data=data, headers=headers, method=method)
        try:
            with self.opener.open(request, timeout=seconds) as answer:
                return answer.status, json.loads(answer.read() or b"null")
        except urllib.error.HTTPError as refused:
            return refused.code, json.loads(refused.read() or b"null")

    @property
    def token(self) -> str:
        """The token of the page."""
        return next((cookie.value or "" for cookie in self.jar if cookie.name == "csrftoken"), "")
