"""A version taken back: for ten minutes, while nobody has done it, what ran before runs again."""

from __future__ import annotations

from collections.abc import Callable

import pytest

from easepath.api.views.home import home_view
from easepath.api.views.home_sheet import home_sheet
from easepath.clinic import clock
from easepath.clinic.actions.close_review import close_review
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.record_session import record_session
from easepath.clinic.actions.take_back import WITHIN, WORDS, take_back
from easepath.clinic.errors import NotAllowedError, RefusedError
from easepath.clinic.models import AuditEntry, PlanVersion
from easepath.clinic.repository import read_complaint
from tests.clinic.test_reviews import accept_all, proposals
from tests.clinic.test_walk import done, fresh
from tests.conftest import TODAY, World


@pytest.fixture
def second(world: World) -> PlanVersion:
    """Marta's second version, in her next stage."""
    visit = world.visit("Marta")
    accept_all(world, "Marta", visit)
    version = close_review(world.users["hanne"], visit, 1)
    assert version is not None
    return version


def shape(version: PlanVersion) -> list[tuple[object, ...]]:
    return [(row.drill, row.side, row.method, row.step, row.dose, row.since) for row in version.drills.all()]


def test_what_ran_before_runs_again_with_its_stage_and_its_proposals(world: World, second: PlanVersion) -> None:
    hanne, visit = world.users["hanne"], world.visit("Marta")
    first = second.complaint.versions.get(number=1)
    again = take_back(hanne, visit, 2)
    assert (again.number, again.takes_back, again.stage, again.difference) == (3, 2, first.stage, [WORDS])
    assert shape(again) == shape(first) != shape(second)
    assert fresh(world, "Marta").stage == first.stage
    told = home_sheet(read_complaint(second.complaint_id))
    assert (told.version, list(told.difference)) == (3, [WORDS])
    assert any(one.waits(None) for one in proposals(world, "Marta"))
    assert take_back(hanne, visit, 2) == again
    assert AuditEntry.objects.filter(action="take-back").count() == 1


def too_late(world: World, second: PlanVersion, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(clock, "now", lambda: second.handed_over_at + WITHIN)


def done_at_home(world: World, second: PlanVersion, monkeypatch: pytest.MonkeyPatch) -> None:
    record_session(fresh(world, "Marta"), done(fresh(world, "Marta"), TODAY))


@pytest.mark.parametrize(("happens", "why"), [(too_late, "ten minutes are over"), (done_at_home, "was told")])
def test_it_is_kept_once_it_is_too_late_or_was_done(
    world: World, second: PlanVersion, monkeypatch: pytest.MonkeyPatch, happens: Callable[..., None], why: str
) -> None:
    assert home_view(second.complaint).versions[-1].take_back_s > 500
    happens(world, second, monkeypatch)
    assert home_view(second.complaint).versions[-1].take_back_s == 0
    with pytest.raises(RefusedError) as refused:
        take_back(world.users["hanne"], world.visit("Marta"), 2)
    assert why in refused.value.reasons[0]
    assert second.complaint.versions.count() == 2


def test_a_first_version_and_one_no_longer_in_use_are_not_taken_back(world: World, second: PlanVersion) -> None:
    hanne = world.users["hanne"]
    with pytest.raises(RefusedError):
        take_back(hanne, world.visit("Marta"), 1)
    with pytest.raises(RefusedError):
        take_back(hanne, world.visit("Tom"), 1)
    with pytest.raises(NotAllowedError):
        take_back(world.users["jo"], world.visit("Marta"), 2)


def test_a_hand_over_on_the_version_taken_back_does_not_answer_with_the_one_before(
    world: World, second: PlanVersion
) -> None:
    take_back(world.users["hanne"], world.visit("Marta"), 2)
    with pytest.raises(RefusedError):
        hand_over(world.users["hanne"], world.visit("Marta"), 2)
