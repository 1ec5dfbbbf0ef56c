"""What follows from a review: rest at home, one line for the caseload, a change by hand, the readable difference."""

from __future__ import annotations

from typing import Any

import pytest

from easepath.core.adjust.attention import URGENCY, attention
from easepath.core.adjust.changes import check_change
from easepath.core.adjust.decision import To
from easepath.core.adjust.difference import VersionDrill, difference
from easepath.core.adjust.rest import Rest, rests_of
from easepath.core.assessment import Assessment
from easepath.core.errors import CaseError
from easepath.core.facts import LogEntry, Plan, PlannedDrill
from tests.core.build import LIBRARY, complaint, day, entry, factor, plan, situation
from tests.core.build import client as person

CALM = (entry(3), entry(2))


def assessed(*, asked_once: bool = False, **changes: Any) -> Assessment:
    """The groin client, assessed."""
    return Assessment(LIBRARY, situation(**changes), asked_once)


REST: dict[str, tuple[tuple[LogEntry, ...], int | None]] = {
    "a-flare-yesterday-rests-through-tomorrow": ((entry(1, next=6),), -1),
    "a-flare-two-days-ago-rests-today": ((entry(2, next=6),), 0),
    "three-days-ago-is-over": ((entry(3, next=6),), None),
    "the-latest-flare-counts": ((entry(2, next=6), entry(1, next=6)), -1),
    "a-stirred-session-rests-nothing": ((entry(1, next=3),), None),
    "of-a-drill-that-is-no-longer-planned-too": ((entry(1, "iso-adduction", "both", next=6),), -1),
    "no-session-no-rest": ((), None),
}


@pytest.mark.parametrize(("log", "ago"), REST.values(), ids=REST.keys())
def test_rest_after_a_flare(log: tuple[LogEntry, ...], ago: int | None) -> None:
    whole = [one for one in rests_of(assessed(log=log).review) if not one.drill]
    assert whole == ([] if ago is None else [Rest("flare", "", day(ago + 2), day(ago))])


LINES: dict[str, tuple[dict[str, Any], str, str]] = {
    "a-flag-for-today": ({"complaint": complaint(answers={"fever": True})}, "stop", "doctor today"),
    "a-question-open": ({"complaint": complaint(answers_default=None)}, "answer", "finish the screen"),
    "nothing-handed-over": ({"plan": Plan()}, "plan", "make a program"),
    "a-nerve-sign": ({"log": (entry(1, symptom="shooting"),)}, "look", "nerve"),
    "a-flare": ({"log": (entry(1, next=6),)}, "look", "flared"),
    "flared-again": ({"log": (entry(3, next=6), entry(1, next=6))}, "look", "flared again"),
    "a-long-silence-is-a-break-first": ({"log": (entry(8),)}, "look", "after a break"),
    "a-morning-nobody-told": ({"log": (entry(3), entry(1, next=None))}, "ask", "ask for the morning"),
    "silent-for-days": ({"log": (entry(4),)}, "ask", "no word"),
    "stirred-once": ({"log": (entry(1, next=3),)}, "ask", "have a look"),
    "calm-and-complete": ({"log": CALM}, "step-up", "ready to step up"),
    "one-calm-session": ({"log": (entry(1),)}, "steady", "nothing today"),
}  # fmt: skip


@pytest.mark.parametrize(("changes", "kind", "what"), LINES.values(), ids=LINES.keys())
def test_the_most_urgent_thing_about_a_client(changes: dict[str, Any], kind: str, what: str) -> None:
    found = attention(assessed(**changes))
    assert (found.kind, found.what) == (kind, what)
    assert found.why
    assert URGENCY[found.urgency] == kind


def test_every_rule_that_asks_for_somebody_says_how() -> None:
    for rule in LIBRARY.rules.values():
        assert bool(rule.what) == (rule.attention is not None), rule.id


CHANGES: dict[str, tuple[dict[str, Any], To, list[str]]] = {
    "a-step-back-is-free": ({}, To("lunge-rock", "flow", -1), []),
    "up-is-the-rules-own": ({"log": (entry(1, next=3),)}, To("lunge-rock", "flow", 1), ["change-up-refused"]),
    "up-where-the-rules-go-up": ({"log": CALM}, To("lunge-rock", "flow", 1), []),
}  # fmt: skip


@pytest.mark.parametrize(("changes", "to", "rules"), CHANGES.values(), ids=CHANGES.keys())
def test_a_change_by_hand_passes_the_rules(changes: dict[str, Any], to: To, rules: list[str]) -> None:
    found = assessed(**changes).review
    assert [reason.rule for reason in check_change(found, found.drills[0], to)] == rules


def test_a_change_to_what_is_refused_is_refused() -> None:
    found = assessed(client=person(factors=(factor("recent-surgery-uncleared"),))).review
    (reason,) = check_change(found, found.drills[0], To("lunge-rock", "flow", 0))
    assert reason.rule == "excluded"


IMPOSSIBLE = {
    "a-drill-nobody-knows": (To("lunge-roc", "flow", 0), "drill"),
    "a-method-it-is-not-done-in": (To("lunge-rock", "desk-break", 0), "method"),
    "a-step-above-the-top": (To("lunge-rock", "flow", 40), "step"),
    "a-step-below-the-lowest": (To("lunge-rock", "flow", -2), "step"),
}


@pytest.mark.parametrize(("to", "named"), IMPOSSIBLE.values(), ids=IMPOSSIBLE.keys())
def test_what_cannot_be_is_named(to: To, named: str) -> None:
    found = assessed().review
    with pytest.raises(CaseError) as fault:
        check_change(found, found.drills[0], to)
    assert fault.value.path == named


def drill(name: str, words: str = "2 x 8", step: int = 0, side: str = "left", method: str = "Flow") -> VersionDrill:
    return VersionDrill(name, name.title(), side, method, words, step)


DIFFERENCES: dict[str, tuple[list[VersionDrill], list[VersionDrill], dict[str, str], list[str]]] = {
    "nothing": ([drill("rock")], [drill("rock")], {}, []),
    "more": ([drill("rock")], [drill("rock", "3 x 8", 1)], {}, ["Rock, more: 2 x 8 becomes 3 x 8"]),
    "less": ([drill("rock")], [drill("rock", "1 x 4", -1)], {}, ["Rock, less: 2 x 8 becomes 1 x 4"]),
    "another-dose-of-the-same-step": ([drill("rock")], [drill("rock", "2 x 9")], {}, ["Rock, changed: 2 x 8 becomes 2 x 9"]),
    "another-method": ([drill("rock")], [drill("rock", method="Hold")], {}, ["Rock: flow becomes hold"]),
    "another-side": ([drill("rock")], [drill("rock", side="both")], {}, ["Rock: left becomes both"]),
    "taken-out": ([drill("rock"), drill("press")], [drill("press")], {}, ["Rock taken out"]),
    "added": ([], [drill("rock")], {}, ["Rock added: 2 x 8"]),
    "replaced": ([drill("rock")], [drill("press", "1 x 5")], {"rock": "press"}, ["Rock replaced by Press: 1 x 5"]),
    "two-by-one-that-was-there": (
        [drill("rock"), drill("press")], [drill("press")], {"rock": "press"}, ["Rock replaced by Press: 2 x 8"],
    ),
}  # fmt: skip


@pytest.mark.parametrize(("before", "after", "replaced", "lines"), DIFFERENCES.values(), ids=DIFFERENCES.keys())
def test_the_difference_of_two_versions(
    before: list[VersionDrill], after: list[VersionDrill], replaced: dict[str, str], lines: list[str]
) -> None:
    assert difference(before, after, replaced) == lines


def test_a_morning_asked_once_is_charged_and_one_asked_for_each_drill_is_not() -> None:
    iso = PlannedDrill(drill="iso-adduction", side="both", method="isometric-breath")
    rock = PlannedDrill(drill="lunge-rock", side="left", method="flow")
    log = (entry(1, during=5, next=4), entry(1, "iso-adduction", "both", during=1, next=4))
    facts = {"plan": plan(rock, iso), "log": log}
    once, each = assessed(asked_once=True, **facts), assessed(**facts)
    assert [one.held for one in once.log] == [False, True]
    assert [one.held for one in each.log] == [False, False]
    assert once.facts.log == log
    assert [found.kind for found in once.review.drills] == ["flared", "waiting"]
    assert [found.kind for found in each.review.drills] == ["flared", "flared"]


def test_each_part_of_an_assessment_is_worked_out_once() -> None:
    found = assessed(log=CALM)
    for part in ("screen", "log", "matcher", "review"):
        assert getattr(found, part) is getattr(found, part)
    assert found.review.context.matcher is found.matcher
    assert found.matcher.screen is found.screen
