"""The words and the orders that every room of the core shares."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from enum import IntEnum
from typing import Final, Literal, TypeVar, get_args

from easepath.core.ids import Movements

SideName = Literal["left", "right"]
SideWord = Literal["left", "right", "both"]
Place = Literal["floor", "bed", "chair", "desk", "wall", "stand"]
PhaseName = Literal["settle", "release", "mobilise", "lengthen", "activate", "strengthen", "integrate"]
FlagAction = Literal["emergency", "same-day", "within-days", "discuss"]
Irritability = Literal["low", "moderate", "high"]
Outcome = Literal["clear", "careful", "incomplete", "hold", "refer", "emergency"]
ResponseClass = Literal["calm", "stirred", "flared", "waiting"]
Symptom = Literal[
    "none", "pull", "effort", "muscle-burn", "ache", "stiffness", "soreness", "pinch", "sharp", "burning",
    "shooting", "tingling", "numbness", "cramp", "locking", "giving-way", "swelling", "dizzy", "faint", "breathless",
    "chest-pain", "fall", "calf-swelling", "heaviness", "bleeding", "vision",
]  # fmt: skip
SYMPTOMS: Final[tuple[Symptom, ...]] = get_args(Symptom)
PainRule = Literal["pain-free", "tolerable", "touch-and-release"]
VerdictWord = Literal["clear", "caution", "modify", "exclude"]
NeedSource = Literal["condition", "house", "finding", "observation", "pattern"]
Moved = Literal["none", "up", "down"]
Unusual = Literal["none", "training", "work", "travel", "poor-sleep", "other"]
Wakes = Literal["no", "sometimes", "most-nights"]

PLACES: Final[tuple[Place, ...]] = ("floor", "bed", "chair", "desk", "wall", "stand")
PHASES: Final[tuple[PhaseName, ...]] = (
    "settle", "release", "mobilise", "lengthen", "activate", "strengthen", "integrate",
)  # fmt: skip
PHASE_WORDS: Final[Mapping[PhaseName, str]] = {
    "settle": "calm", "release": "soften", "mobilise": "free", "lengthen": "lengthen", "activate": "wake",
    "strengthen": "build", "integrate": "use",
}  # fmt: skip
"""What people read for a phase; the rules and the knowledge keep its id."""
ACTION_WORDS: Final[Mapping[str, str]] = {
    "release": "soften",
    "mobilise": "free",
    "activate": "wake",
    "strengthen": "build",
    "integrate": "use",
}
"""What people read for the action of a need, where it is another word."""
ABBREVIATIONS: Final[Mapping[str, str]] = {"tfl": "TFL", "it": "IT"}
"""Words of a target that are read as letters."""
SIDE_WORDS: Final[tuple[SideWord, ...]] = get_args(SideWord)
UNUSUAL: Final[tuple[Unusual, ...]] = get_args(Unusual)
SIDES: Final[tuple[SideName, SideName]] = ("left", "right")
BOTH: Final[frozenset[SideName]] = frozenset(SIDES)
NERVE_SYMPTOMS: Final[frozenset[Symptom]] = frozenset({"shooting", "tingling", "numbness"})
JOINT_SYMPTOMS: Final[frozenset[Symptom]] = frozenset({"sharp", "locking", "giving-way", "swelling"})
SUSPENDING: Final[frozenset[Symptom]] = frozenset(
    {"chest-pain", "faint", "breathless", "bleeding", "vision", "calf-swelling"}
)
"""Signs of the body that end every drill, not one."""
BODY_SYMPTOMS: Final[frozenset[Symptom]] = SUSPENDING | {"fall", "dizzy", "heaviness", "swelling"}
SIGNS: Final[frozenset[Symptom]] = NERVE_SYMPTOMS | JOINT_SYMPTOMS | BODY_SYMPTOMS
"""What a clinician answers before the drill goes on."""
MOVEMENT_VARIANTS: Final = {
    Movements.KNEE_FLEXION: frozenset({Movements.KNEE_FLEXION_HIP_EXTENDED}),
    Movements.HIP_FLEXION: frozenset({Movements.HIP_FLEXION_STRAIGHT_KNEE}),
    Movements.HIP_EXTENSION: frozenset({Movements.HIP_EXTENSION_THOMAS}),
}
"""A limit on the movement named first binds the variants beside it."""


class Verdict(IntEnum):
    """How safe a drill is, from mild to grave; the graver number always wins."""

    CLEAR = 0
    CAUTION = 1
    MODIFY = 2
    EXCLUDE = 3

    @property
    def word(self) -> VerdictWord:
        """The word used in files, in results and on screen."""
        words: tuple[VerdictWord, ...] = ("clear", "caution", "modify", "exclude")
        return words[self]


def other_side(side: SideName) -> SideName:
    """The side across the midline."""
    return "right" if side == "left" else "left"


W = TypeVar("W", bound=str)


def one_of(words: Sequence[W], text: str) -> W:
    """A text as the word of a vocabulary that it is; raises ValueError for any other."""
    for word in words:
        if word == text:
            return word
    raise ValueError(f"{text!r} is none of {', '.join(words)}")


def side_word(text: str) -> SideWord:
    """A side as a word of the vocabulary; raises ValueError for any other."""
    return one_of(SIDE_WORDS, text)


def place_word(text: str) -> Place:
    """A place as a word of the vocabulary; raises ValueError for any other."""
    return one_of(PLACES, text)


def unusual_word(text: str) -> Unusual:
    """What was unusual about a day as a word of the vocabulary; raises ValueError for any other."""
    return one_of(UNUSUAL, text)


def sides_of(word: SideWord | None) -> frozenset[SideName]:
    """The sides a side word stands for; left out means both."""
    return BOTH if word is None or word == "both" else frozenset({word})


def action_of(need: str) -> str:
    """What to do: the word before the colon of a need."""
    return need.partition(":")[0]


def need_words(need: str) -> str:
    """A need as people read it: "wake adductor"."""
    action, _, target = need.partition(":")
    words = (ABBREVIATIONS.get(word, word) for word in target.split("-"))
    return f"{ACTION_WORDS.get(action, action)} {' '.join(words)}"


def target_of(need: str) -> str:
    """Where to do it: the word after the colon of a need."""
    return need.partition(":")[2]


def joint_of(movement: str) -> str:
    """The joint a movement belongs to: its first word."""
    return movement.partition("-")[0]
