"""What the screen does to the drills, by cause: what can be acted on, what to know, what is only noted."""

from __future__ import annotations

from collections.abc import Collection
from typing import Any

import pytest

from easepath.core.screening.consequences import KINDS, NO_CHANGE, Consequence, consequences, drill_verdicts
from easepath.core.vocabulary import Verdict
from tests.core.build import LIBRARY, client, factor, screened

EVERY = frozenset(LIBRARY.drills)
NOBODY: frozenset[str] = frozenset()


def found(
    needed: Collection[str] = EVERY, on_sheet: Collection[str] = NOBODY, **changes: Any
) -> dict[str, Consequence]:
    return {one.cause: one for one in consequences(screened(**changes), needed, on_sheet)}


@pytest.mark.parametrize(
    ("listed", "cause", "kind", "todo"),
    [
        ("osteoporosis", "factor:osteoporosis", "know", None),
        ("knee-replacement", "factor:knee-replacement", "act", "limit"),
        ("recent-surgery-uncleared", "factor:recent-surgery-uncleared", "act", "clearance"),
    ],
)
def test_a_factor_is_one_cause_with_what_can_be_done_about_it(
    listed: str, cause: str, kind: str, todo: str | None
) -> None:
    one = found(client=client(factors=(factor(listed),)))[cause]
    assert (one.kind, one.todo) == (kind, todo)
    assert one.verdicts


def test_what_touches_no_drill_that_matters_is_only_noted() -> None:
    who = client(factors=(factor("osteoporosis"),))
    assert found(NOBODY, client=who)["factor:osteoporosis"].kind == "noted"
    drill = next(iter(found(client=who)["factor:osteoporosis"].verdicts))
    one = found(NOBODY, {drill}, client=who)["factor:osteoporosis"]
    assert (one.on_sheet, one.needed) == ((drill,), ())


def test_the_counts_of_the_causes_agree_with_the_verdicts() -> None:
    """Every drill that is not clear is decided by a cause, and no cause decides it otherwise."""
    result = screened(client=client(factors=(factor("osteoporosis"), factor("knee-replacement"), factor("vertigo"))))
    verdicts = drill_verdicts(result)
    causes = consequences(result, EVERY, NOBODY)
    decided = {drill for one in causes for drill in one.verdicts}
    assert decided == {drill for drill, verdict in verdicts.items() if verdict > Verdict.CLEAR}
    assert all(verdicts[drill] is given for one in causes for drill, given in one.verdicts.items())
    for grade in (Verdict.EXCLUDE, Verdict.MODIFY, Verdict.CAUTION):
        assert max(one.count(grade) for one in causes) <= list(verdicts.values()).count(grade)


def test_they_stand_in_the_order_of_what_they_change() -> None:
    causes = consequences(screened(client=client(factors=(factor("osteoporosis"),))), EVERY, {"pelvic-tilt"})
    assert [one.kind for one in causes] == sorted((one.kind for one in causes), key=KINDS.index)
    assert all(part.text and part.drills for one in causes for part in one.parts)
    assert not {reason for one in causes for reason in (one.cause.partition(":")[0],)} & NO_CHANGE


def test_a_measurement_is_only_asked_for_where_it_alone_would_open_a_drill() -> None:
    new_hip = client(factors=(factor("hip-replacement-posterior"),))
    one = found(client=new_hip)["movement:hip flexion:right"]
    assert (one.kind, one.todo) == ("know", "measure")
    assert [part.text for part in one.parts] == [
        "hip flexion right is not measured: not without a measurement after this operation or injury"
    ]
    assert found()["movement:hip flexion:left"].kind == "act"
