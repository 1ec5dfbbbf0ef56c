"""Try: each drill comes with the re-test that shows what it does."""

from __future__ import annotations

import pytest

from easepath.core.ids import Measures
from easepath.core.tryout import own_retest
from easepath.core.vocabulary import MOVEMENT_VARIANTS
from tests.core.build import LIBRARY

OFFERED = (Measures.TOE_REACH, Measures.HIP_IR, Measures.THOMAS_HIP, Measures.KNEE_FLEXION_PRONE)


@pytest.mark.parametrize(("drill", "offered", "wanted"), [
    ("prone-quad-strap", OFFERED, Measures.KNEE_FLEXION_PRONE),
    ("half-kneel", OFFERED, Measures.THOMAS_HIP),
    ("strap-hamstring", (*OFFERED, Measures.SLR), Measures.SLR),
    ("breath-90", OFFERED, Measures.TOE_REACH),
    ("breath-90", (), None),
])  # fmt: skip
def test_a_drill_is_tested_by_the_range_it_leads_into_else_by_the_first_on_offer(
    drill: str, offered: tuple[str, ...], wanted: str | None
) -> None:
    assert own_retest(LIBRARY, LIBRARY.drill(drill), offered) == wanted


def test_every_drill_that_leads_into_a_measured_range_finds_its_measure() -> None:
    every = [measure.id for measure in LIBRARY.measures.values() if measure.movement]
    for drill in LIBRARY.drills.values():
        found = own_retest(LIBRARY, drill, every)
        known = {measure.movement for measure in LIBRARY.measures.values()}
        if set(drill.reaches) & known:
            assert found is not None
            asked = {*drill.reaches, *drill.requires}
            assert LIBRARY.measures[found].movement in asked.union(*(MOVEMENT_VARIANTS.get(m, ()) for m in asked))
