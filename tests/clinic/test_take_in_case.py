"""A case file becomes a client of the practice clinic, and what differs from it is said."""

from __future__ import annotations

import datetime as dt
import json
from typing import Any

import pytest
import yaml

from easepath.clinic.actions.case_rows import sessions_of
from easepath.clinic.actions.take_in_case import TakenCase, differing, take_in_case
from easepath.clinic.errors import FieldError, NotAllowedError, RefusedError
from easepath.clinic.models import AuditEntry, Client, Clinic, RestOrder
from easepath.clinic.repository import read_complaint
from easepath.core.case import moved_to, parse_case
from easepath.core.case_text import case_text
from easepath.core.errors import CaseError
from easepath.core.facts import LogEntry
from easepath.standins.practice_life import live_through
from easepath.standins.practice_people import PEOPLE
from tests.clinic.test_walk import fresh
from tests.conftest import TODAY, World
from tests.core.build import LIBRARY, entry
from tests.core.test_cases import ALL

CASES = {name: case for name, _, _, case in ALL if case["expect"] != [{"exit": 2}]}
OTHERWISE = {
    "two-sessions-one-day": "hold only here",
    "reading-of-another-complaint": "2 readings taken for another complaint",
    "stage-of-the-hip-is-told": "the stage of an operation that is not this complaint",
    "swaps-look-at-each-other": "low back fully rounded",
    "a-joint-pauses-its-own-side": "needs step",
}
"""Cases that no record can hold as they are, and what is said of them."""
MILDER = "numbness-in-another-complaint"


def written(case: dict[str, Any]) -> str:
    """A case as text; every text of JSON is one of YAML."""
    return json.dumps(case, default=str)


def taken(world: World, case: dict[str, Any] | str, *, keep: bool = False) -> TakenCase:
    return take_in_case(world.users["hanne"], case if isinstance(case, str) else written(case), keep=keep)


def test_the_rules_say_the_same_of_the_client_as_of_the_case(world: World) -> None:
    names = [name for name in CASES if name not in OTHERWISE and name != MILDER]
    assert {name: one.differs for name in names[::6] if (one := taken(world, CASES[name])).differs} == {}
    assert not Client.objects.filter(first_name="Case").exists(), "nothing is kept while it is only looked at"


@pytest.mark.parametrize("name", OTHERWISE)
def test_what_cannot_be_held_is_said(world: World, name: str) -> None:
    one = taken(world, CASES[name])
    assert one.differs
    assert OTHERWISE[name] in "\n".join([*one.left, *one.differs])


def test_a_check_of_a_landmark_is_said_to_be_left(world: World) -> None:
    case = CASES["groin-flared"]
    told = [{**case["log"][0], "check": {"back-pressure-loss-seconds": 3}}, *case["log"][1:]]
    assert taken(world, {**case, "log": told}).left == ("1 check of a drill's landmark",)


def test_a_case_that_would_be_milder_here_is_refused(world: World) -> None:
    with pytest.raises(RefusedError) as refused:
        taken(world, CASES[MILDER], keep=True)
    assert "the screen: emergency in the case, careful here" in refused.value.reasons
    assert not Client.objects.filter(first_name="Case").exists()


def lived(world: World, name: str) -> str:
    """The case of a practice client who has done sessions at home."""
    person, troubles = next((p, t) for p, t in PEOPLE if p.first_name == name)
    complaint = live_through(world.users["hanne"], person, troubles[:1], TODAY)[0]
    return case_text(read_complaint(complaint.pk).assessment, "one-of-ours")


@pytest.mark.parametrize("name", ["Greta", "Oda", "Levi"])
def test_a_case_that_left_comes_back_as_the_same(world: World, name: str) -> None:
    text = lived(world, name)
    one = taken(world, text, keep=True)
    assert (one.left, one.differs) == ((), ())
    complaint = one.visit.complaint
    again = read_complaint(complaint.pk)
    assert (str(complaint.client), again.at_visit, again.today) == ("Case one of ours", None, TODAY)
    assert len(again.facts.log) == len(parse_case(LIBRARY, yaml.safe_load(text)).situation.log)
    assert AuditEntry.objects.filter(action="take-in-case", client=complaint.client).count() == 1
    assert [row.drill for row in one.visit.draft_drills.all()] == [row.drill for row in again.facts.plan.drills]
    assert [row.closed_at is None for row in again.visits] == [False] * (len(again.visits) - 1) + [True]


def test_a_sign_that_a_case_tells_makes_its_drill_rest(world: World) -> None:
    case = {**CASES["groin-flared"], "log": [*CASES["groin-flared"]["log"]]}
    case["log"][-1] = {**case["log"][-1], "date": case["today"], "symptom": "sharp"}
    one = taken(world, case, keep=True)
    assert RestOrder.objects.filter(complaint=one.visit.complaint, cause="sign").exists()


@pytest.mark.parametrize(
    ("text", "why"),
    [
        ("a: [", "is not YAML"),
        ("a: &b [1]\nc: *b", "refers to a part of itself"),
        ("just words", "must be a mapping"),
        ("today: 2031-01-06", "client"),
        (written({**CASES["groin-flared"], "house_needs": []}), "unknown key"),
        (written({**CASES["groin-flared"], "today": "0002-01-01"}), "lies after today"),
    ],
)
def test_what_is_no_case_names_the_key(world: World, text: str, why: str) -> None:
    with pytest.raises(CaseError, match=why):
        taken(world, text)


def test_a_day_that_leaves_the_calendar_is_refused() -> None:
    facts = parse_case(LIBRARY, CASES["groin-flared"]).situation
    with pytest.raises(CaseError, match="leaves the calendar"):
        moved_to(facts, dt.date.min)


def test_a_case_is_nobodys_record(world: World) -> None:
    text = written(CASES["groin-flared"])
    with pytest.raises(NotAllowedError):
        take_in_case(world.users["jo"], text, keep=False)
    with pytest.raises(FieldError, match="longer than"):
        taken(world, text + "#" * 400_000)
    Clinic.objects.update(practice=False)
    hanne = type(world.users["hanne"]).objects.get(username="hanne")
    with pytest.raises(RefusedError, match="nobody's record"):
        take_in_case(hanne, text, keep=True)


SESSIONS: dict[str, tuple[list[LogEntry], list[int]]] = {
    "a-date-is-a-session": ([entry(3), entry(3, "iso-adduction"), entry(2)], [2, 1]),
    "until-a-drill-comes-again": ([entry(3), entry(3, "iso-adduction"), entry(3)], [2, 1]),
    "its-other-side-is-the-same-session": ([entry(3), entry(3, side="right")], [2]),
    "a-name-holds-them-together": ([entry(3, session="a"), entry(3, session="a")], [2]),
    "another-name-is-another": ([entry(3, session="a"), entry(3, "iso-adduction", session="b")], [1, 1]),
    "none": ([], []),
}


@pytest.mark.parametrize(("log", "sizes"), SESSIONS.values(), ids=SESSIONS.keys())
def test_what_is_one_session(log: list[LogEntry], sizes: list[int]) -> None:
    assert [len(one) for one in sessions_of(log)] == sizes


def test_a_difference_names_a_few_and_counts_the_others(world: World) -> None:
    there = read_complaint(fresh(world, "Marta").pk).assessment
    other = parse_case(LIBRARY, CASES["new-knee"])
    said = differing(there, type(there)(LIBRARY, other.situation))
    assert any("and " in line and " more" in line for line in said)
