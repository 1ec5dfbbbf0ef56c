"""What a practitioner arranges by hand: own order, rounds, a drill that returns, an agreed way down at home."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Any

import pytest
from django.db import DatabaseError, connection, transaction

from easepath.api.views.by_hand import by_hand_view
from easepath.api.views.frame import frame
from easepath.api.views.plan import plan_view
from easepath.clinic import clock, models
from easepath.clinic.actions.close_review import close_review
from easepath.clinic.actions.decide_proposal import decide_proposal
from easepath.clinic.actions.erase_client import erase_client
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.save_draft import save_draft
from easepath.clinic.actions.session_bounds import DrillDone, SessionDone
from easepath.clinic.errors import FieldError
from easepath.clinic.facts.draft import Draft, Ticked
from easepath.clinic.repository import read_visit
from easepath.clinic.seals import missing_seals
from easepath.clinic.selectors.access import get_visit
from easepath.clinic.sheet import sheet_of
from easepath.core.facts import DrillGroup
from easepath.core.knowledge import shipped_library
from easepath.interchange.tape import tape_svg
from tests.clinic.test_reviews import proposal
from tests.clinic.test_walk import fresh
from tests.conftest import TODAY, World

REASON = "she knows it from years of rowing"
ROCK, SQUEEZE, TILT = "lunge-rock", "seated-squeeze", "pelvic-tilt"
TICKED = (
    Ticked(SQUEEZE, "both", order={"ease": True, "up_to": 2, "instead": None}),
    Ticked(ROCK, "right", reason=REASON, names=("forward", "across")),
    Ticked(TILT, "both"),
    Ticked(ROCK, "right", rest=True),
)
GROUPS = (DrillGroup(drills=(ROCK, TILT), rounds=3),)


def handed_over(world: World, name: str = "Tom") -> models.PlanVersion:
    """The version of a draft arranged by hand."""
    hanne, visit = world.users["hanne"], world.visit(name)
    save_draft(hanne, visit, 0, TICKED, order="own", groups=GROUPS)
    return hand_over(hanne, get_visit(hanne, visit.pk))[0]


def test_order_rounds_rests_and_orders_reach_the_version_and_the_next_draft(world: World) -> None:
    version = handed_over(world)
    rows = [(row.drill, row.rest, row.reason, row.order and row.order["up_to"]) for row in version.drills.all()]
    assert rows == [(SQUEEZE, False, "", 2), (ROCK, False, REASON, None), (TILT, False, "", None),
                    (ROCK, True, "", None)]  # fmt: skip
    assert version.order == "own"
    sheet = sheet_of(version)
    assert [group.rounds for group in sheet.groups] == [3]
    assert [drill.rest for drill in sheet.drills] == [False, False, False, True]
    assert [drill.in_turn for drill in sheet.drills] == ["", "2 and 3 in turn, 3 rounds", "", ""]
    assert tape_svg(sheet.model_dump()["timeline"], ["free"] * 4).count('class="begin"') == 9
    played = [(one.index, one.side) for one in sheet.timeline if one.kind == "side"]
    assert played == [(0, "both"), *[(1, "right"), (2, "both")] * 3, (3, "right")]
    assert abs(sum(one.seconds for one in sheet.timeline) - version.seconds) < 1e-6
    facts = read_visit(world.users["hanne"], world.visit("Tom").pk).facts.plan
    assert [planned.rest for planned in facts.drills] == [False, False, False, True]
    assert facts.groups == GROUPS
    assert [drill.names for drill in sheet.drills] == [(), ("forward", "across"), (), ()]
    assert Draft.of(read_visit(world.users["hanne"], world.visit("Tom").pk)).ticked[1].names == ("forward", "across")
    assert facts.drills[0].order is not None
    assert any("in 3 rounds" in line for line in version.difference)
    assert any("returns as a rest" in line for line in version.difference)
    assert not any(REASON in line for line in version.difference)


def test_a_drill_that_only_returns_is_not_logged_and_the_review_counts_each_drill_once(world: World) -> None:
    version = handed_over(world)
    assert [row.drill for row in version.counted] == [SQUEEZE, ROCK, TILT]
    view = plan_view(read_visit(world.users["hanne"], world.visit("Tom").pk))
    assert [(d.drill, d.rest, d.rounds) for d in view.drills] == [
        (SQUEEZE, False, None), (ROCK, False, 3), (TILT, False, 3), (ROCK, True, None)
    ]  # fmt: skip
    judged = by_hand_view(read_visit(world.users["hanne"], world.visit("Tom").pk))
    assert [one.drill for one in judged.drills] == [SQUEEZE, ROCK, TILT]
    assert all(one.offered.instead != one.drill for one in judged.drills)


def test_what_returns_goes_with_its_drill_and_a_group_keeps_what_came_in_its_place(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Tom")
    handed_over(world)
    today = proposal(world, "Tom", ROCK)
    options = by_hand_view(read_visit(hanne, visit.pk)).drills[1].stand_ins
    assert options
    method = shipped_library().drills[options[0].id].methods[0]
    into = {"drill": options[0].id, "method": method, "step": 0}
    decide_proposal(hanne, visit, today.key, decision="change", reason="sore", changed_to=into)
    for one in (SQUEEZE, TILT):
        other = proposal(world, "Tom", one)
        if other.does is not None and other.does.decided:
            decide_proposal(hanne, visit, other.key, decision="refuse", reason="not now")
    version = close_review(hanne, get_visit(hanne, visit.pk), 2)
    assert version is not None
    assert [row.drill for row in version.drills.all()] == [SQUEEZE, options[0].id, TILT]
    assert version.order == "own"
    assert version.groups == [{"drills": [options[0].id, TILT], "rounds": 3, "order": "round"}]
    assert [group.rounds for group in Draft.of(read_visit(hanne, visit.pk)).groups] == [3]


@pytest.mark.parametrize(
    ("rows", "groups", "field"),
    [
        ((Ticked(ROCK, "right", rest=True),), (), "drills.0.rest"),
        ((Ticked(ROCK, "right"), Ticked(ROCK, "right")), (), "drills"),
        ((Ticked(ROCK, "right"),), (DrillGroup(drills=(ROCK, TILT)),), "groups.0.drills.1"),
        ((Ticked(ROCK, "right"), Ticked(SQUEEZE, "both"), Ticked(TILT, "both")), GROUPS, "groups.0.drills"),
        ((Ticked(ROCK, "right"), Ticked(TILT, "both")), (*GROUPS, DrillGroup(drills=(TILT,))), "groups.1.drills.0"),
        ((Ticked(ROCK, "right", order={"instead": ROCK}),), (), "drills.0.order.instead"),
        ((Ticked(ROCK, "right", order={"instead": "nothing"}),), (), "drills.0.order.instead"),
    ],
)
def test_what_cannot_be_arranged_is_refused_at_its_field(
    world: World, rows: tuple[Ticked, ...], groups: tuple[DrillGroup, ...], field: str
) -> None:
    before = Draft.of(read_visit(world.users["hanne"], world.visit("Tom").pk))
    with pytest.raises(FieldError) as caught:
        save_draft(world.users["hanne"], world.visit("Tom"), 0, rows, groups=groups)
    assert list(caught.value.fields) == [field]
    assert Draft.of(read_visit(world.users["hanne"], world.visit("Tom").pk)) == before


def test_a_drill_the_library_does_not_have_is_named_in_every_group(world: World) -> None:
    groups = (DrillGroup(drills=("x", ROCK)), DrillGroup(drills=("x",)))
    with pytest.raises(FieldError) as caught:
        save_draft(
            world.users["hanne"], world.visit("Tom"), 0, (Ticked("x", "both"), Ticked(ROCK, "right")), groups=groups
        )
    assert list(caught.value.fields) == ["drills.0.drill", "groups.0.drills.0", "groups.1.drills.0"]


LOADED = {"kilograms": 10.0, "band": "light", "days_per_week": 3, "rest_s": 60, "first": "right"}


def loaded(manner: dict[str, Any], reason: str = REASON) -> tuple[Ticked, ...]:
    return (Ticked("side-leg-raise", "both", reason=reason, manner=manner), Ticked(SQUEEZE, "both"))


def test_what_is_set_beyond_the_dose_is_handed_over_read_and_goes_on(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Tom")
    save_draft(hanne, visit, 0, loaded(LOADED))
    version = hand_over(hanne, get_visit(hanne, visit.pk))[0]
    row = version.drills.get(drill="side-leg-raise")
    assert row.manner == LOADED
    (told,) = [one for one in sheet_of(version).drills if one.drill == "side-leg-raise"]
    assert {side.words.partition(", with 10 kg")[1:] for side in told.sides} == {(", with 10 kg", ", light band")}
    assert (told.days_per_week, told.sides[0].side) == (3, "right")
    assert [one.manner for one in Draft.of(read_visit(hanne, visit.pk)).ticked] == [LOADED, None]


@pytest.mark.parametrize(
    ("change", "reason", "field"),
    [
        ({"kilograms": 11.0}, "", None),
        ({"kilograms": 12.0}, "", "drills.0.manner.kilograms"),
        ({"kilograms": 12.0}, REASON, None),
        ({"band": "strong"}, "", "drills.0.manner.band"),
        ({"days_per_week": 7}, REASON, None),
        ({"per_day": 6}, REASON, "drills.0.manner.per_day"),
        ({"left": {"reps": 4}}, "", None),
        ({"cap_lift": 20}, "", "drills.0.manner.cap_lift"),
        ({"cap_lift": 20}, REASON, None),
        ({"left": {"reps": 900}}, REASON, "drills.0.manner.left.reps"),
    ],
)
def test_a_load_rises_by_a_tenth_or_with_a_reason_and_no_drill_is_done_too_often(
    world: World, change: dict[str, Any], reason: str, field: str | None
) -> None:
    hanne, visit = world.users["hanne"], world.visit("Tom")
    save_draft(hanne, visit, 0, loaded(LOADED))
    hand_over(hanne, get_visit(hanne, visit.pk))
    before = Draft.of(read_visit(hanne, visit.pk))
    if field is None:
        save_draft(hanne, visit, 1, loaded(LOADED | change, reason))
        assert Draft.of(read_visit(hanne, visit.pk)) != before
        return
    with pytest.raises(FieldError) as caught:
        save_draft(hanne, visit, 1, loaded(LOADED | change, reason))
    assert list(caught.value.fields) == [field]
    assert Draft.of(read_visit(hanne, visit.pk)) == before


def test_an_order_that_nobody_chose_is_the_one_that_is_offered(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Tom")
    save_draft(hanne, visit, 0, TICKED, order="own")
    offered = {one.drill: one.offered.model_dump() for one in by_hand_view(read_visit(hanne, visit.pk)).drills}
    version = hand_over(hanne, get_visit(hanne, visit.pk))[0]
    orders = {row.drill: row.order for row in version.counted}
    assert orders == {SQUEEZE: TICKED[0].order, ROCK: offered[ROCK], TILT: offered[TILT]}
    assert frame(read_visit(hanne, visit.pk)).sheet.unchanged


def test_an_erasure_blanks_the_reason_and_nothing_else_may(world: World) -> None:
    version = handed_over(world)
    row = version.drills.get(drill=ROCK, rest=False)
    row.reason = "something else"
    with pytest.raises(DatabaseError, match="only added to"), transaction.atomic():
        row.save()
    assert missing_seals(connection) == []
    client = fresh(world, "Tom").client
    erase_client(world.users["ruth"], client, name=str(client))
    texts: list[Any] = [
        *models.PlanDrill.objects.filter(version=version),
        *models.DraftDrill.objects.filter(drill=ROCK),
    ]
    assert {(one.reason, *one.names) for one in texts if one.drill == ROCK} == {("",)}


def test_the_day_that_was_agreed_stands_on_the_sheet_and_goes_on_while_it_is_to_come(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Tom")
    save_draft(hanne, visit, 0, TICKED, order="own")
    with pytest.raises(FieldError) as caught:
        hand_over(hanne, get_visit(hanne, visit.pk), None, TODAY - dt.timedelta(days=1))
    assert list(caught.value.fields) == ["review_on"]
    agreed = TODAY + dt.timedelta(days=14)
    version = hand_over(hanne, get_visit(hanne, visit.pk), None, agreed)[0]
    assert sheet_of(version).review_on == str(agreed)
    assert sheet_of(handed_over(world, "Marta")).review_on is None


def test_a_lifted_cap_falls_back_at_home_and_the_next_version_is_without_it(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Tom")
    save_draft(hanne, visit, 0, loaded(LOADED | {"cap_lift": 20}))
    version = hand_over(hanne, get_visit(hanne, visit.pk))[0]
    row = version.drills.get(drill="side-leg-raise")
    assert row.manner == LOADED | {"cap_lift": 20}
    assert Draft.in_sight(read_visit(hanne, visit.pk)).ticked[0].manner == row.manner
    done = DrillDone(drill=row.drill, side="both", done_pct=100, during=9, symptom="pull", felt="target")
    told = SessionDone(id=uuid.uuid4(), version=version.number, date=TODAY, before=1, after=3, drills=(done,))
    record_session(version.complaint, told)
    assert Draft.in_sight(read_visit(hanne, visit.pk)).ticked[0].manner == LOADED
    again = hand_over(hanne, get_visit(hanne, visit.pk))[0]
    assert again.drills.get(drill="side-leg-raise").manner == LOADED


@pytest.mark.parametrize(
    ("change", "anew"),
    [({"rest_s": 90}, False), ({"days_per_week": 2}, False), ({"first": "left"}, False), ({"kilograms": 11.0}, True)],
)
def test_another_load_is_another_dose_and_another_rest_is_not(world: World, change: dict[str, Any], anew: bool) -> None:
    hanne, visit = world.users["hanne"], world.visit("Tom")
    save_draft(hanne, visit, 0, loaded(LOADED))
    hand_over(hanne, get_visit(hanne, visit.pk))
    with clock.on(TODAY + dt.timedelta(days=5)):
        save_draft(hanne, visit, 1, loaded(LOADED | change))
        assert not frame(read_visit(hanne, visit.pk)).sheet.unchanged
        row = hand_over(hanne, get_visit(hanne, visit.pk))[0].drills.get(drill="side-leg-raise")
    assert row.since == TODAY + dt.timedelta(days=5 if anew else 0)


def test_a_tempo_set_by_hand_stands_on_the_sheet_and_reads_the_same_after_storage(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Tom")
    hinge = Ticked("hinge-light", "both", "slow-strength", reason=REASON, dose={"tempo_s": [2, 1, 2]}, own=True)
    save_draft(hanne, visit, 0, (hinge,))
    (shown,) = plan_view(read_visit(hanne, visit.pk)).drills
    assert [(one.seconds, one.now) for one in shown.tempos] == [([2, 1, 2], True), ([3, 1, 3], False)]
    (row,) = hand_over(hanne, get_visit(hanne, visit.pk))[0].drills.all()
    assert row.dose["tempo_s"] == [2, 1, 2]
    assert "2 s up" in row.prescription["sides"][0]["words"]
