"""`python -m benchmarks.load`: clinics of 500 clients under 1, 4 and 16 people at once, in a file and on a server.

Each person saves a story, then reads it, over HTTP, one client each, as fast as answers come. Beside it stands what the
records alone bear: an act of one row with its entry in the audit trail, without anything being worked out.
"""

from __future__ import annotations

import argparse
import json
import os
import subprocess
import sys
import tempfile
import threading
import time
from collections.abc import Callable, Iterator, Sequence
from contextlib import ExitStack, contextmanager
from dataclasses import dataclass
from pathlib import Path

from benchmarks.postgres import server
from benchmarks.records import Records
from benchmarks.served import ROOT, Caller, Served, environment

CROWDS = (1, 4, 16)
PEOPLE = max(CROWDS)
FILL = """
import sys, django
django.setup()
from django.db import transaction
from django.db.models import F, Value
from django.db.models.functions import Concat
from benchmarks.clinic import fill
from easepath.clinic.models import Clinic, User
for number in range(int(sys.argv[1])):
    with transaction.atomic():
        fill(int(sys.argv[2]), int(sys.argv[3]))
    newest = Clinic.objects.order_by("-pk").first()
    User.objects.filter(clinic=newest).update(username=Concat(F("username"), Value(f"-{number}")))
"""
BARE = """
import json, sys, time, django
django.setup()
from django.db import OperationalError, transaction
from easepath.clinic.acting import note
from easepath.clinic.models import Clinic, Complaint, User
who, seconds = int(sys.argv[1]), float(sys.argv[2])
clinics = list(Clinic.objects.order_by("pk"))
clinic = clinics[who % len(clinics)]
actor = User.objects.filter(clinic=clinic).first()
complaint = Complaint.objects.filter(client__clinic=clinic).order_by("pk")[who]
print("ready", flush=True)
sys.stdin.readline()
taken, refused, end = [], 0, time.perf_counter() + seconds
while time.perf_counter() < end:
    begun = time.perf_counter()
    try:
        with transaction.atomic():
            Complaint.objects.select_for_update().get(pk=complaint.pk)
            note(actor, complaint, "load", {})
    except OperationalError:  # it waited too long for the others
        refused += 1
        continue
    taken.append((time.perf_counter() - begun) * 1000)
print(json.dumps([taken, refused]))
"""


@dataclass(frozen=True)
class Told:
    """How many a second, how long 95 of 100 took at the most, in milliseconds, and how many waited too long."""

    a_second: float
    high: float
    refused: int = 0

    @classmethod
    def of(cls, taken: Sequence[float], seconds: float, refused: int = 0) -> Told:
        """From the milliseconds of each."""
        ordered = sorted(taken)
        return cls(len(ordered) / seconds, ordered[int(0.95 * (len(ordered) - 1))], refused)

    def __str__(self) -> str:
        return f"{self.a_second:7.1f}/s  95th {self.high:7.1f} ms" + (
            f"  {self.refused} refused" if self.refused else ""
        )


class Person(threading.Thread):
    """Somebody who does one thing again and again."""

    def __init__(self, do: Callable[[], None], until: float) -> None:
        super().__init__(daemon=True)
        self.do, self.until, self.taken = do, until, list[float]()

    def run(self) -> None:
        """Until the time is over."""
        while time.perf_counter() < self.until:
            begun = time.perf_counter()
            self.do()
            self.taken.append((time.perf_counter() - begun) * 1000)


@dataclass
class Desk:
    """Somebody of the clinic with a visit in front of them."""

    caller: Caller
    path: str
    stands: dict[str, object]

    def save(self) -> None:
        """The story once more, in other words."""
        story = {**self.stands["story"], "words": f"told at {time.perf_counter()}"}  # type: ignore[dict-item]
        status, answer = self.caller.call("PUT", self.path, {**self.stands, "story": story}, seconds=120)
        assert status == 200, answer
        self.stands |= {name: answer[name] for name in ("revision", "person_revision")}

    def read(self) -> None:
        """The story as it stands."""
        status, answer = self.caller.call("GET", self.path, seconds=120)
        assert status == 200, answer


def desks(served: Served, clinics: int) -> list[Desk]:
    """So many people over the clinics, each with another client."""
    query = (
        "select v.id from clinic_visit v join clinic_complaint c on c.id = v.complaint_id join clinic_client p "
        "on p.id = c.client_id join clinic_user u on u.clinic_id = p.clinic_id where u.username = ? order by v.id desc"
    )
    found = []
    for number in range(PEOPLE):
        name = f"hanne-{number % clinics}"
        visit = served.records.ask(query, name)[number // clinics][0]
        path, caller = f"/api/visits/{visit}/story", Caller(served.base, name)
        read = caller.call("GET", path)[1]
        found.append(Desk(caller, path, {name: read[name] for name in ("revision", "person_revision", "story")}))
    return found


def crowd(acts: Sequence[Callable[[], None]], seconds: float) -> Told:
    """Everybody at once for so long."""
    until = time.perf_counter() + seconds
    people = [Person(act, until) for act in acts]
    for person in people:
        person.start()
    for person in people:
        person.join()
    return Told.of([one for person in people for one in person.taken], seconds)


def bare(records: Records, var: Path, many: int, seconds: float) -> Told:
    """Acts of one row each, by so many processes."""
    told = environment(var, EASEPATH_DATABASE_URL=records.url)
    started = [
        subprocess.Popen(
            [sys.executable, "-c", BARE, str(number), str(seconds)], cwd=ROOT, env=told, text=True,
            stdin=subprocess.PIPE, stdout=subprocess.PIPE,
        )
        for number in range(many)
    ]  # fmt: skip
    for process in started:
        assert process.stdout is not None
        assert process.stdout.readline() == "ready\n"
    answers = [json.loads(process.communicate()[0]) for process in _told_to_go(started)]
    return Told.of([one for taken, _ in answers for one in taken], seconds, sum(refused for _, refused in answers))


def _told_to_go(started: Sequence[subprocess.Popen[str]]) -> Sequence[subprocess.Popen[str]]:
    for process in started:
        assert process.stdin is not None
        process.stdin.write("go\n")
        process.stdin.flush()
    return started


def measured(records: Records, folder: Path, clinics: int, seconds: float) -> dict[tuple[str, int], Told]:
    """Saves, reads and acts of one row, by how many at once."""
    found: dict[tuple[str, int], Told] = {}
    served = Served(records, folder / "served", workers=os.cpu_count() or 2)
    served.start()
    try:
        people = desks(served, clinics)
        for many in CROWDS:
            found["saves", many] = crowd([one.save for one in people[:many]], seconds)
            found["reads", many] = crowd([one.read for one in people[:many]], seconds)
    finally:
        served.kill()
    for many in CROWDS:
        found["acts of one row", many] = bare(records, folder / "served", many, seconds)
    return found


def filled(records: Records, folder: Path, clinics: int, clients: int, days: int) -> Records:
    """The records with every clinic in them."""
    told = environment(folder, EASEPATH_DATABASE_URL=records.url)
    subprocess.run([sys.executable, "manage.py", "migrate", "--verbosity", "0"], cwd=ROOT, env=told, check=True)
    sizes = [str(clinics), str(clients), str(days)]
    subprocess.run([sys.executable, "-c", FILL, *sizes], cwd=ROOT, env=told, check=True)
    return records


@contextmanager
def databases(folder: Path) -> Iterator[dict[str, Records]]:
    """A file, and a server of its own where Debian's is installed."""
    with ExitStack() as stack:
        found = {"file": Records.in_file(folder / "easepath.sqlite3")}
        try:
            address = stack.enter_context(server(quick=False))
        except SystemExit as fault:
            print(f"a server is not measured: {fault}")
        else:
            os.environ["EASEPATH_DATABASE_URL"] = address
            found["server"] = Records.empty(folder)
        yield found


def main() -> None:
    """Fill, load, print both side by side with their ratio."""
    parser = argparse.ArgumentParser(prog="python -m benchmarks.load", description=__doc__)
    parser.add_argument("--clinics", type=int, default=4)
    parser.add_argument("--clients", type=int, default=500)
    parser.add_argument("--days", type=int, default=28, help="days of sessions at home of each client")
    parser.add_argument("--seconds", type=float, default=10)
    told = parser.parse_args()
    with tempfile.TemporaryDirectory() as name, databases(Path(name)) as found:
        results = {}
        for kind, records in found.items():
            folder = Path(name) / kind
            folder.mkdir()
            filled(records, folder, told.clinics, told.clients, told.days)
            results[kind] = measured(records, folder, told.clinics, told.seconds)
    print(f"{told.clinics} clinics of {told.clients} clients, {told.days} days of sessions each")
    for key in next(iter(results.values())):
        what, many = key
        words = [f"{kind} {one[key]}" for kind, one in results.items()]
        ratio = (
            f"   server/file {results['server'][key].a_second / results['file'][key].a_second:5.2f}"
            if "server" in results
            else ""
        )
        print(f"{what:<16} {many:>2} at once   {'   '.join(words)}{ratio}")


if __name__ == "__main__":
    main()
