"""Stages of a staged rehabilitation: what they open, what they keep closed."""

from __future__ import annotations

import math
from typing import Any

from easepath.core.errors import CaseError
from easepath.core.knowledge.models import Condition, Drill, Stage
from easepath.core.reasons import Reason
from easepath.core.screening.screen import ScreenResult
from easepath.core.screening.verdicts import DrillVerdict
from easepath.core.vocabulary import PHASE_WORDS, SIDES, SideName, SideWord


def stage_in_force(profile: Condition | None, number: int | None) -> Stage | None:
    """The stage the client is in; unknown is the first; one the condition does not have is refused."""
    wanted = 1 if number is None else number
    stages = profile.gates if profile else ()
    if not stages:
        if wanted != 1:
            raise CaseError("plan.stage", f"this condition has no stage {wanted}")
        return None
    stage = profile.stage(wanted) if profile else None
    if stage is None:
        raise CaseError("plan.stage", f"{profile.id if profile else ''} has no stage {wanted}")
    return stage


def opened_before(profile: Condition, stage: Stage, ladder: str) -> float:
    """The highest rung the stage before opened; nothing before stage 1, all of a ladder it does not name."""
    before = profile.stage(stage.stage - 1)
    if before is None:
        return 0
    return before.drills_up_to.get(ladder, math.inf)


def stage_closes(
    screen: ScreenResult, stage: Stage | None, drill: Drill, side: SideWord, verdict: DrillVerdict
) -> Reason | None:
    """Why the stage keeps a drill closed on a side; None when it does not."""
    if stage is None:
        return None
    if stage.phases and drill.phase not in stage.phases:
        phase = {"phase": PHASE_WORDS[drill.phase], "phase_id": drill.phase}
        return Reason("stage-phase", facts=_named(stage) | phase)
    if drill.ladder and drill.ladder[1] > stage.drills_up_to.get(drill.ladder[0], math.inf):
        return Reason("stage-rung", facts=_named(stage))
    if drill.id in stage.except_:
        return None
    blocked = _blocked(screen, stage, drill, side, verdict)
    if blocked is None:
        return None
    return Reason("stage-blocks", facts=_named(stage) | {"means": screen.library.exposures[blocked].means})


def _named(stage: Stage) -> dict[str, Any]:
    return {"stage": stage.stage, "stage_name": stage.name}


def _blocked(screen: ScreenResult, stage: Stage, drill: Drill, side: SideWord, verdict: DrillVerdict) -> str | None:
    mode = screen.rules.mode(drill, verdict.method, verdict.place)
    blocked = [exposure for exposure, _ in mode.loads if exposure in stage.blocks]
    if not blocked:
        return None
    affected = screen.situation.complaint.affected
    sides: tuple[SideName, ...] = SIDES if side == "both" else (side,)
    for one in sides:
        for exposure, loaded in screen.rules.loaded_sides(mode, one):
            if exposure in blocked and (loaded is None or loaded in affected):
                return exposure
    return None
