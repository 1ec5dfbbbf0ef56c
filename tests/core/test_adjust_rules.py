"""Every rule of a review: once where it fires, once where it just does not."""

from __future__ import annotations

import json
from typing import Any

import pytest

from easepath.core.adjust import review
from easepath.core.facts import Goal, LogEntry, PainReport, PlannedDrill, Sitting
from easepath.core.knowledge.models import Dose
from tests.core.build import client, complaint, day, entry, factor, matched, plan

CALM = (entry(3), entry(2))
ISO = PlannedDrill(drill="iso-adduction", side="both", method="isometric-breath")
LUNGE = PlannedDrill(drill="lunge-rock", side="left", method="flow")
ROCK = PlannedDrill(drill="long-leg-rock-forward", side="left", method="repeat-short", step=1)


def iso(ago: int, **changes: Any) -> LogEntry:
    return entry(ago, "iso-adduction", "both", **{"symptom": "effort", "during": 1, **changes})


def rock(ago: int, **changes: Any) -> LogEntry:
    return entry(ago, "long-leg-rock-forward", **changes)


def first(**changes: Any) -> tuple[str, str, tuple[str, int] | None]:
    """Rule, action and target (drill, step) of the first planned drill."""
    found = review(matched(**changes)).drills[0].decision
    return found.rule, found.action, None if found.to is None else (found.to.drill, found.to.step)


DRILL_RULES = {
    "two-calm-go-up-one-dose-step": ({"log": CALM}, ("ready", "progress", ("lunge-rock", 1))),
    "one-calm-is-not-enough": ({"log": CALM[:1]}, ("steady", "hold", None)),
    "three-calm-at-high-irritability": (
        {"log": (*CALM, entry(1)), "complaint": complaint(pain=PainReport(rest=5, worst=6, usual=2))},
        ("ready", "progress", ("lunge-rock", 1)),
    ),
    "two-calm-are-not-enough-at-high-irritability": (
        {"log": CALM, "complaint": complaint(pain=PainReport(rest=5, worst=6, usual=2))}, ("steady", "hold", None),
    ),
    "unknown-done-is-not-complete": ({"log": (entry(3), entry(2, done_pct=None))}, ("steady", "hold", None)),
    "at-the-top-without-a-higher-rung-keep": (
        {"log": CALM, "plan": plan(LUNGE.model_copy(update={"step": 2}))}, ("ready", "keep", None),
    ),
    "a-step-above-the-top-counts-as-the-top": (
        {"log": CALM, "plan": plan(LUNGE.model_copy(update={"step": 9}))}, ("ready", "keep", None),
    ),
    "next-rung-when-the-stage-opens-it": (
        {"log": CALM, "plan": plan(LUNGE, stage=3)}, ("ready", "progress", ("long-leg-rock-forward", 0)),
    ),
    "red-flag-suspends": (
        {"log": CALM, "complaint": complaint(answers={"fever": True})}, ("red-flag", "suspend", None),
    ),
    "a-flag-that-does-not-block-suspends-nothing": (
        {"log": CALM, "client": client(age=55), "complaint": complaint(answers={"girdle-stiff": True})},
        ("ready", "progress", ("lunge-rock", 1)),
    ),
    "tingling-stops": ({"log": (entry(3), entry(2, symptom="tingling"))}, ("nerve", "stop", None)),
    "burning-that-stays-is-no-nerve-symptom": ({"log": (entry(3), entry(2, symptom="burning"))}, ("stirred", "hold", None)),
    "burning-that-travels-is": ({"log": (entry(3), entry(2, symptom="burning", moved="up"))}, ("nerve", "stop", None)),
    "moved-down-stops": ({"log": (entry(3), entry(2, moved="down"))}, ("nerve", "stop", None)),
    "sharp-stops": ({"log": (entry(3), entry(2, symptom="sharp"))}, ("joint", "stop", None)),
    "six-days-are-no-break": ({"log": (entry(8), entry(6))}, ("ready", "progress", ("lunge-rock", 1))),
    "seven-days-ease": ({"log": (entry(8), entry(7))}, ("break", "ease", ("lunge-rock", -1))),
    "twenty-days-ease": ({"log": (entry(20),)}, ("break", "ease", ("lunge-rock", -1))),
    "twenty-one-days-restart": (
        {"log": (entry(21),), "plan": plan(LUNGE.model_copy(update={"step": 2}))}, ("break", "restart", ("lunge-rock", 0)),
    ),
    "a-restart-never-raises": (
        {"log": (entry(21),), "plan": plan(LUNGE.model_copy(update={"step": -1}))}, ("break", "restart", ("lunge-rock", -1)),
    ),
    "never-logged-is-no-break": ({"log": ()}, ("steady", "hold", None)),
    "refused-now-is-swapped": (
        {"log": CALM, "client": client(factors=(factor("no-floor"),))}, ("refused", "swap", ("bed-knee-fallout", 0)),
    ),
    "first-pinch-holds": ({"log": (entry(3), entry(2, symptom="pinch"))}, ("pinch", "hold", None)),
    "second-pinch-swaps": (
        {"log": (entry(3, symptom="pinch"), entry(2, symptom="pinch"))}, ("pinch-again", "swap", None),
    ),
    "one-flare-eases": ({"log": (entry(3), entry(2, next=4))}, ("flare", "ease", ("lunge-rock", -1))),
    "a-flare-three-sessions-ago-does-not": (
        {"log": (entry(6, next=4), entry(5), entry(4), entry(3))}, ("ready", "progress", ("lunge-rock", 1)),
    ),
    "two-flares-in-three-go-back": (
        {"log": (rock(6), rock(4, next=4), rock(2, next=4)), "plan": plan(ROCK, stage=3)},
        ("flare-again", "step-back", ("lunge-rock", -1)),
    ),
    "ease-at-the-bottom-steps-back": (
        {"log": (rock(4), rock(2, next=4)), "plan": plan(ROCK.model_copy(update={"step": -1}), stage=3)},
        ("flare", "step-back", ("lunge-rock", -1)),
    ),
    "stirred-once-holds": ({"log": (entry(3), entry(2, after=3))}, ("stirred", "hold", None)),
    "stirred-twice-eases": (
        {"log": (entry(4, after=3), entry(3), entry(2, after=3))}, ("stirred-again", "ease", ("lunge-rock", -1)),
    ),
    "unknown-morning-waits": ({"log": (entry(3), entry(2, next=None))}, ("waiting", "hold", None)),
    "unknown-symptom-waits": ({"log": (entry(3), entry(2, symptom=None))}, ("waiting", "hold", None)),
    "climbing-pain-before-holds": (
        {"log": (entry(4, before=0), entry(3, before=1), entry(2, before=2))}, ("creeping", "hold", None),
    ),
    "climbing-by-one-does-not": (
        {"log": (entry(4, before=0), entry(3, before=1), entry(2, before=1))}, ("ready", "progress", ("lunge-rock", 1)),
    ),
    "open-questions-hold": (
        {"log": CALM, "complaint": complaint(answers={"fever": None})}, ("unscreened", "hold", None),
    ),
    "half-done-twice-holds": ({"log": (entry(3, done_pct=80), entry(2, done_pct=89))}, ("undone", "hold", None)),
    "half-done-once-is-steady": ({"log": (entry(3), entry(2, done_pct=80))}, ("steady", "hold", None)),
    "under-half-of-the-dates-holds": ({"log": CALM, "plan": plan(start=day(10))}, ("undone", "hold", None)),
    "only-sessions-since-the-dose-began": (
        {"log": CALM, "plan": plan(LUNGE.model_copy(update={"since": day(2)}))}, ("steady", "hold", None),
    ),
}  # fmt: skip


@pytest.mark.parametrize(("changes", "wanted"), DRILL_RULES.values(), ids=DRILL_RULES.keys())
def test_drill_rule(changes: dict[str, Any], wanted: tuple[str, str, tuple[str, int] | None]) -> None:
    assert first(**changes) == wanted


def test_felt_in_the_wrong_place() -> None:
    """Twice running holds with the cue; a third time steps back, where there is a lower rung."""
    curl = PlannedDrill(drill="strap-leg-out", side="left", method="hold-moderate")
    wrong = [entry(n, "strap-leg-out", felt="groin") for n in (4, 3, 2)]
    people = {
        "client": client(equipment=("strap",)),
        "plan": plan(curl, stage=6),
        "complaint": complaint(days_since=60),
    }
    assert first(log=tuple(wrong[1:]), **people)[:2] == ("wrong-place", "hold")
    assert first(log=tuple(wrong), **people)[:2] == ("wrong-place", "hold")
    assert first(log=(wrong[0],), **people)[:2] == ("steady", "hold")


def test_a_nerve_symptom_pauses_its_family() -> None:
    """Tingling felt in the calf pauses what loads the sciatic nerve, and nothing else."""
    stretch = PlannedDrill(drill="strap-leg-out", side="left", method="hold-moderate")
    people = {"client": client(equipment=("strap",)), "complaint": complaint(days_since=60)}
    log = (entry(2, "lunge-rock", symptom="tingling", felt="calf"),)
    found = review(matched(plan=plan(LUNGE, stretch, ISO, stage=6), log=log, **people)).drills
    assert [drill.decision.action for drill in found] == ["stop", "pause", "hold"]


CAPS = {
    "a-flare-two-days-ago-queues-the-others": ((entry(2, next=4), entry(3), iso(3), iso(2)), "queued"),
    "a-flare-three-days-ago-does-not": ((entry(3, next=4), entry(4), iso(4), iso(3)), "ready"),
}


@pytest.mark.parametrize(("log", "rule"), CAPS.values(), ids=CAPS.keys())
def test_nothing_rises_right_after_a_flare(log: tuple[LogEntry, ...], rule: str) -> None:
    assert review(matched(plan=plan(LUNGE, ISO), log=log)).drills[1].decision.rule == rule


def test_at_most_two_drills_rise_and_work_stays_within_a_quarter() -> None:
    """Doubling the rocks is far more than a quarter: the heaviest need rises, the rocks wait."""
    found = review(matched(plan=plan(LUNGE, ISO), log=(*CALM, iso(3), iso(2)))).drills
    assert [drill.decision.rule for drill in found] == ["queued", "ready"]


def test_a_worse_measure_stops_every_rise() -> None:
    sittings = tuple(
        Sitting(measure="lunge-elbow", side="left", date=day(n), trials=(v,)) for n, v in ((9, 10), (1, 18))
    )
    found = review(matched(log=CALM, measures=sittings))
    assert found.drills[0].decision.rule == "queued"
    assert "worse" in [proposal.rule for proposal in found.plan]


def test_two_unexplained_mornings_cut_the_session_and_change_nothing_else() -> None:
    first, second = entry(3, next=4, unexplained=True), entry(2, next=4, unexplained=True)
    found = review(matched(log=(first, second)))
    assert "cut-session" in [proposal.rule for proposal in found.plan]
    assert (found.drills[0].decision.rule, found.drills[0].decision.action) == ("queued", "hold")
    once = review(matched(log=(entry(3), second)))
    assert "cut-session" not in [proposal.rule for proposal in once.plan]
    assert once.drills[0].decision.rule == "flare"
    stopped = review(matched(log=(first, second.model_copy(update={"symptom": "sharp"}))))
    assert stopped.drills[0].decision.action == "stop"


def _sitting(ago: int, value: float) -> Sitting:
    return Sitting(measure="lunge-elbow", side="left", date=day(ago), trials=(value,))


def _usual(ago: int, value: float) -> Sitting:
    return Sitting(measure="pain-usual", date=day(ago), trials=(value,))


DAILY = tuple(entry(n) for n in range(1, 15))
PLAN_RULES: dict[str, tuple[dict[str, Any], str, bool]] = {
    "goal-reached": ({"measures": (_sitting(20, 17), _sitting(1, 2))}, "goal", True),
    "goal-not-while-usual-pain-is-unknown": (
        {"measures": (_sitting(20, 17), _sitting(1, 2)), "complaint": complaint(pain=PainReport(rest=0, worst=4))}, "goal", False,
    ),
    "own-goal-decides-alone": (
        {"measures": (_sitting(20, 17), _sitting(1, 2)), "goals": (Goal(measure="lunge-elbow", side="left", value=1),)}, "goal", False,
    ),
    "worse-usual-pain": ({"measures": (_usual(11, 1), _usual(1, 3))}, "worse", True),
    "usual-pain-over-eleven-days-is-no-sudden-rise": ({"measures": (_usual(12, 1), _usual(1, 3))}, "worse", False),
    "plateau": (
        {"measures": (_sitting(25, 17), _sitting(12, 16), _sitting(1, 15)), "log": DAILY, "plan": plan(start=day(40))}, "plateau", True,
    ),
    "no-plateau-on-unknown-adherence": (
        {"measures": (_sitting(25, 17), _sitting(12, 16), _sitting(1, 15)), "log": DAILY}, "plateau", False,
    ),
    "low-adherence-without-pain": ({"plan": plan(start=day(10)), "log": (entry(9), entry(2))}, "low-adherence", True),
    "low-adherence-with-pain-is-another-matter": (
        {"plan": plan(start=day(10)), "log": (entry(9), entry(2, after=4))}, "low-adherence", False,
    ),
    "silent-for-four-days": ({"log": (entry(4),)}, "silent", True),
    "three-days-are-not-silence": ({"log": (entry(3),)}, "silent", False),
    "a-morning-unknown-for-two-days": ({"log": (entry(2, next=None),)}, "silent", True),
    "a-morning-unknown-since-today": ({"log": (entry(1, next=None),)}, "silent", False),
    "silent-since-the-start": ({"plan": plan(start=day(4))}, "silent", True),
    "red-flag": ({"complaint": complaint(answers={"fever": True})}, "red-flag", True),
}  # fmt: skip


@pytest.mark.parametrize(("changes", "rule", "fires"), PLAN_RULES.values(), ids=PLAN_RULES.keys())
def test_plan_rule(changes: dict[str, Any], rule: str, fires: bool) -> None:
    rules = [proposal.rule for proposal in review(matched(**changes)).plan]
    assert (rule in rules) is fires


GATES: dict[str, tuple[dict[str, Any], bool]] = {
    "stage-one-needs-every-condition": (
        {"plan": plan(stage=1, confirmed=("walks-without-limp",)), "log": (entry(3, "bed-knee-fallout"), entry(2, "bed-knee-fallout"))}, True,
    ),
    "what-nobody-confirmed-does-not-hold": (
        {"plan": plan(stage=1), "log": (entry(3, "bed-knee-fallout"), entry(2, "bed-knee-fallout"))}, False,
    ),
    "unknown-days-do-not-hold": (
        {"plan": plan(stage=1, confirmed=("walks-without-limp",)), "complaint": complaint(days_since=None),
         "log": (entry(3, "bed-knee-fallout"), entry(2, "bed-knee-fallout"))}, False,
    ),
    "two-calm-on-two-dates": ({"log": CALM}, True),
    "two-calm-on-one-date-are-one": ({"log": (entry(2), entry(2))}, False),
    "an-unknown-morning-does-not-hold": ({"log": (entry(3), entry(2, next=None))}, False),
    "three-rounds-are-asked": (
        {"plan": plan(ROCK, PlannedDrill(drill="long-leg-rock-up", side="left", step=1), stage=4),
         "log": tuple(entry(n, d) for n in (3, 2) for d in ("long-leg-rock-forward", "long-leg-rock-up"))}, False,
    ),
}  # fmt: skip


@pytest.mark.parametrize(("changes", "opens"), GATES.values(), ids=GATES.keys())
def test_gate(changes: dict[str, Any], opens: bool) -> None:
    gate = next(p.gate for p in review(matched(**changes)).plan if p.gate is not None)
    assert gate.opens is opens
    assert bool(gate.missing) is not opens


def test_where_an_own_dose_leads_is_the_same_after_a_journey_through_storage() -> None:
    """A tempo is a triple here and a list there; what was accepted must be found again."""
    slow = PlannedDrill(
        drill="side-leg-raise", side="left", method="slow-strength", dose=Dose(sets=2, reps=8, tempo_s=(2, 1, 2))
    )
    log = tuple(entry(n, "side-leg-raise", symptom="effort", during=during) for n, during in ((3, 1), (2, 9)))
    to = review(matched(log=log, plan=plan(slow, stage=3))).drills[0].decision.to
    assert to is not None
    assert to.dose is not None
    assert (to.dose.reps, to.dose.tempo_s) == (4, (2, 1, 2))
    assert json.loads(json.dumps(to.as_data())) == to.as_data()
