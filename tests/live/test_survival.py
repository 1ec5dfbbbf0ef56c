"""What a real server bears: being killed while people save, and two long computations at once."""

from __future__ import annotations

import threading
from pathlib import Path

import pytest

from benchmarks import kill
from benchmarks.records import Records
from benchmarks.served import Caller, Served
from easepath.core.knowledge import shipped_library

pytestmark = pytest.mark.django_db  # the practice clinic that is served is made in the tests' database


def test_nothing_acknowledged_is_lost_when_the_server_is_killed(template: Records, tmp_path: Path) -> None:
    counted = kill.run(3, seed=7, folder=tmp_path, template=template)
    assert (counted.kills, counted.lost, counted.faults) == (3, 0, [])
    assert counted.acknowledged >= 3
    assert counted.stored == counted.acknowledged


def test_long_computations_leave_the_clinic_usable(served: Served) -> None:
    """Eight needs by hand for one client, composed twice at once: both end, and everybody else is answered meanwhile."""
    hanne, callum = Caller(served.base), Caller(served.base, "callum")
    line = next(line for line in hanne.call("GET", "/api/caseload")[1]["lines"] if line["name"] == "Ines Varga")
    visit = hanne.call("POST", f"/api/complaints/{line['complaint']}/visits")[1]["visit"]
    needs = sorted({need for drill in shipped_library().drills.values() for need in drill.needs})[::5]
    by_hand = {need: {"weight": 1, "reason": "all at once"} for need in needs}
    status, refused = hanne.call("PUT", f"/api/visits/{visit}/choices", {"revision": 0, "needs_set": by_hand})
    assert (status, len(by_hand) > 8) == (422, True)
    assert "at most 8" in refused["fields"]["needs_set"]
    eight = dict(list(by_hand.items())[:8])
    assert hanne.call("PUT", f"/api/visits/{visit}/choices", {"revision": 0, "needs_set": eight})[0] == 200
    answers: list[int] = []

    def compose() -> None:
        answers.append(hanne.call("GET", f"/api/visits/{visit}/plan/lengths", seconds=120)[0])

    busy = [threading.Thread(target=compose) for _ in range(2)]
    for one in busy:
        one.start()
    meanwhile = [callum.call("GET", "/api/caseload?sight=0")[0]]
    while any(one.is_alive() for one in busy):
        meanwhile.append(callum.call("GET", "/healthz")[0])
    assert answers == [200, 200]
    assert set(meanwhile) == {200}
