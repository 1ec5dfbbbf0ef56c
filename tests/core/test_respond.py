"""The response of one session: thresholds on both sides, unknowns, soreness, unusual days, charging."""

from __future__ import annotations

from typing import Any

import pytest

from easepath.core.charge import DrillInSession, charge_morning
from easepath.core.facts import LogEntry, PainReport, Plan
from easepath.core.respond import asks_moved
from tests.core.build import client, complaint, day, entry, factor, responder_of, screened

HIGH = complaint(pain=PainReport(rest=5, worst=6, usual=2))
MODERATE = complaint(settle_minutes=60)


def kind_of(*log: LogEntry, **changes: Any) -> str:
    """The class of the last entry."""
    return responder_of(*log, **changes).classify(log[-1]).kind


ROWS: dict[str, tuple[dict[str, Any], dict[str, Any], str]] = {
    "calm": ({}, {}, "calm"),
    "effort-and-heat-in-the-target-are-no-mark": ({"symptom": "muscle-burn"}, {}, "calm"),
    "heat-elsewhere-is-burning": ({"symptom": "muscle-burn", "felt": "knee"}, {}, "stirred"),
    "heat-nobody-placed-waits": ({"symptom": "muscle-burn", "felt": None}, {}, "waiting"),
    "heat-beside-lost-feeling-is-burning": (
        {"symptom": "muscle-burn"}, {"client": client(factors=(factor("sensory-loss"),))}, "stirred",
    ),
    "numbness-flares": ({"symptom": "numbness"}, {}, "flared"),
    "giving-way-flares": ({"symptom": "giving-way"}, {}, "flared"),
    "pinch-stirs": ({"symptom": "pinch"}, {}, "stirred"),
    "cramp-stirs": ({"symptom": "cramp"}, {}, "stirred"),
    "worst-at-the-limit-is-calm": ({"during": 2}, {}, "calm"),
    "worst-above-the-limit-stirs": ({"during": 3}, {}, "stirred"),
    "limit-is-the-method-capped-by-irritability": ({"during": 3}, {"complaint": HIGH}, "stirred"),
    "two-above-allowed-stirs": ({"during": 4}, {}, "stirred"),
    "more-than-two-above-allowed-flares": ({"during": 5}, {}, "flared"),
    "eight-flares-whatever-was-before": ({"before": 7, "during": 8, "after": 7, "next": 7}, {}, "flared"),
    "seven-flares-only-when-irritable": ({"before": 6, "during": 7, "after": 6, "next": 6}, {"complaint": HIGH}, "flared"),
    "seven-stirs-otherwise": ({"before": 6, "during": 7, "after": 6, "next": 6}, {}, "stirred"),
    "after-one-above-is-calm": ({"after": 2}, {}, "calm"),
    "after-two-above-stirs": ({"after": 3}, {}, "stirred"),
    "morning-as-usual-is-calm": ({"next": 2}, {}, "calm"),
    "morning-one-above-usual-stirs": ({"next": 3}, {}, "stirred"),
    "morning-two-above-usual-flares": ({"next": 4}, {}, "flared"),
    "known-morning-pain-wins-over-usual": (
        {"next": 3}, {"complaint": complaint(pain=PainReport(rest=0, worst=4, usual=2, morning=3))}, "calm",
    ),
    "unknown-before-waits": ({"before": None}, {}, "waiting"),
    "unknown-worst-waits": ({"during": None}, {}, "waiting"),
    "unknown-after-waits": ({"after": None}, {}, "waiting"),
    "unknown-morning-waits": ({"next": None}, {}, "waiting"),
    "a-flare-is-seen-through-unknowns": ({"next": None, "after": None, "symptom": "locking"}, {}, "flared"),
    "a-worse-morning-after-an-unusual-day-waits": ({"next": 3, "unusual": "travel"}, {}, "waiting"),
    "a-much-worse-one-flares-all-the-same": ({"next": 4, "unusual": "travel"}, {}, "flared"),
    "never-with-a-joint-symptom": ({"next": 3, "unusual": "travel", "symptom": "sharp"}, {}, "flared"),
}  # fmt: skip


@pytest.mark.parametrize(("row", "changes", "kind"), ROWS.values(), ids=ROWS.keys())
def test_response(row: dict[str, Any], changes: dict[str, Any], kind: str) -> None:
    # lunge-rock is done as a flow: tolerable, limit 2
    assert kind_of(entry(2, **row), **changes) == kind


def test_one_excuse_in_seven_days() -> None:
    excused = entry(9, next=3, unusual="travel")
    assert kind_of(excused, entry(3, next=3, unusual="work")) == "stirred"
    assert kind_of(excused, entry(2, next=3, unusual="work")) == "waiting"


SORE = {"symptom": "soreness", "next": 4}
SORENESS: dict[str, tuple[dict[str, Any], int, str]] = {
    "first-session-gone-in-two-days": ({"gone_48h": True}, 0, "calm"),
    "second-session": ({"gone_48h": True}, 1, "calm"),
    "third-session-counts": ({"gone_48h": True}, 2, "flared"),
    "not-gone-counts": ({"gone_48h": False}, 0, "flared"),
    "elsewhere-counts": ({"gone_48h": True, "felt": "knee"}, 0, "flared"),
    "more-than-two-above-counts": ({"gone_48h": True, "next": 5}, 0, "flared"),
}


@pytest.mark.parametrize(("row", "earlier", "kind"), SORENESS.values(), ids=SORENESS.keys())
def test_soreness(row: dict[str, Any], earlier: int, kind: str) -> None:
    """Soreness in a muscle outside the complaint's region, long after any strain, is harmless at first."""
    drill = "hamstring-dig"
    before = [entry(9 - n, drill, "both") for n in range(earlier)]
    where = {"condition": "upper-back-stiff", "side": "both", "days_since": 90}
    last = entry(2, drill, "both", **{**SORE, **row})
    assert kind_of(*before, last, complaint=complaint(**where), plan=Plan()) == kind


def test_soreness_in_the_region_of_the_complaint_counts() -> None:
    assert kind_of(entry(2, **SORE, gone_48h=True)) == "flared"


def test_a_morning_is_charged_to_the_drill_that_was_out_of_bounds() -> None:
    loud, quiet = entry(2, during=6, next=4), entry(2, "iso-adduction", "both", during=1, next=4)
    responder = responder_of(loud, quiet)
    charged = charge_morning(responder, (DrillInSession(loud, None, 0), DrillInSession(quiet, day(3), 2)))
    assert [e.held for e in charged] == [False, True]


CHARGED = {
    "to-the-drill-changed-last": (day(8), day(3), 0, 2, [True, False]),
    "else-to-the-riskiest": (None, None, 0, 2, [True, False]),
    "of-two-changed-together-the-riskier": (day(3), day(3), 2, 0, [False, True]),
}


@pytest.mark.parametrize(("one", "two", "risk_one", "risk_two", "held"), CHARGED.values(), ids=CHARGED.keys())
def test_an_unexplained_morning(one: Any, two: Any, risk_one: int, risk_two: int, held: list[bool]) -> None:
    a, b = entry(2, next=4), entry(2, "iso-adduction", "both", during=1, next=4)
    responder = responder_of(a, b)
    charged = charge_morning(responder, (DrillInSession(a, one, risk_one), DrillInSession(b, two, risk_two)))
    assert [e.held for e in charged] == held


def test_pain_right_after_asked_once_is_charged_like_the_morning() -> None:
    a, b = entry(2, during=5, after=4), entry(2, "iso-adduction", "both", during=1, after=4)
    responder = responder_of(a, b)
    pair = (DrillInSession(a, None, 0), DrillInSession(b, None, 0))
    assert [e.held for e in charge_morning(responder, pair, shared_after=True)] == [False, True]
    assert [e.held for e in charge_morning(responder, pair)] == [False, False]


def test_a_calm_morning_belongs_to_all() -> None:
    a, b = entry(2), entry(2, "iso-adduction", "both")
    responder = responder_of(a, b)
    assert charge_morning(responder, (DrillInSession(a, None, 0), DrillInSession(b, None, 0))) == (a, b)


ASKS_MOVED = {
    "a-groin-strain": ({}, False),
    "a-nerve-factor": ({"client": client(factors=(factor("nerve-root"),))}, True),
    "a-nerve-profile": ({"complaint": complaint(condition="leg-pain-nerve"), "plan": Plan()}, True),
    "a-sign-seen": ({"complaint": complaint(observed=("slr-leg-symptoms",))}, True),
    "a-session-that-told-one": ({"log": (entry(3, symptom="tingling"), entry(2))}, True),
    "a-session-that-moved": ({"log": (entry(3, moved="up"), entry(2))}, True),
    "calm-sessions": ({"log": (entry(3), entry(2))}, False),
}


@pytest.mark.parametrize(("changes", "wanted"), ASKS_MOVED.values(), ids=ASKS_MOVED.keys())
def test_a_session_asks_what_moved_only_where_a_nerve_is_in_play(changes: dict[str, Any], wanted: bool) -> None:
    assert asks_moved(screened(**changes)) is wanted
