"""The people of the practice clinic, with every complaint the product knows and every way it can go."""

from __future__ import annotations

from easepath.clinic.actions.save_measure import GoalEntry
from easepath.clinic.actions.screening_rows import FactorEntry, LimitEntry
from easepath.standins.practice_life import Person, Trouble

PEOPLE: tuple[tuple[Person, tuple[Trouble, ...]], ...] = (
    (
        Person("Oda", "Fenn", "beekeeper", "f", 62),
        (
            Trouble(
                "lateral-hip",
                "right",
                "the outer right hip aches when I carry the hives",
                "carry the hives",
                90,
                12,
                "cs",
                measured={12: {("hip-abduction", "right"): (30, 31), ("hip-abduction", "left"): (38, 38)}},
            ),
            Trouble(
                "after-knee-replacement",
                "left",
                "new left knee in the summer, stiff on the ladder",
                "climb the ladder",
                98,
                15,
                "sc",
                settle_minutes=45,
                pains=(2, 1, 4, 3),
                factors=(FactorEntry("knee-replacement", "left", parameters=()),),
                limits=(LimitEntry("knee-flexion", "left", 110, "surgeon"),),
            ),
            Trouble(
                "knee-osteoarthritis",
                "right",
                "the right knee creaks and aches on the meadow",
                "walk the meadow",
                700,
                9,
                "ccw",
                measured={9: {("knee-flexion", "right"): (118, 119), ("knee-flexion", "left"): (121, 122)}},
            ),
        ),
    ),
    (
        Person("Basil", "Thorne", "organist", "m", 48, minutes=15),
        (
            Trouble(
                "low-back-hip-stiff",
                "both",
                "low back seizes up on the organ bench",
                "play a whole service",
                60,
                10,
                "ccc",
                measured={10: {("hip-er", "left"): (28, 30), ("hip-er", "right"): (31, 30)}},
            ),
            Trouble(
                "upper-back-stiff",
                "both",
                "upper back is a board after practice",
                "turn to the choir",
                200,
                8,
                "s",
                measured={8: {("thoracic-rotation", "left"): (32, 33), ("thoracic-rotation", "right"): (38, 39)}},
            ),
            Trouble(
                "piriformis",
                "right",
                "deep in the right buttock on the bench",
                "sit through a sermon",
                45,
                11,
                "sf",
                settle_minutes=90,
            ),
        ),
    ),
    (
        Person("Greta", "Moss", "boat builder", "f", 52),
        (
            Trouble(
                "knee-flexion-loss",
                "right",
                "the right knee will not bend under the hull",
                "kneel under the hull",
                120,
                42,
                "cccccc",
                usual_now=1,
                goals=(GoalEntry("knee-flexion", "right", 125),),
                measured={
                    42: {("knee-flexion", "right"): (104, 106), ("knee-flexion", "left"): (136, 137)},
                    2: {("knee-flexion", "right"): (128, 129), ("knee-flexion", "left"): (137, 136)},
                },
            ),
            Trouble(
                "wrist-stiff-after-cast",
                "left",
                "left wrist stiff since the cast came off",
                "plane a plank",
                70,
                10,
                "ccc",
                measured={10: {("wrist-extension", "left"): (38, 40), ("wrist-extension", "right"): (66, 67)}},
            ),
            Trouble(
                "sit-bone-tendon", "left", "sore at the left sitting bone in the skiff", "row an hour", 150, 12, "ss"
            ),
        ),
    ),
    (
        Person("Levi", "Quill", "archivist", "m", 44, ("chair", "desk", "wall", "stand", "floor"), minutes=10),
        (
            Trouble(
                "desk-stiff",
                "both",
                "stiff as a shelf after a day at the desk",
                "lift a ledger without thinking",
                300,
                14,
                "ccc",
                every=1,
            ),
            Trouble(
                "toe-reach-limited",
                "both",
                "cannot reach my toes to tie a lace",
                "tie my laces",
                400,
                21,
                "cc",
                every=5,
                last=4,
                steady=False,
                measured={21: {("toe-reach", ""): (-14, -13), ("slr", "left"): (58, 60), ("slr", "right"): (57, 59)}},
            ),
            Trouble(
                "wrist-sprain",
                "right",
                "fell on the right hand on the archive stairs",
                "carry boxes",
                16,
                6,
                "cc",
                pains=(2, 1, 5, 3),
                measured={6: {("wrist-extension", "right"): (48, 50), ("wrist-extension", "left"): (68, 69)}},
            ),
        ),
    ),
    (
        Person("Una", "Hartley", "shepherd", "f", 68, minutes=10),
        (
            Trouble(
                "hip-osteoarthritis",
                "right",
                "the right hip is stiff getting out of the cart",
                "walk the fells",
                900,
                13,
                "s",
                measured={13: {("hip-flexion", "right"): (92, 94), ("hip-flexion", "left"): (108, 110)}},
            ),
            Trouble(
                "lumbar-stenosis",
                "both",
                "legs go heavy when I walk down to the ford",
                "walk to the ford",
                500,
                9,
                "cs",
            ),
            Trouble(
                "after-hip-replacement",
                "left",
                "new left hip in the spring",
                "over the stile again",
                190,
                12,
                "ccc",
                factors=(FactorEntry("hip-replacement-posterior", "left"),),
            ),
        ),
    ),
    (
        Person("Emre", "Dahl", "baker", "m", 39),
        (
            Trouble(
                "hip-impingement",
                "left",
                "left hip pinches in front when I load the oven",
                "load the oven",
                80,
                10,
                "cccc",
                measured={
                    10: {
                        ("hip-ir", "left"): (22, 24),
                        ("hip-ir", "right"): (39, 40),
                        ("hip-flexion", "left"): (104, 106),
                        ("hip-flexion", "right"): (116, 118),
                    }
                },
            ),
            Trouble("hip-labral", "right", "a click and a catch deep in the right hip", "carry flour", 240, 8, "cw"),
            Trouble("low-back-stiff", "both", "low back aches after kneading", "knead a whole batch", 30, 7, "ccc"),
        ),
    ),
    (
        Person("Sanne", "Brook", "river pilot", "f", 31, minutes=10),
        (
            Trouble(
                "kneecap-pain", "left", "front of the left knee on the wheelhouse steps", "run the steps", 60, 12, "cf"
            ),
            Trouble("sacroiliac", "right", "sore at the back of the right pelvis", "stand a watch", 50, 10, "s"),
            Trouble(
                "pelvic-girdle-pregnancy",
                "both",
                "the pelvis aches when I turn in the bunk",
                "turn in the bunk",
                40,
                6,
                "c",
                every=1,
                factors=(FactorEntry("pregnancy", trimester=2),),
            ),
        ),
    ),
    (
        Person("Jonah", "Pell", "bell ringer", "m", 27),
        (
            Trouble(
                "hamstring-strain",
                "right",
                "pulled the back of the right thigh on the tower stairs",
                "ring a full peal",
                24,
                9,
                "ccc",
            ),
            Trouble("itb", "left", "outer left knee after the long walk", "walk the tow path", 35, 7, "", steady=False),
            Trouble(
                "hip-ir-loss",
                "right",
                "the right hip hardly turns in",
                "sit cross-legged",
                200,
                26,
                "cccccccccc",
                every=1,
                measured={
                    26: {("hip-ir", "right"): (20, 21), ("hip-ir", "left"): (41, 42)},
                    13: {("hip-ir", "right"): (21, 21), ("hip-ir", "left"): (41, 40)},
                    1: {("hip-ir", "right"): (21, 22), ("hip-ir", "left"): (42, 41)},
                },
            ),
        ),
    ),
)

MORE_TROUBLES: dict[str, Trouble] = {
    "Marta": Trouble(
        "hip-flexor-short",
        "right",
        "front of the right hip pulls on long stands",
        "a long get-in",
        90,
        5,
        "cc",
        measured={5: {("thomas-hip", "right"): (-12, -11), ("thomas-hip", "left"): (-2, -1)}},
    ),
    "Tom": Trouble(
        "leg-pain-nerve",
        "left",
        "a line of pain down the left leg from the driving seat",
        "drive a shift",
        30,
        2,
        "c",
        every=1,
        pains=(3, 1, 5, 4),
        settle_minutes=60,
    ),
    "Ines": Trouble(
        "knee-hip-weak", "right", "the right knee feels weak on the steps", "carry the pipe up the steps", 120, 6, "cc"
    ),
    "Piet": Trouble(
        "knee-extension-loss",
        "left",
        "the left knee will not go quite straight",
        "stand at the gates",
        300,
        8,
        "cc",
        measured={8: {("knee-extension", "left"): (8, 9), ("knee-extension", "right"): (0, 0)}},
    ),
}
