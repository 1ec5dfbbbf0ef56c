"""What a clinician sets beyond a dose: rest, how often, the first side, an extra set, load, band and depth."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from easepath.core.adjust.view import Context
from easepath.core.compose import Chosen, assemble, prescribe
from easepath.core.compose.load import raised_too_far
from easepath.core.compose.sheet import sheet_entry, timeline
from easepath.core.compose.weekly import most_days_per_week, most_times_per_day
from easepath.core.dose.load_words import load_words
from easepath.core.facts import Manner, OwnDose, PainReport, PlannedDrill, Sitting
from easepath.core.match.stiffer import stiffer_side
from easepath.core.vocabulary import SIDES
from tests.core.build import LIBRARY, TODAY, complaint, day, matched, plan

HAMSTRING = "chair-hamstring"
TOP = 99
"""The highest step, whichever it is."""


def item(manner: Manner | None, step: int = 0, **facts: Any) -> Any:
    found = prescribe(matched(**facts), LIBRARY.drills[HAMSTRING], sides=SIDES, step=step, manner=manner)
    assert found is not None
    return found


@given(
    drill=st.sampled_from((HAMSTRING, "side-leg-raise", "seated-squeeze")),
    rest=st.integers(min_value=0, max_value=180),
)
def test_the_rest_between_sets_counts_in_time_pace_and_tape(drill: str, rest: int) -> None:
    matcher = matched()
    session = assemble(matcher, (Chosen(drill, "both", manner=Manner(rest_s=rest)),))
    (one,) = session.drills
    assert sum(stretch.seconds for stretch in timeline(session)) == session.time.total
    for side in sheet_entry(matcher, one, lambda *_: "").sides:
        assert sum(beat.seconds for beat in side.pace) == pytest.approx(side.seconds)
        rests = [beat.seconds for beat in side.pace if beat.word == "rest"]
        assert rests == ([rest] * len(rests) if rest else [])


@given(per_day=st.integers(min_value=1, max_value=6), days=st.integers(min_value=1, max_value=7))
def test_how_often_is_as_set_up_to_what_condition_and_method_allow(per_day: int, days: int) -> None:
    one, matcher = item(Manner(per_day=per_day, days_per_week=days)), matched()
    drill = LIBRARY.drills[HAMSTRING]
    assert one.per_day == min(per_day, most_times_per_day(matcher, drill, one.method))
    assert one.days_per_week == min(days, most_days_per_week(matcher, drill, one.method, one.dose))


def reading(side: str, value: float) -> Sitting:
    return Sitting(measure="ake", side=side, date=TODAY, trials=(value, value))


@pytest.mark.parametrize(
    ("left", "right", "stiffer"), [(40, 20, "left"), (20, 40, "right"), (21, 20, None), (None, 40, None)]
)
def test_the_stiffer_side_is_only_one_that_really_differs(
    left: float | None, right: float | None, stiffer: str | None
) -> None:
    told = [("left", left), ("right", right)]
    facts = {"measures": tuple(reading(side, value) for side, value in told if value is not None)}
    assert stiffer_side(matched(**facts), LIBRARY.drills[HAMSTRING]) == stiffer
    usual = [side.side for side in item(None, **facts).sides]
    begun = [side.side for side in item(Manner(first="stiffer"), **facts).sides]
    assert begun == (usual if stiffer is None else sorted(usual, key=lambda side: side != stiffer))


@pytest.mark.parametrize("first", SIDES)
def test_it_begins_with_the_side_that_was_chosen(first: Any) -> None:
    assert next(side.side for side in item(Manner(first=first)).sides) == first


@pytest.mark.parametrize(("by_hand", "more"), [(True, [4, 5]), (False, [4, 4])])
def test_one_set_more_is_turned_on_and_off_by_hand(by_hand: bool, more: list[int]) -> None:
    assert sorted(side.dose.sets or 1 for side in item(Manner(extra_set=by_hand), TOP).sides) == more


def test_one_set_more_by_hand_still_waits_while_the_tissue_is_irritable() -> None:
    hot = complaint(pain=PainReport(now=7, rest=6, worst=9, usual=6), settle_minutes=200)
    sets = {side.dose.sets for side in item(Manner(extra_set=True), TOP, complaint=hot).sides}
    assert len(sets) == 1


@pytest.mark.parametrize(
    ("manner", "words"),
    [
        (Manner(), ""),
        (Manner(kilograms=4), "with 4 kg"),
        (Manner(kilograms=2.5, band="medium", level="shin"), "with 2.5 kg, medium band, down to the shin"),
        (Manner(height_cm=30), "to 30 cm above the floor"),
    ],
)
def test_load_and_depth_are_told_with_the_dose(manner: Manner, words: str) -> None:
    assert load_words(manner) == words
    said = sheet_entry(matched(), item(manner), lambda *_: "").sides[0].words
    assert said.endswith(words)


@pytest.mark.parametrize(
    ("was", "now", "fields"),
    [
        (Manner(kilograms=10), Manner(kilograms=11), []),
        (Manner(kilograms=10), Manner(kilograms=11.5), ["kilograms"]),
        (Manner(kilograms=10), Manner(kilograms=4), []),
        (Manner(), Manner(kilograms=30), []),
        (Manner(band="light"), Manner(band="medium"), []),
        (Manner(band="light"), Manner(band="strong"), ["band"]),
        (Manner(level="thigh"), Manner(level="floor"), ["level"]),
        (Manner(level="floor"), Manner(level="thigh"), []),
    ],
)
def test_what_is_heavy_rises_a_little_in_one_review(was: Manner, now: Manner, fields: list[str]) -> None:
    assert [name for name, _ in raised_too_far(was, now)] == fields


@pytest.mark.parametrize(("manner", "due"), [(None, 7), (Manner(days_per_week=3), 3)])
def test_what_is_due_in_a_week_is_what_was_set(manner: Manner | None, due: int) -> None:
    row = PlannedDrill(drill="lunge-rock", side="left", method="flow", manner=manner)
    matcher = matched(plan=plan(row, start=day(10)))
    (view,) = Context(matcher, ()).views(row)
    assert view.days_per_week == due


@given(step=st.integers(min_value=0, max_value=8), sets=st.integers(min_value=1, max_value=4))
def test_a_side_does_its_own_dose_and_the_other_the_drills(step: int, sets: int) -> None:
    plain = {side.side: side.dose for side in item(Manner(extra_set=False), step).sides}
    found = {side.side: side for side in item(Manner(extra_set=False, right=OwnDose(sets=sets)), step).sides}
    assert found["left"].dose == plain["left"]
    assert found["right"].dose == plain["right"].model_copy(update={"sets": sets})
    assert item(Manner(right=OwnDose(sets=sets)), step).dose == item(None, step).dose


def test_a_rule_that_changes_the_dose_changes_it_for_both_sides() -> None:
    manner = Manner(kilograms=2, left=OwnDose(sets=1))
    assert manner.same_on_both() == Manner(kilograms=2)
