"""Joints: which planned drills a joint symptom pauses beside the one that brought it."""

from __future__ import annotations

from collections.abc import Mapping

from easepath.core.ids import Exposures, Sites
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Drill
from easepath.core.knowledge.modes import reaches_side
from easepath.core.vocabulary import SideName, target_of

LOADS: Mapping[str, frozenset[str]] = {
    "knee": frozenset({
        Exposures.KNEE_FLEXION_DEEP, Exposures.KNEE_FLEXION_DEEP_LOADED, Exposures.KNEE_TWIST,
        Exposures.KNEE_EXTENSOR_LOAD, Exposures.KNEELING,
    }),
    "hip": frozenset({
        Exposures.HIP_FLEXION_DEEP, Exposures.HIP_IR_END, Exposures.HIP_ER_END, Exposures.HIP_ANTERIOR_GLIDE,
        Exposures.ADDUCTOR_HIGH_LOAD,
    }),
    "wrist": frozenset({Exposures.WRIST_WEIGHT, Exposures.WRIST_EXTENSION_END, Exposures.WRIST_FLEXION_END}),
}  # fmt: skip
"""What a joint that swelled, locked, gave way or hurt sharply is spared."""
SITES: Mapping[str, str] = {
    Sites.KNEE: "knee", Sites.FRONT_OF_KNEE: "knee", Sites.KNEE_SAGS: "knee",
    Sites.GROIN: "hip", Sites.FRONT_OF_HIP: "hip", Sites.FRONT_PINCH: "hip", Sites.OUTER_HIP: "hip",
    Sites.WRIST: "wrist", Sites.HAND: "wrist", Sites.FINGERS: "wrist", Sites.FOREARM: "wrist",
}  # fmt: skip
"""The joint a place on the body speaks of."""


def joints_of_sign(library: Library, drill: Drill, felt: str | None) -> frozenset[str]:
    """The joint of the site felt; where it names none, those of the regions of the drill's main target."""
    if felt is not None and felt in SITES:
        return frozenset({SITES[felt]})
    regions = library.targets[target_of(drill.main_need)].regions
    return frozenset(joint for region in regions for joint in library.regions[region].joints)


def loads_joint(library: Library, drill: Drill, drilled: frozenset[SideName], joint: str, side: SideName) -> bool:
    """Whether a drill done on some sides loads a joint on one side with what it is spared, or the whole person."""
    spared = LOADS.get(joint, frozenset())
    loads = (load for mode in library.modes[drill.id] for load in mode.loads)
    return any(exposure in spared and reaches_side(who, drilled, frozenset({side})) for exposure, who in loads)
