"""An effort cap lifted by hand: by one step, never where maximal efforts are judged, and until it stirs."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from easepath.core.adjust.review import review
from easepath.core.compose import prescribe
from easepath.core.compose.load import raised_too_far
from easepath.core.facts import Manner, PlannedDrill
from easepath.core.vocabulary import SIDES
from tests.core.build import LIBRARY, client, complaint, day, entry, factor, matched, plan

LIFTED = Manner(cap_lift=20)
CAPPED = sorted(
    (condition.id, drill) for condition in LIBRARY.conditions.values() for drill in condition.effort_cap
)  # fmt: skip


def top_effort(manner: Manner | None, condition: str, drill: str, *factors: str) -> int | None:
    """The effort of the highest step; None where the drill may not be done or has no effort."""
    own = plan(PlannedDrill(drill=drill, method=None), stage=1)
    facts: dict[str, Any] = {"complaint": complaint(condition=condition), "plan": own}
    matcher = matched(client=client(factors=tuple(factor(one) for one in factors)), **facts)
    found = prescribe(matcher, LIBRARY.drills[drill], sides=SIDES, step=99, manner=manner)
    return found and found.dose.effort_pct


@given(
    where=st.sampled_from(CAPPED),
    background=st.sets(st.sampled_from(sorted(LIBRARY.factors)), max_size=2),
)
def test_a_lift_is_one_step_at_most_and_never_makes_a_maximal_effort_of_one_that_was_judged(
    where: tuple[str, str], background: set[str]
) -> None:
    condition, drill = where
    plain, lifted = (top_effort(manner, condition, drill, *background) for manner in (None, LIFTED))
    assert (plain is None) == (lifted is None)
    if plain is None or lifted is None:
        return
    assert plain <= lifted <= plain + 20
    judged = any("effort-maximal" in LIBRARY.factors[one].exposures for one in background)
    assert not judged or lifted <= max(plain, 60)


@pytest.mark.parametrize(("factors", "efforts"), [((), (60, 80)), (("osteoporosis",), (60, 60))])
def test_a_cap_of_the_condition_is_lifted_by_twenty(factors: tuple[str, ...], efforts: tuple[int, int]) -> None:
    found = tuple(top_effort(manner, "hip-labral", "belt-block", *factors) for manner in (None, LIFTED))
    assert found == efforts


@pytest.mark.parametrize(
    ("sessions", "lift"),
    [
        ((), 20),
        ((entry(3, "belt-block", "both"),), 20),
        ((entry(3, "belt-block", "both", during=6),), 0),
        ((entry(5, "belt-block", "both", during=8), entry(2, "belt-block", "both")), 0),
        ((entry(40, "belt-block", "both", during=8), entry(2, "belt-block", "both")), 20),
        ((entry(3, "belt-block", "both", next=None),), 20),
    ],
)
def test_it_falls_back_at_the_next_stirred_or_flared_session(sessions: tuple[Any, ...], lift: int) -> None:
    row = PlannedDrill(drill="belt-block", method="isometric", since=day(20), manner=LIFTED)
    facts: dict[str, Any] = {"complaint": complaint(condition="hip-labral"), "log": sessions}
    found = review(matched(plan=plan(row, stage=1, start=day(30)), **facts))
    assert found.cap_lift_of("belt-block") == lift
    assert found.fallen_lifts == (frozenset() if lift else {"belt-block"})
    assert {one.cap_lift for one in found.drills} == {lift}


@pytest.mark.parametrize(
    ("was", "asks"), [(Manner(), ["cap_lift"]), (LIFTED, [])]
)  # fmt: skip
def test_a_lift_asks_for_a_reason_once(was: Manner, asks: list[str]) -> None:
    assert [name for name, _ in raised_too_far(was, LIFTED)] == asks
