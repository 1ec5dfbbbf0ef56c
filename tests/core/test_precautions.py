"""The first page of a sheet: what a client minds whatever the drill, and what a limit on a movement means."""

from __future__ import annotations

import re
from dataclasses import replace

import pytest

from easepath.core.compose.precautions import limits_of, precautions_of
from easepath.core.errors import Problem, UnknownIdError
from easepath.core.facts import ClientFactor, Limit
from easepath.core.knowledge.client_checks import check_client_words
from easepath.core.phrases import Phrases
from tests.core.build import LIBRARY, client, complaint, matched


def said(*factors: str, **changes: object) -> tuple[str, ...]:
    people = client(factors=tuple(ClientFactor(id=one) for one in factors), **changes)
    return precautions_of(matched(client=people, complaint=complaint()).screen)


def test_what_a_client_minds_stands_once_and_in_the_order_recorded() -> None:
    lines = said("falls-risk", "blood-thinner", "bleeding-disorder", "falls-risk", age=74)
    assert [line.partition(":")[0] for line in lines] == [
        "Your balance",
        "You take a blood thinner",
        "You bleed easily",
    ]
    assert all("call" in line.lower() for line in lines)
    assert said() == ()


LIMITS = {
    "a bend": (("hip-flexion", 70, "left"), "Do not bend your left hip past 70 degrees."),
    "a turn is not called a bend": (("hip-internal-rotation", 10, "left"), "Do not turn your left hip inwards past 10 degrees."),
    "both sides": (("knee-flexion", 90, None), "Do not bend either knee past 90 degrees."),
    "a weight": (("leg-load", 20, "right"), "Put no more than 20 kilograms on your right leg."),
}  # fmt: skip


@pytest.mark.parametrize(("limit", "sentence"), LIMITS.values(), ids=LIMITS.keys())
def test_a_limit_is_said_as_the_movement_it_is_on(limit: tuple[str, float, None], sentence: str) -> None:
    movement, degrees, side = limit
    assert limits_of(LIBRARY, (Limit(movement=movement, degrees=degrees, by="surgeon", side=side),)) == (sentence,)


def test_of_two_limits_on_one_movement_the_smaller_is_said() -> None:
    pair = [Limit(movement="hip-flexion", degrees=n, by="surgeon", side="left") for n in (90, 70)]
    for order in (pair, pair[::-1]):
        assert limits_of(LIBRARY, tuple(order)) == ("Do not bend your left hip past 70 degrees.",)


def test_a_line_written_for_clients_names_no_rule_and_fills_every_place() -> None:
    lines = [row.line for row in (*LIBRARY.precautions.values(), *LIBRARY.limit_lines.values())]
    assert not [line for line in lines if re.search(r"surgeon|exclude|modify|caution|%|verdict", line)]


FAULTS = {
    "a movement without words": ("hip-flexion", None, "missing: what a limit on it means to a client"),
    "a place that nothing fills": ("hip-flexion", "Not past {angle}.", "has a place for something that nothing fills"),
}


@pytest.mark.parametrize(("movement", "line", "why"), FAULTS.values(), ids=FAULTS.keys())
def test_the_check_finds_a_limit_that_a_client_could_not_read(movement: str, line: str | None, why: str) -> None:
    rows = dict(LIBRARY.limit_lines)
    was = rows.pop(movement)
    if line is not None:
        rows[movement] = was.model_copy(update={"line": line})
    problems: list[Problem] = []
    check_client_words(replace(LIBRARY, limit_lines=rows), problems)
    assert [problem.key for problem in problems] == [f"limit_lines.{movement}"]
    assert why in problems[0].reason


def test_a_phrase_that_is_not_there_is_named() -> None:
    words = Phrases(LIBRARY)
    assert words.say("times-a-day", n=1) == "once a day"
    assert words.say("times-a-day", n=3) == "3 times a day"
    assert (words.all_of([]), words.all_of(["a"]), words.all_of(["a", "b", "c"])) == ("", "a", "a, b and c")
    with pytest.raises(UnknownIdError, match="no-such-phrase"):
        words.say("no-such-phrase")
