"""`python -m benchmarks.kill N`: kill the server N times while people save; prints acknowledged, stored and lost.

Three people save stories of three clients as fast as they can. The server and every worker are killed at a random
moment and started again; every save that was acknowledged has to be there, the database and the audit trail whole.
"""

from __future__ import annotations

import argparse
import http.client
import random
import subprocess
import sys
import tempfile
import threading
import time
from dataclasses import dataclass, field
from pathlib import Path

from benchmarks.records import Records
from benchmarks.served import ROOT, Caller, Served, build

CLIENTS = ("Marta", "Tom", "Ines")
LOST = (OSError, http.client.HTTPException, ValueError)
"""What a caller meets when the server goes away in the middle."""
REPORT = 50


@dataclass
class Counted:
    """What came of it."""

    kills: int = 0
    acknowledged: int = 0
    stored: int = 0
    lost: int = 0
    faults: list[str] = field(default_factory=list)


class Saver(threading.Thread):
    """One person who saves a story again and again until the server is gone."""

    def __init__(self, caller: Caller, visit: int) -> None:
        super().__init__(daemon=True)
        self.caller, self.visit = caller, visit
        self.path = f"/api/visits/{visit}/story"
        self.saved: list[tuple[int, str]] = []

    def run(self) -> None:
        """Save until it fails."""
        try:
            _, read = self.caller.call("GET", self.path)
            revision, story = read["revision"], read["story"]
            while True:
                words = f"told {revision + 1}"
                sent = {**read, "revision": revision, "story": {**story, "words": words}}
                body = {key: sent[key] for key in ("revision", "person_revision", "story")}
                status, answer = self.caller.call("PUT", self.path, body)
                if status != 200:
                    return
                revision = answer["revision"]
                self.saved.append((revision, words))
        except LOST:
            return


def run(kills: int, seed: int, folder: Path, template: Records | None = None) -> Counted:
    """Kill so many times, and count."""
    chance, counted = random.Random(seed), Counted()
    records = template.copied(folder) if template else build(folder)
    served = Served(records, folder / "served", workers=1)
    served.raise_nursery()
    served.start()
    people = {name: Caller(served.base) for name in CLIENTS}
    visits = {name: _visit(people[name], served.records, name) for name in CLIENTS}
    for _ in range(kills):
        savers = [Saver(people[name], visits[name]) for name in CLIENTS]
        for saver in savers:
            saver.start()
        _wait(savers, chance.randint(1, 12))
        time.sleep(chance.uniform(0, 0.1))
        served.kill()
        for saver in savers:
            saver.join()
        served.start()
        counted.kills += 1
        for saver in savers:
            _count(counted, saver)
        if counted.kills % REPORT == 0:
            print(counted, file=sys.stderr, flush=True)
    served.kill()
    served.close()
    counted.faults += _whole(served)
    return counted


def _wait(savers: list[Saver], saves: int) -> None:
    """Until so many saves were acknowledged, for a minute at the most."""
    deadline = time.monotonic() + 60
    while sum(len(saver.saved) for saver in savers) < saves and time.monotonic() < deadline:
        time.sleep(0.005)


def _visit(caller: Caller, records: Records, name: str) -> int:
    query = "select c.id from clinic_complaint c join clinic_client p on p.id = c.client_id where p.first_name = ?"
    ((complaint,),) = records.ask(query, name)
    _, opened = caller.call("POST", f"/api/complaints/{complaint}/visits")
    visit: int = opened["visit"]
    return visit


def _count(counted: Counted, saver: Saver) -> None:
    """Every acknowledged save is stored: the last of them, or one that was under way when the server died."""
    counted.acknowledged += len(saver.saved)
    _, read = saver.caller.call("GET", saver.path)
    revision, words = saver.saved[-1] if saver.saved else (0, "")
    missing = max(0, revision - read["revision"])
    counted.lost += missing
    counted.stored += len(saver.saved) - missing
    if saver.saved and read["revision"] == revision and read["story"]["words"] != words:
        counted.faults.append(f"revision {revision} of visit {saver.visit} holds {read['story']['words']!r}")


def _whole(served: Served) -> list[str]:
    """Faults of the database and of the audit trail."""
    found = served.records.faults()
    done = subprocess.run(
        [sys.executable, "manage.py", "verify_audit"], cwd=ROOT, env=served.environment, capture_output=True,
        text=True, check=False,
    )  # fmt: skip
    return found + ([] if done.returncode == 0 else [done.stderr])


def main() -> int:
    """Kill, count, print; 1 where anything was lost."""
    parser = argparse.ArgumentParser(prog="python -m benchmarks.kill", description=__doc__)
    parser.add_argument("kills", type=int, nargs="?", default=1000)
    parser.add_argument("--seed", type=int, default=1)
    options = parser.parse_args()
    with tempfile.TemporaryDirectory() as folder:
        counted = run(options.kills, options.seed, Path(folder))
    print(f"{counted.kills} kills: {counted.acknowledged} acknowledged, {counted.stored} stored, {counted.lost} lost")
    print("\n".join(counted.faults) or "database and audit trail whole")
    return 1 if counted.lost or counted.faults else 0


if __name__ == "__main__":
    raise SystemExit(main())
