"""The second set of places from the story to the phone, the log and the paper."""

from __future__ import annotations

import datetime as dt
import uuid
from dataclasses import replace
from typing import Any

import pytest

from easepath.api.views.elsewhere import elsewhere_view
from easepath.api.views.frame import frame
from easepath.api.views.home_sheet import home_sheet
from easepath.api.views.respond import respond_view
from easepath.clinic import clock, models
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.save_draft import save_draft
from easepath.clinic.actions.save_story import save_story
from easepath.clinic.actions.session_bounds import DrillDone, SessionDone
from easepath.clinic.errors import FieldError
from easepath.clinic.facts.draft import Ticked
from easepath.clinic.facts.story import Story
from easepath.clinic.repository import read_complaint, read_visit
from easepath.clinic.selectors.access import get_visit
from easepath.clinic.sheet import sheet_of
from easepath.interchange.sheet_pdf import sheet_context
from tests.conftest import TODAY, World

SQUEEZE, TILT = "seated-squeeze", "pelvic-tilt"


def with_desk(world: World, name: str = "Tom", **changes: Any) -> models.Visit:
    """The visit of a client who does the session at work too: a chair, room to stand, nothing else."""
    hanne, visit = world.users["hanne"], world.visit(name)
    record = read_visit(hanne, visit.pk)
    there = {"elsewhere_name": "at work", "elsewhere_places": ("chair", "stand"), **changes}
    story = replace(Story.of(record.complaint), **there)
    save_story(hanne, visit, record.revision_of("story"), story, person=record.complaint.client.revision)
    return get_visit(hanne, visit.pk)


def handed_over(world: World, *rows: Ticked) -> models.PlanVersion:
    hanne, visit = world.users["hanne"], with_desk(world)
    record = read_visit(hanne, visit.pk)
    save_draft(hanne, visit, record.revision_of("plan"), rows or (Ticked(SQUEEZE, "both"), Ticked(TILT, "both")))
    return hand_over(hanne, get_visit(hanne, visit.pk))[0]


def session(version: models.PlanVersion, drill: str, side: Any = "both", **told: Any) -> SessionDone:
    done = DrillDone(drill, side, 100, 1, **{"symptom": "pull", "felt": "target", **told})
    return SessionDone(uuid.uuid4(), version.number, TODAY, 1, 1, (done,))


def test_the_sheet_says_what_is_done_there(world: World) -> None:
    sheet = sheet_of(handed_over(world))
    assert sheet.elsewhere is not None
    assert (sheet.elsewhere.name, [one.drill for one in sheet.drills]) == ("at work", [TILT, SQUEEZE])
    by_need = {one.stands_for or one.drill: one for one in sheet.elsewhere.drills}
    assert set(by_need) == {TILT, SQUEEZE}, "each drill stays or is replaced"
    assert by_need[SQUEEZE].stands_for == ""
    stand_in = by_need[TILT]
    assert stand_in.drill not in (TILT, SQUEEZE)
    assert stand_in.place in ("chair", "stand")
    assert stand_in.do
    assert stand_in.stop
    paper = sheet_context(sheet.model_dump(), paper="a4", size="usual", link=None)["there"]
    assert [bool(one.pictures) for one in paper["drills"]] == [bool(o.stands_for) for o in sheet.elsewhere.drills]


def test_without_a_second_place_nothing_is_said_of_one(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Tom")
    save_draft(hanne, visit, 0, (Ticked(SQUEEZE, "both"),))
    version = hand_over(hanne, get_visit(hanne, visit.pk))[0]
    assert version.elsewhere is None
    assert sheet_of(version).elsewhere is None
    assert elsewhere_view(read_visit(hanne, visit.pk)).drills == []


def test_plan_offers_its_places_and_what_may_stand_in_and_keeps_what_is_chosen(world: World) -> None:
    hanne, visit = world.users["hanne"], with_desk(world)
    save_draft(hanne, visit, 0, (Ticked(SQUEEZE, "both"), Ticked(TILT, "both")))
    squeeze, tilt = sorted(elsewhere_view(read_visit(hanne, visit.pk)).drills, key=lambda one: one.drill != SQUEEZE)
    assert (squeeze.at, squeeze.instead) == ("chair", "")
    assert "chair" in squeeze.places
    assert tilt.places == []
    assert tilt.instead
    other = next(one.id for one in tilt.choices if one.id != tilt.instead)
    chosen = (Ticked(SQUEEZE, "both", there={"leave_out": True}), Ticked(TILT, "both", there={"instead": other}))
    save_draft(hanne, visit, 1, chosen)
    found = {one.drill: one for one in elsewhere_view(read_visit(hanne, visit.pk)).drills}
    assert (found[SQUEEZE].at, found[SQUEEZE].by_hand) == (None, True)
    assert found[TILT].instead == other
    version = hand_over(hanne, get_visit(hanne, visit.pk))[0]
    assert {row.drill: row.there for row in version.drills.all()} == {
        SQUEEZE: {"leave_out": True}, TILT: {"instead": other},
    }  # fmt: skip
    assert version.elsewhere["left_out"] == [sheet_of(version).drills[1].title]


@pytest.mark.parametrize(
    ("there", "field"),
    [
        ({"instead": "no-such-drill"}, "there.instead"),
        ({"instead": SQUEEZE}, "there.instead"),
        ({"instead": "lunge-rock"}, "there.instead"),
        ({"place": "wall"}, "there.place"),
    ],
)
def test_what_cannot_be_done_there_is_said_at_its_field_and_nothing_is_saved(
    world: World, there: dict[str, Any], field: str
) -> None:
    hanne, visit = world.users["hanne"], with_desk(world)
    before = read_visit(hanne, visit.pk).draft
    with pytest.raises(FieldError) as refused:
        save_draft(hanne, visit, 0, (Ticked(SQUEEZE, "both", there=there),))
    assert list(refused.value.fields) == [f"drills.0.{field}"]
    assert read_visit(hanne, visit.pk).draft == before


def test_a_session_there_is_logged_under_what_was_done_and_what_it_stood_for(world: World) -> None:
    version = handed_over(world)
    stand_in = next(one for one in sheet_of(version).elsewhere.drills if one.stands_for)  # type: ignore[union-attr]
    record_session(version.complaint, session(version, stand_in.drill, stand_in.side))
    (row,) = models.SessionDrill.objects.filter(session__complaint=version.complaint, session__version=version)
    assert (row.drill, row.stands_for) == (stand_in.drill, TILT)
    told = respond_view(read_complaint(version.complaint_id)).model_dump(mode="json")
    assert told["sessions"][0]["drills"][0]["stands_for"] == sheet_of(version).drills[0].title
    assert [one["drill"] for one in told["planned"] if one["stands_for"]] == [stand_in.drill]


def test_a_sign_there_pauses_both_and_waits_for_the_clinician(world: World) -> None:
    version = handed_over(world)
    stand_in = next(one for one in sheet_of(version).elsewhere.drills if one.stands_for)  # type: ignore[union-attr]
    record_session(version.complaint, session(version, stand_in.drill, stand_in.side, symptom="tingling", felt="calf"))
    with clock.on(TODAY + dt.timedelta(days=1)):
        record = read_complaint(version.complaint_id)
        sheet, told = home_sheet(record), respond_view(record)
    assert {one.drill for one in sheet.drills if one.paused} >= {TILT}
    assert stand_in.drill in {one.drill for one in sheet.elsewhere.drills if one.paused}  # type: ignore[union-attr]
    assert stand_in.drill in {one.drill for one in told.signs}


@pytest.mark.parametrize("drill", ["lunge-rock", "calf-stretch"])
def test_what_is_neither_here_nor_there_cannot_be_told(world: World, drill: str) -> None:
    version = handed_over(world)
    with pytest.raises(FieldError) as refused:
        record_session(version.complaint, session(version, drill))
    assert "drills.0.drill" in refused.value.fields


def test_a_change_of_what_is_there_asks_for_a_new_version(world: World) -> None:
    hanne, version = world.users["hanne"], handed_over(world)
    visit = version.visit
    assert visit is not None
    assert frame(read_visit(hanne, visit.pk)).sheet.unchanged
    with_desk(world, elsewhere_places=("chair",))
    assert not frame(read_visit(hanne, visit.pk)).sheet.unchanged


def test_the_load_that_was_asked_for_stands_with_the_session(world: World) -> None:
    models.Clinic.objects.update(band_light="the pale one")
    manner = {"kilograms": 3.0, "band": "light", "level": "knee"}
    version = handed_over(world, Ticked(SQUEEZE, "both", manner=manner, reason="she lifts more than that at the yard"))
    words = "with 3 kg, light band (the pale one), down to the knee"
    assert words in sheet_of(version).drills[0].sides[0].words
    record_session(version.complaint, session(version, SQUEEZE))
    told = respond_view(read_complaint(version.complaint_id))
    assert told.sessions[0].drills[0].load == words


def test_a_drill_may_begin_with_the_side_that_moves_better_that_day(world: World) -> None:
    rock = Ticked("lunge-rock", "both", manner={"first": "better"}, reason="she knows it from years of rowing")
    (drill,) = sheet_of(handed_over(world, rock)).drills
    assert drill.better_first
    assert len(drill.sides) == 2
