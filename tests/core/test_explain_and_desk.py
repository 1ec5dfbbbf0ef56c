"""Why a drill is kept, changed or refused, in plain words; and the breaks of a working day."""

from __future__ import annotations

import datetime as dt
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from easepath.core.__main__ import main
from easepath.core.compose import prescribe
from easepath.core.compose.desk import desk_plan
from easepath.core.compose.prescription import Prescription
from easepath.core.errors import CaseError
from easepath.core.explain import explain
from easepath.core.facts import Limit, Plan
from tests.core.build import LIBRARY, client, complaint, factor, matched, situation

CASES = Path(__file__).parent.parent / "cases"


def words(drill: str, side: str = "left", **changes: object) -> str:
    """The explanation as one text."""
    return "\n".join(explain(LIBRARY, situation(**{"plan": Plan(stage=2), **changes}), drill, side))


def test_it_says_what_would_change_the_verdict() -> None:
    said = words("lunge-rock", client=client(factors=(factor("no-floor"),)))
    assert "left: refused." in said
    assert "without cannot get down to the floor: then kept, with care" in said


def test_it_names_the_measurement_that_is_missing() -> None:
    assert "when hip flexion is measured at 100° or more: then kept as it is" in words("lunge-rock")


def test_it_names_the_place_and_the_thing_that_are_missing() -> None:
    assert "with this place: floor: then it is possible here" in words("lunge-rock", client=client(places=("chair",)))
    assert "with this: raised firm surface" in words(
        "adductor-plank-half", plan=Plan(stage=6), client=client(places=("floor",))
    )


def test_it_names_whose_limit_binds() -> None:
    bound = client(limits=(Limit(movement="hip-abduction", degrees=0, by="surgeon", side="left"),))
    assert "if the surgeon lifts the limit on hip abduction: then kept as it is" in words(
        "bed-knee-fallout", client=bound
    )


def test_a_kept_drill_stands_in_the_ranking_and_needs_no_change() -> None:
    said = words("iso-adduction", "both")
    assert "kept as it is" in said
    assert "ranked" in said
    assert "What would change" not in said


@pytest.mark.parametrize(
    ("drill", "side", "path"),
    [("trampoline", "left", "drill"), ("lunge-rock", "up", "side"), ("lunge-rock", "both", "side")],
)
def test_what_cannot_be_explained_is_told(drill: str, side: str, path: str) -> None:
    with pytest.raises(CaseError) as caught:
        words(drill, side)
    assert caught.value.path == path


def test_explain_on_the_command_line(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["explain", str(CASES / "new-knee.yaml"), "heel-sit-rock", "right"]) == 0
    assert "knee flexion right: 105° needed, 96° there" in capsys.readouterr().out
    assert main(["explain", str(CASES / "new-knee.yaml"), "trampoline", "right"]) == 2
    assert "trampoline" in capsys.readouterr().err


def desk_drills(count: int) -> list[Prescription]:
    """Prescriptions a desk worker can do."""
    matcher = matched(
        complaint=complaint(condition="desk-stiff", side="both"),
        plan=Plan(),
        client=client(places=("chair", "desk", "stand")),
    )
    names = (
        "chair-twist",
        "hang-forward",
        "seated-hug-rotation",
        "desk-lunge",
        "seated-pelvic-tilt",
        "cat-camel-seated",
    )
    found = [prescribe(matcher, LIBRARY.drills[name]) for name in names]
    return [item for item in found if item is not None][:count]


def test_every_drill_and_side_comes_once_a_day() -> None:
    items = desk_drills(3)
    plan = desk_plan(items, dt.time(9), dt.time(17), 60)
    wanted = {(item.drill.id, side.side) for item in items for side in item.sides}
    assert {(d.drill, d.side) for pause in plan.breaks for d in pause.drills} == wanted
    assert [pause.at.hour for pause in plan.breaks] == list(range(10, 18))
    assert plan.left_over == ()


def test_what_does_not_fit_is_said() -> None:
    items = desk_drills(4)
    plan = desk_plan(items, dt.time(9), dt.time(11), 120)
    assert len(plan.breaks) == 1
    assert len(plan.breaks[0].drills) == 2
    assert plan.left_over


@settings(deadline=None, max_examples=30)
@given(st.integers(0, 6), st.integers(30, 180), st.integers(1, 10))
def test_breaks_stay_inside_working_hours_and_nothing_is_lost(count: int, every: int, hours: int) -> None:
    items = DESK[:count]
    plan = desk_plan(items, dt.time(8), dt.time(8 + hours), every)
    assert all(dt.time(8) < pause.at <= dt.time(8 + hours) for pause in plan.breaks)
    assert all(len(pause.drills) <= 2 for pause in plan.breaks)
    shown = {(d.drill, d.side) for pause in plan.breaks for d in pause.drills}
    wanted = {(item.drill.id, side.side) for item in items for side in item.sides}
    assert shown | {(d.drill, d.side) for d in plan.left_over} == wanted


@settings(deadline=None, max_examples=30)
@given(st.integers(0, 6), st.integers(1, 6), st.integers(30, 180), st.integers(1, 10))
def test_whole_drills_have_both_their_sides_in_one_break_and_nothing_is_lost(
    count: int, pieces: int, every: int, hours: int
) -> None:
    items = DESK[:count]
    plan = desk_plan(items, dt.time(8), dt.time(8 + hours), every, pieces)
    sides = {item.drill.id: [side.side for side in item.sides] for item in items}
    for pause in plan.breaks:
        done = list(dict.fromkeys(one.drill for one in pause.drills))
        assert len(done) == min(pieces, count, pieces * len(plan.breaks))
        assert [(one.drill, one.side) for one in pause.drills] == [(d, side) for d in done for side in sides[d]]
    shown = {one.drill for pause in plan.breaks for one in pause.drills}
    left = {one.drill for one in plan.left_over}
    assert (shown | left, shown & left) == (set(sides), set())


DESK = desk_drills(6)


@pytest.mark.parametrize(("start", "end", "every", "pieces"), [(17, 9, 60, None), (9, 17, 0, None), (9, 17, 60, 0)])
def test_impossible_hours(start: int, end: int, every: int, pieces: int | None) -> None:
    with pytest.raises(ValueError, match="working hours"):
        desk_plan([], dt.time(start), dt.time(end), every, pieces)
