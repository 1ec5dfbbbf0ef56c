"""What was handed over is what the client does: an edit of the knowledge re-doses nobody in silence."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

import pytest

from easepath.api.views.adjust import review_view
from easepath.api.views.plan import plan_view
from easepath.clinic import repository
from easepath.clinic.actions.close_review import close_review
from easepath.clinic.actions.decide_proposal import decide_proposal
from easepath.clinic.actions.hand_over import hand_over
from easepath.clinic.actions.save_draft import save_draft
from easepath.clinic.errors import FieldError
from easepath.clinic.facts.draft import Ticked
from easepath.clinic.repository import read_visit
from easepath.clinic.selectors.access import get_visit
from easepath.core.knowledge import Library, shipped_library
from tests.clinic.test_reviews import accept_all, proposal
from tests.clinic.test_walk import fresh
from tests.conftest import World

DRILL = "lunge-rock"


def _with_start(reps: int) -> Library:
    library = shipped_library()
    drill = library.drills[DRILL]
    start = drill.dose.start.model_copy(update={"reps": reps})
    changed = drill.model_copy(update={"dose": drill.dose.model_copy(update={"start": start})})
    return replace(library, version="edited", drills={**library.drills, DRILL: changed})


@pytest.fixture
def edited(world: World, monkeypatch: pytest.MonkeyPatch) -> Iterator[World]:
    """The start dose of a drill that runs is edited in the knowledge: three repetitions fewer."""
    reps = shipped_library().drills[DRILL].dose.start.reps
    assert reps is not None
    monkeypatch.setattr(repository, "shipped_library", lambda: _with_start(reps - 3))
    return world


def _dose(world: World, name: str) -> dict[str, int]:
    version = fresh(world, name).versions.last()
    assert version is not None
    dose: dict[str, int] = version.drills.get(drill=DRILL).dose
    return dose


def test_a_new_version_keeps_the_dose_of_what_goes_on(edited: World) -> None:
    before, visit = _dose(edited, "Tom"), edited.visit("Tom")
    today = proposal(edited, "Tom", "seated-squeeze")
    down = {"drill": "seated-squeeze", "method": "isometric", "step": -1}
    decide_proposal(edited.users["hanne"], visit, today.key, decision="change", reason="sore", changed_to=down)
    version = close_review(edited.users["hanne"], visit, 1)
    assert version is not None
    assert version.number == 2
    assert _dose(edited, "Tom") == before
    assert version.drills.get(drill=DRILL).since == fresh(edited, "Tom").versions.first().drills.get(drill=DRILL).since


def test_the_next_review_says_that_the_ladder_is_another(edited: World) -> None:
    shown = review_view(read_visit(edited.users["hanne"], edited.visit("Tom").pk)).model_dump(mode="json")["proposals"]
    rock = next(one for one in shown if one["drill"] == DRILL)
    assert "handed over as" in rock["differs"]
    assert rock["present"]["words"] in rock["differs"]
    assert [one["differs"] for one in shown if one["drill"] != DRILL] == [""] * (len(shown) - 1)


def test_nothing_is_said_while_the_knowledge_is_the_same(world: World) -> None:
    for name in ("Marta", "Tom", "Ines"):
        shown = review_view(read_visit(world.users["hanne"], world.visit(name).pk)).model_dump(mode="json")["proposals"]
        assert {one["differs"] for one in shown} == {""}


def test_a_draft_goes_on_with_the_dose_until_it_is_touched(edited: World) -> None:
    before, hanne, visit = _dose(edited, "Tom"), edited.users["hanne"], edited.visit("Tom")
    rows = [Ticked(r.drill, r.side, r.method, r.step, r.place) for r in visit.draft_drills.all()]
    save_draft(hanne, visit, 0, tuple(rows))
    hand_over(hanne, get_visit(hanne, visit.pk))
    assert _dose(edited, "Tom") == before
    touched = tuple(replace(one, step=0 if one.drill == DRILL else one.step) for one in rows)
    touched = tuple(replace(one, method="" if one.drill == DRILL else one.method) for one in touched)
    save_draft(hanne, get_visit(hanne, visit.pk), 1, touched)
    hand_over(hanne, get_visit(hanne, visit.pk))
    assert _dose(edited, "Tom")["reps"] == before["reps"] - 3


def test_a_rise_leads_to_the_next_step_with_more_work(edited: World) -> None:
    visit = edited.visit("Marta")
    rock = proposal(edited, "Marta")
    assert (rock.rule, rock.action) == ("ready", "progress")
    accept_all(edited, "Marta", visit)
    before = _dose(edited, "Marta")
    close_review(edited.users["hanne"], visit, 1)
    assert _dose(edited, "Marta") == {**before, "circuits": 2}


def test_a_dose_set_by_hand_goes_to_the_sheet_and_on_from_there(world: World) -> None:
    hanne, visit = world.users["hanne"], world.visit("Tom")
    own = Ticked(DRILL, "left", "flow", None, "", {"reps": 12}, own=True)
    save_draft(hanne, visit, 0, (own, Ticked("pelvic-tilt", "both")))
    shown = plan_view(read_visit(hanne, visit.pk)).draft
    assert [one.dose and one.dose.model_dump(exclude_none=True) for one in shown] == [{"reps": 12}, None]
    hand_over(hanne, get_visit(hanne, visit.pk))
    start = shipped_library().drills[DRILL].dose.start.model_dump(mode="json", exclude_none=True)
    assert _dose(world, "Tom") == {**start, "reps": 12}
    row = fresh(world, "Tom").versions.last().drills.get(drill=DRILL)  # type: ignore[union-attr]
    assert "12" in row.prescription["sides"][0]["words"]
    again = review_view(read_visit(hanne, visit.pk))
    assert next(one.present.words for one in again.proposals if one.drill == DRILL).startswith("12")


@pytest.mark.parametrize(("part", "value"), [("reps", 500), ("effort_pct", 50), ("contract_s", 5)])
def test_a_dose_outside_its_method_is_refused_at_its_part(world: World, part: str, value: int) -> None:
    own = Ticked(DRILL, "left", "flow", None, "", {part: value}, own=True)
    with pytest.raises(FieldError) as caught:
        save_draft(world.users["hanne"], world.visit("Tom"), 0, (own,))
    assert list(caught.value.fields) == [f"drills.0.dose.{part}"]
    assert not world.visit("Tom").draft_drills.filter(own=True).exists()
