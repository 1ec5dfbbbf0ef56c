"""Ranking: parts of the score, entry rungs, stages, methods, and what is left out and why."""

from __future__ import annotations

from typing import Any

import pytest

from easepath.core.compose import Chosen, assemble, prescribe
from easepath.core.errors import CaseError
from easepath.core.facts import HouseNeed, NeedSet, PainReport, Plan, PlannedDrill, Sitting, Tryout
from easepath.core.match import Matcher, Need, allowed_methods, choose_method
from easepath.core.match.why import why_here
from easepath.core.story import stage_is_asked
from tests.core.build import LIBRARY, client, complaint, day, factor, matched, plan, situation

EMPTY = Plan(stage=2)


def ranked(matcher: Matcher) -> dict[str, Any]:
    """The ranking on the affected side, by drill."""
    return {c.drill.id: c for c in matcher.result.ranked if c.side != "right"}


def left_out(matcher: Matcher, drill: str) -> str:
    """The rule that leaves a drill out on the left."""
    return next(o.reason.rule for o in matcher.result.left_out if o.drill.id == drill and o.side != "right")


def test_the_four_parts_make_the_score() -> None:
    found = ranked(matched(plan=EMPTY))["lunge-rock"]
    assert (found.relief, found.risk, found.burden) == (3, 0, 0.35)
    assert found.fit == pytest.approx(0.9 * 0.9)
    assert found.score == round(100 * (0.55 * 0.81 + 0.25 + 0.2 * 0.65) * 0.95, 2)


STAGES = {
    1: ({"bed-knee-fallout"}, {"lunge-rock", "iso-adduction", "wide-press"}),
    2: ({"lunge-rock", "iso-adduction"}, {"bed-knee-fallout", "long-leg-rock-forward", "wide-press"}),
    3: ({"long-leg-rock-forward", "long-leg-rock-up", "lunge-rock"}, {"bed-knee-fallout", "wide-press"}),
    5: ({"wide-press"}, {"adductor-plank-half", "belt-block"}),
    6: ({"belt-block"}, {"adductor-plank-short"}),
}


@pytest.mark.parametrize("stage", STAGES)
def test_a_stage_opens_and_closes(stage: int) -> None:
    opened, closed = STAGES[stage]
    found = set(ranked(matched(plan=Plan(stage=stage), complaint=complaint(days_since=60))))
    assert opened <= found
    assert not closed & found


LEFT_OUT: dict[str, tuple[dict[str, Any], str, str]] = {
    "later-stage": ({}, "wide-press", "stage-rung"),
    "blocked-by-the-stage": ({}, "strap-leg-out", "stage-blocks"),
    "phase-of-the-first-stage": ({"plan": Plan(stage=1)}, "side-leg-raise", "stage-phase"),
    "too-easy-now": ({}, "bed-knee-fallout", "rung-easier"),
    "higher-rung-later": ({"plan": Plan(stage=6)}, "adductor-plank-short", "rung-later"),
    "first-days": ({"complaint": complaint(days_since=3), "plan": Plan(stage=1)}, "supine-knee-rolls", "strain-first-days"),
    "no-equipment": ({"plan": Plan(stage=6)}, "adductor-plank-half", "infeasible"),
    "no-place": ({"client": client(places=("chair",))}, "lunge-rock", "infeasible"),
    "refused": ({"client": client(factors=(factor("no-floor"),))}, "lunge-rock", "excluded"),
    "only-the-clinician": ({}, "floor-rise-chair", "clinician-only"),
    "no-need": ({}, "fist-flexion-hold", "no-need"),
    "tried-and-pinched": ({"tryouts": (Tryout(drill="lunge-rock", side="left", symptom="pinch"),)}, "lunge-rock", "dropped"),
}  # fmt: skip


@pytest.mark.parametrize(("changes", "drill", "rule"), LEFT_OUT.values(), ids=LEFT_OUT.keys())
def test_left_out_says_why(changes: dict[str, Any], drill: str, rule: str) -> None:
    if drill == "adductor-plank-half":
        changes = {**changes, "client": client(places=("floor",))}
    assert left_out(matched(**{"plan": EMPTY, **changes}), drill) == rule


def test_the_running_plan_keeps_its_rung() -> None:
    running = plan(PlannedDrill(drill="bed-knee-fallout", side="left"), stage=2)
    assert "bed-knee-fallout" in ranked(matched(plan=running))


def test_a_stage_the_condition_does_not_have_is_refused() -> None:
    with pytest.raises(CaseError, match="no stage 9"):
        matched(plan=Plan(stage=9))


RETESTS = {
    "within-the-error-counts-as-nothing": (17, 15, (3 * 3 + 1) / 4),
    "twice-the-error-counts-in-full": (17, 11, (3 * 3 + 3) / 4),
}


@pytest.mark.parametrize(("before", "after", "relief"), RETESTS.values(), ids=RETESTS.keys())
def test_relief_is_blended_with_the_retest(before: float, after: float, relief: float) -> None:
    tried = Tryout(drill="lunge-rock", side="left", measure="lunge-elbow", before=(before,), after=(after,))
    assert ranked(matched(tryouts=(tried,)))["lunge-rock"].relief == relief


def test_a_worse_retest_drops_the_drill() -> None:
    tried = Tryout(drill="lunge-rock", side="left", measure="lunge-elbow", before=(10,), after=(14,))
    assert left_out(matched(tryouts=(tried,)), "lunge-rock") == "dropped"


def test_a_finding_raises_its_need_and_a_negative_one_lowers_the_prior() -> None:
    def weight(value: float) -> float:
        sitting = Sitting(measure="lunge-elbow", side="left", date=day(1), trials=(value,))
        return matched(measures=(sitting,)).needs.weights["mobilise:adductor"]

    assert weight(17) == pytest.approx(1 - 0.1 * 0.3)  # prior 0.9, marked 0.7
    assert weight(2) == pytest.approx(0.9 * 0.4)


def weighed(need: str = "mobilise:adductor", condition: str = "adductor-strain", **facts: Any) -> Need:
    own = HouseNeed(condition=condition, need=need, weight=0.3, reason="few of ours need it")
    return matched(house_needs=(own,), **facts).needs.affected[need]


def lunge(value: float) -> tuple[Sitting, ...]:
    return (Sitting(measure="lunge-elbow", side="left", date=day(1), trials=(value,)),)


HOUSE: dict[str, tuple[dict[str, Any], float]] = {
    "stands-for-the-prior": ({}, 0.3),
    "of-another-condition-counts-nothing": ({"condition": "low-back-stiff"}, 0.9),
    "adds-no-need-that-the-condition-does-not-expect": ({"need": "mobilise:hip-capsule-posterior"}, 0),
    "never-outweighs-a-finding": ({"measures": lunge(17)}, 1 - 0.7 * 0.3),
    "a-negative-test-speaks-against-it-too": ({"measures": lunge(2)}, 0.3 * 0.4),
    "a-weight-by-hand-stands-over-it": (
        {"needs": {"mobilise:adductor": NeedSet(weight=0.7, by="clinician", reason="seen")}},
        0.7,
    ),
}


@pytest.mark.parametrize(("facts", "weight"), HOUSE.values(), ids=HOUSE.keys())
def test_a_clinics_own_prior(facts: dict[str, Any], weight: float) -> None:
    if not weight:
        with pytest.raises(KeyError):
            weighed(**facts)
        return
    assert weighed(**facts).weight == pytest.approx(weight)


def test_a_drill_says_that_the_clinic_weighs_it() -> None:
    own = HouseNeed(condition="adductor-strain", need="mobilise:adductor", weight=0.95, reason="most of ours need it")
    said = why_here(matched(house_needs=(own,), plan=EMPTY), LIBRARY.drills["lunge-rock"]).text(LIBRARY)
    assert "as this clinic weighs groin" in said


def test_irritable_clients_get_the_pain_free_method_and_half_the_start() -> None:
    hot = matched(complaint=complaint(pain=PainReport(rest=5, worst=6)), plan=Plan(stage=6))
    drill = LIBRARY.drills["strap-leg-out"]
    assert allowed_methods(hot, drill, ("left",)) == ("contract-relax",)
    assert (
        choose_method(matched(plan=Plan(stage=6), complaint=complaint(days_since=60)), drill, ("left",))
        == "hold-moderate"
    )
    assert hot.screen.start_step() == -1


UNSTAGED = {"condition": "piriformis", "days_since": 60}
SIDES: dict[str, tuple[str, dict[str, Any], list[tuple[str, int | None]]]] = {
    "other-first-and-the-affected-once-more": ("strap-hamstring", {}, [("right", 2), ("left", 3)]),
    "affected-first": ("strap-hamstring", {"client": client(first="affected")}, [("left", 3), ("right", 2)]),
    "affected-only": ("strap-hamstring", {"client": client(train="affected")}, [("left", 2)]),
    "no-extra-set-wanted": ("strap-hamstring", {"client": client(extra_set=False)}, [("right", 2), ("left", 2)]),
    "no-extra-set-of-one": ("long-leg-lift", {}, [("right", None), ("left", None)]),
    "no-extra-set-in-stages": (
        "strap-hamstring",
        {"complaint": complaint(condition="adductor-strain", days_since=200), "plan": Plan(stage=6)},
        [("right", 2), ("left", 2)],
    ),
    "no-extra-set-while-it-heals": (
        "figure-four-push",
        {"client": client(factors=(factor("hamstring-strain", side="right", days_since=10),))},
        [("right", 2), ("left", 2)],
    ),
}


@pytest.mark.parametrize(("drill", "changes", "wanted"), SIDES.values(), ids=SIDES.keys())
def test_sides_of_a_drill(drill: str, changes: dict[str, Any], wanted: list[tuple[str, int | None]]) -> None:
    facts = {"plan": Plan(), "complaint": complaint(**UNSTAGED), **changes}
    found = prescribe(matched(**facts), LIBRARY.drills[drill])
    assert found is not None
    assert [(side.side, side.dose.sets) for side in found.sides] == wanted


def test_a_session_refuses_what_the_screen_refuses() -> None:
    matcher = matched(plan=EMPTY, client=client(factors=(factor("no-floor"),)))
    session = assemble(matcher, (Chosen("lunge-rock", "left"), Chosen("seated-squeeze", "both")))
    assert [item.drill.id for item in session.drills] == ["seated-squeeze"]
    assert [planned.drill for planned, _ in session.refused] == ["lunge-rock"]


def test_a_session_stands_in_phase_order_and_warns_when_it_is_too_long() -> None:
    names = ("iso-adduction", "lunge-rock", "pelvic-tilt")
    matcher = matched(plan=EMPTY, client=client(minutes=1))
    session = assemble(matcher, tuple(Chosen(n, "left" if n == "lunge-rock" else "both") for n in names))
    assert [item.drill.phase for item in session.drills] == ["settle", "mobilise", "activate"]
    assert session.over_minutes


@pytest.mark.parametrize(
    ("condition", "days", "stage", "asked"),
    [
        ("adductor-strain", 14, None, True),
        ("adductor-strain", 13, None, False),
        ("adductor-strain", None, None, True),
        ("adductor-strain", 40, 1, False),
        ("low-back-stiff", 40, None, False),
    ],
)
def test_the_stage_is_asked_where_it_may_be_a_later_one(
    condition: str, days: int | None, stage: int | None, asked: bool
) -> None:
    told = situation(complaint=complaint(condition=condition, days_since=days), plan=Plan(stage=stage))
    assert stage_is_asked(LIBRARY, told) is asked
