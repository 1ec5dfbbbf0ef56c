"""The bench: which tests this client needs, in an order that saves changes of position."""

from __future__ import annotations

import itertools
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Literal

from easepath.core.screening.screen import ScreenResult

POSITIONS = ("standing", "sitting", "supine", "supine-edge", "side-lying", "prone", "lunge", "own", None)
"""From standing down to the table and over, so that nobody gets up and down twice."""
Why = Literal["complaint", "neighbour", "pattern", "factor", "before", "added"]


@dataclass(frozen=True)
class BenchTest:
    """One test on the bench and why it stands there."""

    measure: str
    why: Why


def bench(screen: ScreenResult, added: Iterable[str] = ()) -> tuple[BenchTest, ...]:
    """The condition's measures, its neighbours, what a pattern still asks for, what a factor asks for, what was
    measured before, and what the clinician added; each once, grouped by position, otherwise in that order.
    """
    profile, library = screen.profile, screen.library
    factors = screen.factor_ids
    wanted: list[tuple[str, Why]] = []
    if profile is not None:
        wanted += [(m, "complaint") for m in profile.measure]
        wanted += [(m, "complaint") for m in profile.ask_first if m in library.measures]
        wanted += [(m, "complaint") for m in profile.retest]
        wanted += [(m, "neighbour") for m in profile.neighbours]
    wanted += [(m, "pattern") for pattern in screen.patterns for m in pattern.missing]
    wanted += [(m.id, "factor") for m in library.measures.values() if factors & set(m.ask_if)]
    wanted += [(row.measure, "before") for row in screen.measured.rows.values()]
    wanted += [(m, "added") for m in added]
    first: dict[str, Why] = {}
    for measure, why in wanted:
        first.setdefault(measure, why)
    order = {position: index for index, position in enumerate(POSITIONS)}
    tests = [BenchTest(measure, why) for measure, why in first.items()]
    return tuple(sorted(tests, key=lambda test: order.get(library.measures[test.measure].position, len(order))))


def position_changes(screen: ScreenResult, tests: Iterable[BenchTest]) -> int:
    """How often the client changes position over the tests, in their order."""
    positions = [screen.library.measures[test.measure].position for test in tests]
    return sum(1 for before, after in itertools.pairwise(positions) if before != after)
