"""What is offered in the place of a drill that a sign ends: the same need, and nothing of what hurt."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from easepath.core.adjust.joints import joints_of_sign, loads_joint
from easepath.core.adjust.nerve import families_of
from easepath.core.adjust.replacement import MOST, replacements
from easepath.core.adjust.review import Review
from easepath.core.assessment import Assessment
from easepath.core.facts import PlannedDrill
from easepath.core.screening.screen import screen
from tests.core.build import LIBRARY, day, entry, plan, situation

DRILLS = ("side-leg-raise", "iso-adduction", "pelvic-tilt")


def reviewed(symptom: str, drills: tuple[str, ...] = DRILLS[:2], **changes: Any) -> Review:
    """The groin client after a session whose first drill brought something."""
    rows = tuple(PlannedDrill(drill=drill, side="left", since=day(9)) for drill in drills)
    log = tuple(entry(1, drill, symptom=symptom if n == 0 else "pull", felt="target") for n, drill in enumerate(drills))
    return Assessment(LIBRARY, situation(plan=plan(*rows), log=log, **changes)).review


@pytest.mark.parametrize("symptom", ["sharp", "locking", "tingling", "fall"])
def test_a_stopped_drill_comes_with_what_serves_its_need_and_spares_what_hurt(symptom: str) -> None:
    found = reviewed(symptom)
    stopped = found.drills[0]
    assert stopped.decision.action == "stop"
    offered = [LIBRARY.drill(to.drill) for to in replacements(found, stopped)]
    assert 0 < len(offered) <= MOST
    need = found.context.matcher.main_need(stopped.drill)
    assert all(drill.needs.get(need, 0) > 0 for drill in offered)
    if symptom in ("sharp", "locking"):
        joints = joints_of_sign(LIBRARY, stopped.drill, "target")
        assert not any(
            loads_joint(LIBRARY, drill, frozenset({"left"}), joint, "left") for drill in offered for joint in joints
        )
    if symptom == "tingling":
        assert not any("sciatic" in families_of(drill) for drill in offered)


def test_what_no_sign_ends_is_not_replaced() -> None:
    found = reviewed("pull")
    assert [replacements(found, one) for one in found.drills] == [(), ()]


@settings(max_examples=25)
@given(
    symptom=st.sampled_from(["sharp", "swelling", "numbness", "dizzy", "heaviness"]),
    drills=st.permutations(DRILLS),
    age=st.integers(18, 90),
)
def test_nothing_offered_is_refused_or_there_already(symptom: str, drills: list[str], age: int) -> None:
    found = reviewed(symptom, tuple(drills), client=situation().client.model_copy(update={"age": age}))
    result = screen(LIBRARY, found.context.situation)
    for one in found.drills:
        for to in replacements(found, one):
            drill = LIBRARY.drill(to.drill)
            assert to.drill not in drills
            assert result.verdict(drill, "left").verdict.word != "exclude"
            assert to.step == -1
