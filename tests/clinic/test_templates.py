"""Sessions kept as templates: without the client, for either side, and never past the screen of whoever gets one."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from easepath.api.views.templates import plan_for_complaint, sources_view, template_for_client
from easepath.clinic import models
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.keep_template import keep_template, put_away
from easepath.clinic.actions.open_complaint import open_complaint
from easepath.clinic.actions.save_draft import save_draft
from easepath.clinic.errors import FieldError, NotAllowedError, NotFoundError
from easepath.clinic.facts.draft import Draft, Ticked
from easepath.clinic.facts.template import screened_for
from easepath.clinic.repository import read_visit
from easepath.clinic.selectors.access import get_template, get_visit
from easepath.core.assessment import Assessment
from easepath.core.facts import DrillGroup
from easepath.core.knowledge import shipped_library
from tests.conftest import World
from tests.core.build import LIBRARY, client, complaint, factor, situation

ROCK, SQUEEZE, TILT = "lunge-rock", "seated-squeeze", "pelvic-tilt"
REASON = "she knows it from years of rowing"
TITLE = shipped_library().title


def kept(world: World, *ticked: Ticked, name: str = "Groin, week two", own: bool = False, **more: Any) -> Any:
    hanne, visit = world.users["hanne"], world.visit("Tom")
    save_draft(hanne, visit, 0, ticked, order="own", groups=more.pop("groups", ()))
    return keep_template(hanne, visit, name, own=own, **more)


def taken(world: World, template: models.SessionTemplate, name: str = "Marta") -> Any:
    return template_for_client(read_visit(world.users["hanne"], world.visit(name).pk), template)


def test_a_template_holds_nothing_of_the_client_it_was_made_for(world: World) -> None:
    manner = {"kilograms": 4.0, "band": "light", "first": "left"}
    template = kept(world, Ticked(ROCK, "left", "flow", 1, "floor", reason=REASON, order={"ease": True}, manner=manner))
    (row,) = template.drills
    side = world.visit("Tom").complaint.side
    assert row["side"] == ("both" if side in ("both", "") else "affected" if side == "left" else "other")
    assert {"reason", "step", "order"}.isdisjoint(row)
    assert row["manner"] == {"band": "light"}


def test_one_taken_stands_on_the_clients_own_side_and_goes_through_the_usual_save(world: World) -> None:
    template = kept(
        world, Ticked(SQUEEZE, "both"), Ticked(ROCK, "both", reason=REASON), Ticked(TILT, "both"),
        groups=(DrillGroup(drills=(ROCK, TILT), rounds=3),), meant_for=["adductor-strain"],
    )  # fmt: skip
    found = taken(world, template)
    hanne, visit = world.users["hanne"], world.visit("Marta")
    assert [row.drill for row in found.drills] == [SQUEEZE, ROCK, TILT]
    assert found.groups[0].rounds == 3
    revision = read_visit(hanne, visit.pk).revision_of("plan")
    rows = tuple(Ticked(row.drill, row.side, place=row.place, reason=row.reason) for row in found.drills)
    assert save_draft(hanne, visit, revision, rows, order=found.order) == revision + 1


def test_what_left_the_library_is_refused_or_is_not_there_at_home_is_said(world: World) -> None:
    template = kept(world, Ticked(SQUEEZE, "both"), Ticked(ROCK, "right", reason=REASON))
    template.drills = [
        *template.drills, {**template.drills[0], "drill": "gone-long-ago"},
        {**template.drills[0], "drill": "band-back-kneel", "method": ""},
        {**template.drills[0], "drill": TILT, "dose": {"reps": 900}}, {**template.drills[0], "rest": True},
        {**template.drills[0], "drill": "band-back-kneel", "rest": True},
    ]  # fmt: skip
    found = taken(world, template)
    assert [row.drill for row in found.drills] == [SQUEEZE, ROCK, TILT, SQUEEZE]
    assert [row.dose for row in found.drills] == [None] * 4
    starts = (
        "gone long ago: taken off",
        f"{TITLE('band-back-kneel')}: taken off",
        f"{TITLE(TILT)}: begins at the start dose",
    )
    assert [line.startswith(start) for line, start in zip(found.said, starts, strict=True)] == [True] * 3


def test_ones_own_is_nobody_elses_and_the_clinics_is_put_away_by_its_keeper_or_a_lead(world: World) -> None:
    users = world.users
    own, shared = kept(world, Ticked(SQUEEZE, "both"), name="mine", own=True), None
    shared = keep_template(users["hanne"], world.visit("Tom"), "ours", own=False)
    record = read_visit(users["ruth"], world.visit("Marta").pk)
    assert [one.name for one in sources_view(record, users["ruth"]).templates] == ["ours"]
    with pytest.raises(NotFoundError):
        get_template(users["ruth"], own.pk)
    with pytest.raises(NotAllowedError):
        put_away(users["jo"], shared)
    put_away(users["ruth"], shared)
    assert [one.name for one in sources_view(record, users["hanne"]).templates] == ["mine"]
    assert models.AuditEntry.objects.filter(action="put-away-template").count() == 1


@pytest.mark.parametrize(
    ("name", "meant_for", "field"), [(" ", [], "name"), ("OURS", [], "name"), ("x", ["no-such-thing"], "meant_for")]
)
def test_what_cannot_be_kept_is_refused_at_its_field(world: World, name: str, meant_for: list[str], field: str) -> None:
    kept(world, Ticked(SQUEEZE, "both"), name="ours")
    with pytest.raises(FieldError) as caught:
        keep_template(world.users["hanne"], world.visit("Tom"), name, own=False, meant_for=meant_for)
    assert list(caught.value.fields) == [field]
    assert models.SessionTemplate.objects.count() == 1


def test_the_plan_of_another_complaint_of_the_same_client_is_screened_for_this_one(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Tom")
    save_draft(hanne, visit, 0, (Ticked(SQUEEZE, "both"), Ticked(ROCK, "right", reason=REASON)))
    version = hand_over(hanne, get_visit(hanne, visit.pk))[0]
    other = open_complaint(hanne, visit.complaint.client)
    record = read_visit(hanne, other.pk)
    (beside,) = sources_view(record, hanne).plans
    assert (beside.complaint, beside.drills) == (visit.complaint_id, [TITLE(ROCK), TITLE(SQUEEZE)])
    found = plan_for_complaint(record, version)
    told = {row.drill for row in found.drills} | {line.partition(":")[0] for line in found.said}
    assert len(told) == 2
    assert Draft.of(read_visit(hanne, other.pk)).ticked == ()


@settings(max_examples=60, suppress_health_check=[HealthCheck.function_scoped_fixture], deadline=None)
@given(
    drills=st.lists(st.sampled_from(sorted(LIBRARY.drills)), min_size=1, max_size=8, unique=True),
    side=st.sampled_from(["left", "right", "both"]),
    background=st.sets(st.sampled_from(sorted(LIBRARY.factors)), max_size=2),
)
def test_nothing_that_the_screen_refuses_passes(drills: list[str], side: str, background: set[str]) -> None:
    people = client(factors=tuple(factor(one) for one in background))
    assessment = Assessment(LIBRARY, situation(client=people, complaint=complaint()))
    found = screened_for(assessment, [Ticked(drill, side) for drill in drills], (), "own", "from a template")
    off = {drill for drill in drills if any(line.startswith(f"{TITLE(drill)}: taken off") for line in found.said)}
    assert [one.drill for one in found.ticked] == [drill for drill in drills if drill not in off]
    for one in found.ticked:
        drill = LIBRARY.drills[one.drill]
        sides = ["both"] if drill.sides == "both" else [s for s in ("left", "right") if side in (s, "both")]
        closed = [assessment.matcher.closed(drill, each) for each in sides]  # type: ignore[arg-type]
        assert any(reason is None or reason.rule == "clinician-only" for reason in closed)
