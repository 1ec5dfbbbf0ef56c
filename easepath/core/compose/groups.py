"""Groups: drills done in rounds, one after the other, before the next round begins; seconds."""

from __future__ import annotations

import math

from easepath.core.compose.prescription import Prescription
from easepath.core.dose.time import SET_UP, SIDE_CHANGE, side_seconds
from easepath.core.facts import DrillGroup
from easepath.core.knowledge.models import Dose


def group_seconds(group: DrillGroup, items: list[Prescription]) -> int:
    """Set-ups, the rounds of every side, and the side changes of a group, rounded up to a whole second.

    The rounds stand for the circuits of its drills.
    """
    work = sum(
        side_seconds(in_rounds(side.dose, None), item.drill, item.method, item.breath_s)
        for item in items for side in item.sides
    )  # fmt: skip
    two_sided = [item for item in items if len(item.sides) > 1 and not item.drill.alternate]
    changes = len(two_sided) if group.order == "round" else min(1, len(two_sided))
    return math.ceil(round(SET_UP * len(items) + group.rounds * (work + SIDE_CHANGE * changes), 6))


def in_rounds(dose: Dose, rounds: int | None) -> Dose:
    """A dose whose circuits are the rounds of its group; None for one round alone."""
    return dose.model_copy(update={"circuits": rounds})
