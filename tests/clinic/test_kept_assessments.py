"""What is kept of an assessment is what would be worked out anew, whatever was asked of it or done in between."""

from __future__ import annotations

import datetime as dt
from collections.abc import Callable
from typing import Any

import pytest

from easepath.api.views.adjust import review_view
from easepath.api.views.by_hand import by_hand_view
from easepath.api.views.frame import frame
from easepath.api.views.others import others_view
from easepath.api.views.plan import plan_view
from easepath.clinic import clock, kept_assessments
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.overrides import override_verdict
from easepath.clinic.actions.save_draft import save_draft
from easepath.clinic.actions.save_screening import Screening, save_screening
from easepath.clinic.actions.screening_rows import FactorEntry
from easepath.clinic.facts.draft import Ticked
from easepath.clinic.repository import read_complaint, read_visit
from tests.conftest import TODAY, World

VIEWS: tuple[Callable[[Any], Any], ...] = (frame, plan_view, others_view, by_hand_view, review_view)


def seen(world: World) -> list[Any]:
    """Everything the pages show of Marta's visit, each read for itself."""
    visit = world.visit("Marta")
    return [view(read_visit(world.users["hanne"], visit.pk)).model_dump(mode="json") for view in VIEWS]


def sick(world: World) -> None:
    now = Screening.of(read_complaint(world.complaints["Marta"].pk))
    save_screening(
        world.users["hanne"], world.visit("Marta"), 0, Screening(now.answers, (FactorEntry("vertigo"),), now.limits)
    )


def ticked(world: World) -> None:
    save_draft(world.users["hanne"], world.visit("Marta"), 0, (Ticked("seated-squeeze", "both"),))


def overridden(world: World) -> None:
    override_verdict(world.users["ruth"], world.visit("Marta"), drill="lunge-rock", side="left", reason="seen it done")


def handed(world: World) -> None:
    hand_over(world.users["hanne"], world.visit("Marta"))


@pytest.mark.parametrize("act", [sick, ticked, overridden, handed])
@pytest.mark.parametrize("days", [0, 9])
def test_what_is_kept_shows_what_is_worked_out_anew(world: World, act: Callable[[World], None], days: int) -> None:
    before = seen(world)
    assert seen(world) == before
    act(world)
    with clock.on(TODAY + dt.timedelta(days=days)):
        after = seen(world)
        kept_assessments.forget()
        assert seen(world) == after
    assert after != before


def test_equal_facts_share_one_and_each_fact_counts(world: World) -> None:
    hanne, pk = world.users["hanne"], world.visit("Marta").pk
    first = read_visit(hanne, pk).assessment
    assert read_visit(hanne, pk).assessment is first
    sick(world)
    assert read_visit(hanne, pk).assessment is not first


def test_no_more_than_so_many_are_kept(world: World, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(kept_assessments, "MOST", 1)
    marta = read_visit(world.users["hanne"], world.visit("Marta").pk).assessment
    tom = read_visit(world.users["hanne"], world.visit("Tom").pk).assessment
    assert read_visit(world.users["hanne"], world.visit("Tom").pk).assessment is tom
    assert read_visit(world.users["hanne"], world.visit("Marta").pk).assessment is not marta
