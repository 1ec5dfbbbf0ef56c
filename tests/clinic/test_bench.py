"""What is measured in a visit: kept whole, refused with a reason, never half-saved."""

from __future__ import annotations

import datetime as dt
from dataclasses import replace
from typing import Any

import pytest

from easepath.api.views.frame import frame
from easepath.api.views.measure import measure_view
from easepath.clinic.actions.open_complaint import open_complaint
from easepath.clinic.actions.save_measure import GoalEntry, Measuring, SittingEntry, save_measure
from easepath.clinic.actions.save_screening import Screening, save_screening
from easepath.clinic.actions.save_story import save_story
from easepath.clinic.actions.screening_rows import FactorEntry
from easepath.clinic.errors import FieldError, RefusedError, StaleRevisionError
from easepath.clinic.facts.assessment import assess
from easepath.clinic.facts.story import Story
from easepath.clinic.models import Clinic, Complaint, Sitting, Visit
from easepath.clinic.repository import read_again, read_complaint
from tests.conftest import TODAY, World

BOTH_HIPS = (SittingEntry("hip-abduction", "left", (30, 32)), SittingEntry("hip-abduction", "right", (44, 45)))


def fresh(visit: Visit) -> Visit:
    """The visit as it stands in the rows."""
    return Visit.objects.get(pk=visit.pk)


def measure(world: World, *sittings: SittingEntry, revision: int = 0, **changes: Any) -> int:
    """Save sittings of Marta's visit."""
    values = {"observed": (), "goals": (), **changes}
    return save_measure(world.users["hanne"], world.visit("Marta"), revision, Measuring(sittings, **values))


def test_readings_are_kept_with_every_trial_and_shown_with_their_error(world: World) -> None:
    measure(world, *BOTH_HIPS)
    view = measure_view(read_again(world.visit("Marta"))).model_dump(mode="json")
    test = next(t for t in view["tests"] if t["measure"] == "hip-abduction")
    left = test["sides"][0]["row"]
    assert (left["value"], left["trials"], left["spread"], left["single"]) == (31, [30, 32], 2, False)
    assert (left["reference_from"], left["deficit"], left["difference_real"]) == ("other-side", 13.5, True)
    assert frame(read_again(world.visit("Marta"))).model_dump(mode="json")["path"][2]["words"].startswith("1 of")


BAD_SITTINGS: list[tuple[SittingEntry, str]] = [
    (SittingEntry("hip-twirl", "left", (1,)), "sittings.0.measure"),
    (SittingEntry("hip-abduction", "up", (1,)), "sittings.0.side"),
    (SittingEntry("hip-abduction", "", (30,)), "sittings.0.side"),
    (SittingEntry("hip-abduction", "left", (400,)), "sittings.0.trials"),
    (SittingEntry("hip-abduction", "left", ()), "sittings.0.trials"),
    (SittingEntry("hip-abduction", "left", (30,) * 11), "sittings.0.trials"),
    (SittingEntry("hip-abduction", "left", (30,), state="hot"), "sittings.0.state"),
]


@pytest.mark.parametrize(("bad", "field"), BAD_SITTINGS, ids=[f"{b.measure} {b.side} {f}" for b, f in BAD_SITTINGS])
def test_an_impossible_reading_names_its_field_and_saves_nothing(world: World, bad: SittingEntry, field: str) -> None:
    with pytest.raises(FieldError) as caught:
        measure(world, bad, BOTH_HIPS[1])
    assert field in caught.value.fields
    assert not Sitting.objects.exists()


def test_the_same_test_twice_is_said(world: World) -> None:
    with pytest.raises(FieldError) as caught:
        measure(world, BOTH_HIPS[0], replace(BOTH_HIPS[0], trials=(31,)))
    assert "twice" in caught.value.fields["sittings.1"]


BAD_GOALS = [
    (GoalEntry("hip-twirl", "left", 40), "goals.0.measure"),
    (GoalEntry("hip-abduction", "left", 900), "goals.0.value"),
    (GoalEntry("hip-abduction", "up", 40), "goals.0.side"),
]


@pytest.mark.parametrize(("goal", "field"), BAD_GOALS)
def test_an_impossible_goal_names_its_field(world: World, goal: GoalEntry, field: str) -> None:
    with pytest.raises(FieldError) as caught:
        measure(world, goals=(goal,))
    assert field in caught.value.fields


def test_a_goal_replaces_the_reference_and_only_a_clinician_sets_it(world: World) -> None:
    measure(world, *BOTH_HIPS, goals=(GoalEntry("hip-abduction", "left", 40),))
    row = assess(Complaint.objects.get(pk=world.complaints["Marta"].pk), TODAY).screen.measured.row(
        "hip-abduction", "left"
    )
    assert row is not None
    assert (row.reference, row.reference_from) == (40, "goal")
    with pytest.raises(FieldError):
        save_measure(world.users["jo"], world.visit("Marta"), 1, Measuring(BOTH_HIPS, (), ()))


def test_an_observation_must_be_known(world: World) -> None:
    with pytest.raises(FieldError) as caught:
        measure(world, observed=("wiggles",))
    assert list(caught.value.fields) == ["observed"]


def test_two_people_measuring_see_both(world: World) -> None:
    measure(world, BOTH_HIPS[0])
    with pytest.raises(StaleRevisionError) as caught:
        measure(world, BOTH_HIPS[1])
    assert caught.value.theirs["sittings"][0]["side"] == "left"
    assert caught.value.yours["sittings"][0]["side"] == "right"


def test_repeats_teach_the_clinic_its_own_error(world: World) -> None:
    measure(world, SittingEntry("hip-abduction", "left", (28, 36)), SittingEntry("hip-abduction", "right", (40, 48)))
    sem, freedom = Clinic.objects.get().repeats["hip-abduction"]
    assert (round(sem, 4), freedom) == (5.6569, 2)
    shown = next(
        t
        for t in measure_view(read_again(world.visit("Marta"))).model_dump(mode="json")["tests"]
        if t["measure"] == "hip-abduction"
    )["error"]
    assert shown["own"] > shown["in_use"] > shown["default"]
    measure(world, revision=1)
    assert "hip-abduction" not in Clinic.objects.get().repeats


def test_a_test_that_the_screen_refuses_takes_no_new_reading(world: World) -> None:
    visit = world.visit("Marta")
    answers = dict(Screening.of(read_complaint(world.complaints["Marta"].pk)).answers)
    factor = FactorEntry("hip-replacement-posterior", "left", since=TODAY - dt.timedelta(weeks=3))
    save_screening(world.users["hanne"], visit, 0, Screening(answers, (factor,)))
    refused = [
        (t["measure"], t["sides"][0]["side"])
        for t in measure_view(read_again(fresh(visit))).model_dump(mode="json")["tests"] if t["sides"][0]["verdict"] == "exclude"
    ]  # fmt: skip
    assert refused
    name, side = refused[0]
    with pytest.raises(RefusedError):
        measure(world, SittingEntry(name, "" if side == "both" else side, (1,)))
    assert not Sitting.objects.exists()


def test_a_reading_of_another_complaint_raises_no_need_and_counts_for_ranges(world: World) -> None:
    measure(world, *BOTH_HIPS, SittingEntry("wrist-extension", "left", (40.0, 41.0)))
    other = open_complaint(world.users["hanne"], world.complaints["Marta"].client)
    story = replace(Story.of(other.complaint), condition="hip-ir-loss", side="left")
    save_story(world.users["hanne"], other, 0, story)
    assessment = assess(fresh(other).complaint, TODAY)
    assert {s.measure for s in assessment.screen.situation.measures if s.elsewhere} == {
        "hip-abduction",
        "wrist-extension",
    }
    assert assessment.screen.measured.rows == {}
    assert not [need for need in assessment.matcher.needs.weights if "wrist" in need]
    reasons = assessment.screen.drills["long-leg-rock-forward"]["left"].reasons
    assert "range-far-short" in {reason.rule for reason in reasons}
    own = assess(fresh(world.visit("Marta")).complaint, TODAY)
    beside = set(own.matcher.needs.also_found)
    assert [need for need in beside if "wrist" in need]
    shown = measure_view(read_again(fresh(world.visit("Marta"))))
    assert {need.id for need in shown.findings if need.beside} == beside


def test_what_was_measured_elsewhere_is_shown_as_such(world: World) -> None:
    measure(world, SittingEntry("hip-ir", "left", (20.0, 21.0)))
    other = open_complaint(world.users["hanne"], world.complaints["Marta"].client)
    save_story(world.users["hanne"], other, 0, replace(Story.of(other.complaint), condition="hip-ir-loss", side="left"))
    test = next(
        t for t in measure_view(read_again(fresh(other))).model_dump(mode="json")["tests"] if t["measure"] == "hip-ir"
    )
    left = next(side for side in test["sides"] if side["side"] == "left")
    assert (left["row"], left["elsewhere"]["value"]) == (None, 20.5)
