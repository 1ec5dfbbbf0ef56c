"""Every id of the knowledge that the code relies on, in one place; loading fails where one of them is missing.

A rule that names a factor, an exposure or a test takes the name from here, so that a rename in the knowledge cannot
leave a safety rule without anything to act on.
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final


class Factors:
    """Background factors that a rule names."""

    ANKYLOSING_SPINE: Final = "ankylosing-spine"
    BLEEDING_DISORDER: Final = "bleeding-disorder"
    BLOOD_THINNER: Final = "blood-thinner"
    DIZZINESS: Final = "dizziness"
    EPILEPSY: Final = "epilepsy"
    FALLS_RISK: Final = "falls-risk"
    FEMORAL_NERVE: Final = "femoral-nerve"
    HIGH_BLOOD_PRESSURE: Final = "high-blood-pressure"
    HIP_REPLACEMENT_ANTERIOR: Final = "hip-replacement-anterior"
    HIP_REPLACEMENT_LATERAL: Final = "hip-replacement-lateral"
    HIP_REPLACEMENT_POSTERIOR: Final = "hip-replacement-posterior"
    HIP_REPLACEMENT_UNKNOWN: Final = "hip-replacement-unknown"
    KNEE_REPLACEMENT: Final = "knee-replacement"
    MULTIPLE_SCLEROSIS: Final = "multiple-sclerosis"
    NERVE_ROOT: Final = "nerve-root"
    NERVE_ROOT_HOT: Final = "nerve-root-hot"
    NEURO_CONDITION: Final = "neuro-condition"
    NO_FLOOR: Final = "no-floor"
    OSTEOPOROSIS: Final = "osteoporosis"
    PARKINSON: Final = "parkinson"
    POSTPARTUM: Final = "postpartum"
    PREGNANCY: Final = "pregnancy"
    SEDATIVES: Final = "sedatives"
    SENSORY_LOSS: Final = "sensory-loss"
    STEROID_LONG: Final = "steroid-long"
    STROKE: Final = "stroke"
    SURGERY_UNCLEARED: Final = "recent-surgery-uncleared"
    VERTIGO: Final = "vertigo"


class Exposures:
    """What a drill does to the body, where a rule names it."""

    ABDOMINAL_LOAD: Final = "abdominal-load"
    ADDUCTOR_HIGH_LOAD: Final = "adductor-high-load"
    BALANCE: Final = "balance"
    BALANCE_HARD: Final = "balance-hard"
    BALANCE_ONE_LEG: Final = "balance-one-leg"
    EFFORT_MAXIMAL: Final = "effort-maximal"
    EFFORT_SUSTAINED: Final = "effort-sustained"
    END_RANGE_HOLD: Final = "end-range-hold"
    FLOOR: Final = "floor"
    HAMSTRING_END: Final = "hamstring-end"
    HEAD_BELOW_HEART: Final = "head-below-heart"
    HIP_ANTERIOR_GLIDE: Final = "hip-anterior-glide"
    HIP_ER_END: Final = "hip-er-end"
    HIP_EXTENSION_END: Final = "hip-extension-end"
    HIP_FLEXION_DEEP: Final = "hip-flexion-deep"
    HIP_IR_END: Final = "hip-ir-end"
    KNEELING: Final = "kneeling"
    KNEE_EXTENSOR_LOAD: Final = "knee-extensor-load"
    KNEE_FLEXION_DEEP: Final = "knee-flexion-deep"
    KNEE_FLEXION_DEEP_LOADED: Final = "knee-flexion-deep-loaded"
    KNEE_TWIST: Final = "knee-twist"
    LEG_WEIGHT: Final = "leg-weight"
    LUMBAR_FLEXION_END: Final = "lumbar-flexion-end"
    LUMBAR_FLEXION_LOADED: Final = "lumbar-flexion-loaded"
    NEURAL_FEMORAL: Final = "neural-femoral"
    NEURAL_SCIATIC: Final = "neural-sciatic"
    PRESSURE_HIP: Final = "pressure-hip"
    SHOULDER_OVERHEAD: Final = "shoulder-overhead"
    WRIST_EXTENSION_END: Final = "wrist-extension-end"
    WRIST_FLEXION_END: Final = "wrist-flexion-end"
    WRIST_WEIGHT: Final = "wrist-weight"


class Measures:
    """Tests that a pattern or a rule reads by name."""

    AKE: Final = "ake"
    BLOOD_PRESSURE: Final = "blood-pressure"
    BLOOD_PRESSURE_LOW: Final = "blood-pressure-low"
    HIP_ER: Final = "hip-er"
    HIP_ER_FLEXED: Final = "hip-er-flexed"
    HIP_IR: Final = "hip-ir"
    HIP_IR_SEATED: Final = "hip-ir-seated"
    KNEE_FLEXION: Final = "knee-flexion"
    KNEE_FLEXION_PRONE: Final = "knee-flexion-prone"
    KNEE_FLEXION_SIDE: Final = "knee-flexion-side"
    MORNING_STIFFNESS: Final = "morning-stiffness"
    PAIN_MOVEMENT: Final = "pain-movement"
    PAIN_USUAL: Final = "pain-usual"
    SLR: Final = "slr"
    THOMAS_HIP: Final = "thomas-hip"
    THOMAS_KNEE: Final = "thomas-knee"
    TOE_REACH: Final = "toe-reach"


class Methods:
    """Methods whose dose or days have a rule of their own."""

    DESK_BREAK: Final = "desk-break"
    FLOW: Final = "flow"
    HOLD_LONG: Final = "hold-long"
    ISOMETRIC: Final = "isometric"
    ISOMETRIC_BREATH: Final = "isometric-breath"
    SLOW_STRENGTH: Final = "slow-strength"


class Targets:
    """Targets whose drills go only to the sides they are ranked for."""

    FINGERS: Final = "fingers"
    FOREARM_ROTATION: Final = "forearm-rotation"
    HIP_CAPSULE_POSTERIOR: Final = "hip-capsule-posterior"
    HIP_INTERNAL_ROTATION: Final = "hip-internal-rotation"
    KNEE_EXTENSION_JOINT: Final = "knee-extension-joint"
    KNEE_FLEXION_JOINT: Final = "knee-flexion-joint"
    SCIATIC_NERVE: Final = "sciatic-nerve"
    WRIST_EXTENSION: Final = "wrist-extension"
    WRIST_FLEXION: Final = "wrist-flexion"


class Needs:
    """Needs that a pattern gives or rules out, and the walk that irritability does not close."""

    ACTIVATE_HAMSTRING: Final = "activate:hamstring"
    CONTROL_PELVIS: Final = "control:pelvis"
    LENGTHEN_GLUTE_MAX: Final = "lengthen:glute-max"
    LENGTHEN_HAMSTRING: Final = "lengthen:hamstring"
    LENGTHEN_HIP_FLEXOR: Final = "lengthen:hip-flexor"
    LENGTHEN_QUAD: Final = "lengthen:quad"
    LENGTHEN_TFL: Final = "lengthen:tfl"
    MOBILISE_HIP_CAPSULE: Final = "mobilise:hip-capsule-posterior"
    MOBILISE_HIP_ROTATION: Final = "mobilise:hip-internal-rotation"
    MOBILISE_KNEE_JOINT: Final = "mobilise:knee-flexion-joint"
    RELEASE_GLUTE_MIN: Final = "release:glute-min"
    RELEASE_LUMBAR_EXTENSORS: Final = "release:lumbar-extensors"
    RELEASE_TFL: Final = "release:tfl"
    STRENGTHEN_HAMSTRING: Final = "strengthen:hamstring"
    WALK: Final = "integrate:walk"


class Observations:
    """Observations that a pattern or a grade reads."""

    FRONT_PINCH: Final = "front-pinch"
    PELVIS_TILTS_FORWARD: Final = "pelvis-tilts-forward"
    SLR_CHANGES_WITH_ANKLE: Final = "slr-changes-with-ankle"
    SLR_LEG_SYMPTOMS: Final = "slr-leg-symptoms"
    THIGH_DRIFTS_OUT: Final = "thigh-drifts-out"


class Answers:
    """Questions whose answers a rule reads or gives."""

    BLOOD_PRESSURE_MEASURED: Final = "blood-pressure-measured"
    BONE_RISK: Final = "bone-risk"
    FALLS_RISK: Final = "falls-risk"
    HAS_TESTES: Final = "has-testes"
    LEG_SWELLING: Final = "leg-swelling-or-tenderness"
    PREGNANT_OR_RECENT: Final = "pregnant-or-recent"
    RECENT_OPERATION: Final = "recent-operation"
    REPLACED_JOINT: Final = "replaced-joint"


class FlagItems:
    """Red-flag items that a measurement or a session at home answers."""

    PRESSURE_180: Final = "pressure-180"
    PRESSURE_180_SYMPTOMS: Final = "pressure-180-symptoms"
    REPLACED_JOINT_NEW: Final = "replaced-joint-new"
    SADDLE_NUMBNESS: Final = "saddle-numbness"


class Movements:
    """Movements whose limits bind their variants, and those whose name says no joint."""

    GRIP: Final = "grip"
    HIP_EXTENSION: Final = "hip-extension"
    HIP_EXTENSION_THOMAS: Final = "hip-extension-thomas"
    HIP_FLEXION: Final = "hip-flexion"
    HIP_FLEXION_STRAIGHT_KNEE: Final = "hip-flexion-straight-knee"
    KNEE_FLEXION: Final = "knee-flexion"
    KNEE_FLEXION_HIP_EXTENDED: Final = "knee-flexion-hip-extended"
    PRONATION: Final = "pronation"
    SUPINATION: Final = "supination"


class Equipment:
    """Equipment that makes a drill heavy, and what a place provides."""

    ANKLE_WEIGHT: Final = "ankle-weight"
    CHAIR: Final = "chair"
    DESK: Final = "desk"
    LIGHT_WEIGHT: Final = "light-weight"
    MINI_BAND: Final = "mini-band"
    STRONG_BAND: Final = "strong-band"
    WALL: Final = "wall"


class Sites:
    """Places felt that a session offers or a rule reads."""

    BETWEEN_THE_LEGS: Final = "between-the-legs"
    CALF: Final = "calf"
    FINGERS: Final = "fingers"
    FOREARM: Final = "forearm"
    FRONT_OF_HIP: Final = "front-of-hip"
    FRONT_OF_KNEE: Final = "front-of-knee"
    FRONT_PINCH: Final = "front-pinch"
    GROIN: Final = "groin"
    HAND: Final = "hand"
    KNEE: Final = "knee"
    KNEE_SAGS: Final = "knee-sags"
    LOW_BACK: Final = "low-back"
    OUTER_HIP: Final = "outer-hip"
    TARGET: Final = "target"
    WRIST: Final = "wrist"


class Regions:
    """Regions that a rule reads."""

    WRIST: Final = "wrist"


class ClientLines:
    """Sentences for clients: in place of a reason of that rule, and those that stand on every sheet."""

    CENTRE_FIRST: Final = "pattern-centre-first"
    EFFORT_CAPPED: Final = "effort-capped"
    EMERGENCY: Final = "emergency"
    HOME_EASE: Final = "home-ease"
    HOME_INSTEAD: Final = "home-instead"
    HOME_PAUSE: Final = "home-pause"
    HOME_PROGRESS: Final = "home-progress"
    HOME_REST: Final = "home-rest"
    NO_PAIN: Final = "no-pain"
    OTHER_SIDE_REFUSED: Final = "other-side-refused"
    RANGE_SHORT: Final = "range-short"


class Patterns:
    """The patterns the code runs."""

    FRONT_OF_HIP: Final = "front-of-hip"
    HIP_ROTATION: Final = "hip-rotation"
    KNEE: Final = "knee"
    TOE_REACH: Final = "toe-reach"


class OutcomeScales:
    """What a client is asked about the whole."""

    ACTIVITIES: Final = "activities"
    CHANGE: Final = "change"
    PAIN: Final = "pain"


def _names(group: type) -> frozenset[str]:
    return frozenset(value for name, value in vars(group).items() if not name.startswith("_"))


RULES: Final[Mapping[str, frozenset[str]]] = {
    "red-flag": frozenset(), "body": frozenset(), "nerve": frozenset(), "joint": frozenset(), "stopped": frozenset(),
    "refused": frozenset(), "pinch": frozenset(), "began-high": frozenset(), "sign": frozenset(),
    "stirred": frozenset(), "waiting": frozenset(), "unscreened": frozenset(), "steady": frozenset(),
    "break": frozenset({"eases_after_days", "restarts_after_days", "rhythm_days"}),
    "pinch-again": frozenset({"times", "of_last"}),
    "flare-again": frozenset({"times", "of_last"}),
    "flare": frozenset({"rest_days"}),
    "stirred-again": frozenset({"times", "of_last"}),
    "wrong-place": frozenset({"cue_after", "lower_after"}),
    "creeping": frozenset({"rise", "over_sessions"}),
    "undone": frozenset({"sessions", "complete_pct", "due_pct", "days_after_flare"}),
    "ready": frozenset({"sessions", "sessions_irritable", "complete_pct", "strength_rest_days"}),
    "queued": frozenset({"most_drills", "most_drills_calm", "work_pct", "days_after_flare"}),
    "call": frozenset({"severe", "above_before"}),
    "standing-order": frozenset({"most_drills", "days", "settled_days"}),
    "worse": frozenset({"pain_rise", "within_days"}),
    "cut-session": frozenset({"mornings"}),
    "goal": frozenset({"usual_pain"}),
    "plateau": frozenset({"sittings", "days", "done_pct"}),
    "gate": frozenset({"complete_pct", "asked_after_days"}),
    "low-adherence": frozenset(
        {"due_pct", "look_back_days", "painless_sessions", "fewest_due", "days_after_flare"}
    ),
    "silent": frozenset({"days", "morning_days", "rhythm_days"}),
}  # fmt: skip
"""Adjusting rules, each explained by a row of the knowledge, with the numbers the rule reads from it."""

RESPONSES: Final[Mapping[str, frozenset[str]]] = {
    "allowed": frozenset({"cap_high", "cap_moderate", "cap_low", "above_before", "pain_free"}),
    "flared": frozenset({"over_allowed", "severe", "severe_irritable", "morning_over"}),
    "stirred": frozenset({"strong", "after_over_before"}),
    "eased": frozenset({"below_before"}),
    "soreness": frozenset({"first_sessions", "strain_days"}),
    "unusual-day": frozenset({"once_in_days"}),
    "began-high": frozenset({"strong", "over_usual"}),
}
"""How a session is read, with the numbers it is read by."""

ACTIONS: Final = frozenset({
    "suspend", "stop", "pause", "swap", "step-back", "ease", "restart", "hold", "progress", "keep", "open-gate",
})  # fmt: skip
"""What an adjusting rule can do, each told by a row of the knowledge."""

CLIENT_LINES: Final = _names(ClientLines)

RELIED_ON: Final[Mapping[str, frozenset[str]]] = {
    "factor": _names(Factors), "exposure": _names(Exposures), "measure": _names(Measures),
    "method": _names(Methods), "target": _names(Targets), "need": _names(Needs),
    "observation": _names(Observations), "answer": _names(Answers), "flag item": _names(FlagItems),
    "movement": _names(Movements), "equipment": _names(Equipment), "site": _names(Sites),
    "region": _names(Regions), "pattern": _names(Patterns), "rule": frozenset(RULES),
    "response": frozenset(RESPONSES), "action": ACTIONS, "outcome": _names(OutcomeScales),
}  # fmt: skip
"""By kind of entry, what must be there."""
