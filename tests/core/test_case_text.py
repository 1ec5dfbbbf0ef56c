"""A case file that names nobody: read again it is the same situation on other days, with the same results."""

from __future__ import annotations

import datetime as dt

import pytest
import yaml

from easepath.core.assessment import Assessment
from easepath.core.case import parse_case
from easepath.core.case_text import TODAY, case_text
from easepath.core.facts import Situation
from tests.core.build import LIBRARY
from tests.core.test_cases import ALL

CASES = {name: case for name, _, _, case in ALL if case["expect"] != [{"exit": 2}]}
NAMES = ("Quist", "Lind", "Ostrow")


def again(name: str) -> tuple[Assessment, Assessment, str]:
    first = parse_case(LIBRARY, CASES[name]).situation
    text = case_text(Assessment(LIBRARY, first), "one of them")
    second = parse_case(LIBRARY, yaml.safe_load(text)).situation
    return Assessment(LIBRARY, first), Assessment(LIBRARY, second), text


@pytest.mark.parametrize("name", CASES)
def test_read_again_it_tells_the_same(name: str) -> None:
    first, second, _ = again(name)
    assert second.facts.today == TODAY
    assert (second.screen.outcome, second.screen.irritability.level) == (
        first.screen.outcome,
        first.screen.irritability.level,
    )
    assert second.screen.flags.unanswered == first.screen.flags.unanswered
    assert [one.drill.id for one in second.matcher.result.ranked] == [
        one.drill.id for one in first.matcher.result.ranked
    ]
    told = [(one.drill.id, one.decision and one.decision.action) for one in first.review.drills]
    assert [(one.drill.id, one.decision and one.decision.action) for one in second.review.drills] == told


def test_no_word_of_anybody_and_no_day_is_left() -> None:
    first = parse_case(LIBRARY, CASES["groin-flared"]).situation
    told = {name: getattr(first, name) for name in Situation.model_fields}
    one = first.log[0].model_copy(update={"stopped": "Dr Quist told me", "session": "a1"})
    text = case_text(Assessment(LIBRARY, Situation(**{**told, "log": (one, *first.log[1:])})), "x")
    assert "broken off" in text
    assert not [word for word in (*NAMES, "a1", str(first.today), str(one.date)) if word in text]
    assert (
        min(entry.date for entry in parse_case(LIBRARY, yaml.safe_load(text)).situation.log) - TODAY
        == min(entry.date for entry in first.log) - first.today
    )


def test_days_keep_their_distance() -> None:
    first, second, _ = again("groin-flared")
    assert [TODAY - entry.date for entry in second.log] == [first.facts.today - entry.date for entry in first.log]
    assert isinstance(second.facts.log[0].date, dt.date)
