"""Precautions of an operation travel with its factor: what its profile forbids holds whatever the complaint is."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass

from easepath.core.facts import ClientFactor, Situation
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Condition, Drill, Stage
from easepath.core.knowledge.modes import Loads, reaches_side
from easepath.core.reasons import Reason
from easepath.core.screening.effects import factor_sides, inside_window
from easepath.core.story import plan_stage
from easepath.core.vocabulary import SideName, Verdict

FORBIDDEN_RISK = 3
"""What the profile itself never offers."""


@dataclass(frozen=True)
class _Precaution:
    """One factor with the profile it brings, its stage there, and the sides it is on."""

    factor_id: str
    factor: str
    condition: Condition
    stage: Stage | None
    sides: frozenset[SideName]

    def reason(self, why: str) -> Reason:
        facts = {
            "factor": self.factor, "factor_id": self.factor_id, "condition": self.condition.name,
            "condition_id": self.condition.id, "why": why,
        }  # fmt: skip
        return Reason(f"profile/{self.factor_id}", Verdict.EXCLUDE, facts)


class Precautions:
    """What the profiles of a client's operations refuse."""

    def __init__(
        self, library: Library, situation: Situation, factors: tuple[ClientFactor, ...], profile: Condition | None
    ) -> None:
        self._library = library
        self._each = tuple(_precautions(library, situation, factors, profile))

    @property
    def some(self) -> bool:
        """Whether any of the client's factors brings the precautions of a profile."""
        return bool(self._each)

    def of_drill(self, drill: Drill) -> Iterator[Reason]:
        """Drills the profile rates of the highest risk, and rungs its stage has not opened; on either side."""
        for each in self._each:
            rated = each.condition.rate.get(drill.id)
            if rated is not None and rated[1] >= FORBIDDEN_RISK:
                yield each.reason("the riskiest there")
            if each.stage is not None and drill.ladder is not None:
                ladder, rung = drill.ladder
                if rung > each.stage.drills_up_to.get(ladder, math.inf):
                    yield each.reason(f"a later rung, from stage {each.stage.stage} on")

    def of_loads(self, drill: Drill, loads: Loads, side: SideName) -> Iterator[Reason]:
        """What the stage blocks on the operated side, or for the whole person, when `side` is drilled."""
        for each in self._each:
            if each.stage is None or drill.id in each.stage.except_:
                continue
            for exposure, who in loads:
                if exposure in each.stage.blocks and reaches_side(who, (side,), each.sides):
                    yield each.reason(self._library.exposures[exposure].means)


def _precautions(
    library: Library, situation: Situation, factors: tuple[ClientFactor, ...], profile: Condition | None
) -> Iterator[_Precaution]:
    for client_factor in factors:
        factor = library.factors[client_factor.id]
        if factor.profile is None or not inside_window(factor, client_factor):
            continue
        condition = library.conditions[factor.profile]
        stage = condition.stage(_stage_number(situation, condition, profile))
        yield _Precaution(factor.id, factor.name, condition, stage, factor_sides(factor, client_factor))


def _stage_number(situation: Situation, condition: Condition, profile: Condition | None) -> int:
    """The stage of the plan where the profile is the complaint's own, else the one told for it, else the first."""
    if profile is not None and profile.id == condition.id:
        return plan_stage(situation, profile) or 1
    return situation.client.stages.get(condition.id, 1)
