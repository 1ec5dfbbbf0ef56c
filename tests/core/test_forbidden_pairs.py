"""Every profile for every kind of untypical client: no composed session holds what that client must never be given."""

from __future__ import annotations

from functools import cache
from pathlib import Path
from typing import Any

import pytest

from easepath.core.assessment import Assessment
from easepath.core.case import parse_case
from easepath.core.compose import Composed, Prescription, compose
from easepath.core.knowledge.loader import load_strict_yaml
from easepath.core.match import Matcher
from easepath.core.vocabulary import SIDES, other_side
from tests.core.build import LIBRARY

PAIRS: list[dict[str, Any]] = load_strict_yaml(
    (Path(__file__).parents[1] / "data" / "forbidden-pairs.yaml").read_text()
)
PERSON = {
    "sex": "x", "minutes": 20, "per_day": 2, "days_per_week": 5, "places": ["floor", "bed", "chair", "desk", "wall", "stand"],
    "equipment": sorted(LIBRARY.standins), "confidence": "normal", "sits_square": True,
}  # fmt: skip
COMPLAINT = {
    "days_since": 120, "pain": {"now": 1, "rest": 0, "worst": 4, "usual": 2}, "settle_minutes": 20, "wakes": "no",
    "answers_default": "no",
}  # fmt: skip


@cache
def composed(who: str, condition: str) -> tuple[Matcher, Composed]:
    pair = next(pair for pair in PAIRS if pair["who"] == who)
    side = pair.get("side", "left")
    facts = {
        "case": who, "why": who, "today": "2031-03-14", "client": {**PERSON, **pair["client"]},
        "complaint": {**COMPLAINT, "condition": condition, "side": side},
    }  # fmt: skip
    matcher = Assessment(LIBRARY, parse_case(LIBRARY, facts).situation).matcher
    return matcher, compose(matcher)


def loads(matcher: Matcher, item: Prescription, side: str | None) -> set[str]:
    """What a drill does where it is done, to a side or to the whole person."""
    mode = matcher.screen.rules.mode(item.drill, item.method, item.place)
    done = (
        SIDES
        if any(one.side == "both" for one in item.sides)
        else [s for s in SIDES if s in {one.side for one in item.sides}]
    )
    found = set()
    for exposure, who in mode.loads:
        loaded = set(done) if who == "drilled" else {other_side(one) for one in done}
        if side is None or who == "whole" or side in loaded:
            found.add(exposure)
    return found


@pytest.mark.parametrize("pair", PAIRS, ids=[pair["who"].replace(" ", "-") for pair in PAIRS])
def test_no_session_holds_what_this_client_must_never_be_given(pair: dict[str, Any]) -> None:
    assert set(pair.get("never", ())) <= set(LIBRARY.exposures)
    assert set(pair.get("never_drills", ())) <= set(LIBRARY.drills)
    faults = []
    for condition in LIBRARY.conditions:
        matcher, found = composed(pair["who"], condition)
        if pair.get("no_program"):
            assert found.drills == ()
            assert found.reason is not None
            continue
        if len(found.drills) > pair.get("most", 7):
            faults.append(f"{condition}: {len(found.drills)} drills")
        for item in found.drills:
            never = loads(matcher, item, pair.get("side")) & set(pair.get("never", ()))
            faults += [f"{condition}: {item.drill.id} at {item.place}: {exposure}" for exposure in sorted(never)]
            if item.drill.id in pair.get("never_drills", ()) or item.place in pair.get("never_places", ()):
                faults.append(f"{condition}: {item.drill.id} at {item.place}")
    assert not faults, f"{pair['who']}:\n" + "\n".join(faults)


def test_most_of_these_clients_are_still_given_something_to_do() -> None:
    """A library that refuses everything would be safe and of no use."""
    given = [
        bool(composed(pair["who"], condition)[1].drills)
        for pair in PAIRS if not pair.get("no_program") for condition in LIBRARY.conditions
    ]  # fmt: skip
    assert sum(given) > 0.9 * len(given)
