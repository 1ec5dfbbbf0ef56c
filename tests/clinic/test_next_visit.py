"""The next visit begins by itself on another day, with what was in sight and what was left open."""

from __future__ import annotations

import datetime as dt

import pytest

from easepath.api.views.frame import last_time
from easepath.clinic import clock
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.open_visit import open_visit
from easepath.clinic.actions.save_draft import replace_draft
from easepath.clinic.facts.draft import Draft, Ticked
from easepath.clinic.models import AuditEntry, Visit
from easepath.clinic.repository import read_again
from tests.clinic.test_walk import fresh
from tests.conftest import TODAY, World


def begun(world: World, *, handed_over: bool) -> Visit:
    """A visit of yesterday, its sheet handed over or not, and then changed."""
    hanne = world.users["hanne"]
    with clock.on(TODAY - dt.timedelta(days=1)):
        visit = world.visit("Marta")
        assert visit.closed_at is None
        Visit.objects.filter(pk=visit.pk).update(opened_at=clock.now())
        if handed_over:
            hand_over(hanne, visit)
        replace_draft(visit, Draft((*Draft.of(read_again(visit)).ticked, Ticked("seated-squeeze", "both"))))
    return Visit.objects.get(pk=visit.pk)


def test_a_visit_of_another_day_whose_sheet_was_handed_over_is_followed_by_the_next(world: World) -> None:
    before = begun(world, handed_over=True)
    after = open_visit(world.users["hanne"], fresh(world, "Marta"))
    assert after.number == before.number + 1
    before.refresh_from_db()
    assert before.closed_at is not None
    told = last_time(after)
    assert told is not None
    assert told.left_open == before.left_open
    assert [row.drill for row in after.draft_drills.all()] == [row.drill for row in before.draft_drills.all()]
    assert after.draft_drills.filter(drill="seated-squeeze").exists()
    assert open_visit(world.users["jo"], fresh(world, "Marta")) == after
    entry = AuditEntry.objects.filter(action="open-visit").latest("number")
    assert entry.details == {"visit": after.number, "closed": before.number, "complaint": after.complaint_id}


@pytest.mark.parametrize(("handed_over", "days"), [(False, 0), (True, -1)])
def test_one_that_is_not_done_and_one_of_today_go_on(world: World, handed_over: bool, days: int) -> None:
    before = begun(world, handed_over=handed_over)
    with clock.on(TODAY + dt.timedelta(days=days)):
        assert open_visit(world.users["hanne"], fresh(world, "Marta")) == before
