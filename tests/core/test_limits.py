"""Limits: movements that are angles, those of the complaint first, with degrees a body can have."""

from __future__ import annotations

from easepath.core.facts import Plan
from easepath.core.screening.limits import limit_movements
from tests.core.build import LIBRARY, complaint, screened


def test_those_of_the_complaint_come_first_and_nothing_is_offered_that_is_no_angle() -> None:
    found = limit_movements(screened(complaint=complaint(condition="knee-flexion-loss", side="right"), plan=Plan()))
    names = [one.movement for one in found]
    assert found[0].here
    assert names.index("knee-flexion") < names.index("hip-flexion")
    assert [one.here for one in found] == sorted((one.here for one in found), reverse=True)
    units = {m.movement: m.unit for m in LIBRARY.measures.values() if m.unit != "deg"}
    assert not {name for name in names if name in units and units[name] in ("kg", "s", "reps", "cm")} - {
        m.movement for m in LIBRARY.measures.values() if m.unit == "deg"
    }
    knee = next(one for one in found if one.movement == "knee-flexion")
    assert knee.least <= 0 < 90 < knee.most <= 180


def test_without_a_condition_every_angle_is_offered_by_name() -> None:
    found = limit_movements(screened(complaint=complaint(condition=None), plan=Plan()))
    assert not any(one.here for one in found)
    assert [one.movement for one in found] == sorted(one.movement for one in found)
