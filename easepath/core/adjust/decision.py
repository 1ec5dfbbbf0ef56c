"""What a review says about one planned drill."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any, Literal

from easepath.core.compose.own_dose import DoseInForce
from easepath.core.facts import PlannedDrill
from easepath.core.knowledge.models import Dose, Drill
from easepath.core.reasons import Reason
from easepath.core.vocabulary import ResponseClass

Action = Literal["suspend", "stop", "pause", "swap", "step-back", "ease", "restart", "hold", "progress", "keep"]


@dataclass(frozen=True)
class To:
    """Where a change leads: which drill, in which method, at which dose step; a dose of its own wins over the step.

    `try_first`: it asks of the body what the drill before did not, and was never tried with the clinician.
    """

    drill: str
    method: str
    step: int
    dose: Dose | None = None
    try_first: bool = False

    def as_data(self) -> dict[str, Any]:
        """Plain data; a dose and a try-out asked for stand only where there is one."""
        data: dict[str, Any] = {"drill": self.drill, "method": self.method, "step": self.step}
        if self.dose is not None:
            data["dose"] = self.dose.model_dump(mode="json", exclude_none=True)
        return data | {"try_first": True} if self.try_first else data


@dataclass(frozen=True)
class Decision:
    """The first rule that fired for a drill, what it does, where it leads, and the facts it read.

    `missing`: what the next rung still waits for.
    """

    rule: str
    action: Action
    reason: Reason
    to: To | None = None
    missing: tuple[Reason, ...] = ()


@dataclass(frozen=True)
class DrillReview:
    """One planned drill with its decision and the class of its last counted date.

    `present` is the dose in force; `differs` says that it was handed over as another than today's ladder has there.
    `cap_lift` is by how many percent its effort cap is lifted now.
    """

    planned: PlannedDrill
    drill: Drill
    method: str
    decision: Decision
    kind: ResponseClass | None
    present: DoseInForce
    differs: Reason | None = None
    cap_lift: int = 0
