"""Which side of a client is the stiffer one, where the readings really tell."""

from __future__ import annotations

from collections.abc import Iterator

from easepath.core.knowledge.models import Drill
from easepath.core.match.rank import Matcher
from easepath.core.measure.values import Row
from easepath.core.vocabulary import SIDES, SideName


def stiffer_side(matcher: Matcher, drill: Drill) -> SideName | None:
    """The side that is shorter by more than the error of what asks for the main need; None where it is not known."""
    for left, right in _pairs(matcher, drill):
        if left.deficit is None or right.deficit is None:
            continue
        difference = round(left.deficit - right.deficit, 6)
        if abs(difference) > round(max(left.mdc, right.mdc), 6):
            return "left" if difference > 0 else "right"
    return None


def _pairs(matcher: Matcher, drill: Drill) -> Iterator[tuple[Row, Row]]:
    """The readings of both sides of every measure that finds the drill's main need, the surest first."""
    found = [one for one in matcher.screen.library.findings if one.measure is not None and drill.main_need in one.needs]
    found.sort(key=lambda one: -one.needs[drill.main_need])
    for measure in dict.fromkeys(one.measure for one in found if one.measure is not None):
        left, right = (matcher.screen.measured.row(measure, side) for side in SIDES)
        if left is not None and right is not None:
            yield left, right
