"""Compose: what the drills of a session ask for, in order, and the minutes they take."""

from easepath.core.compose.compose import Composed, compose
from easepath.core.compose.prescription import (
    Prescription,
    SideDose,
    cues_first,
    prescribe,
    stages_of,
    trained_sides,
)  # fmt: skip
from easepath.core.compose.session import Chosen, Session, assemble

__all__ = [
    "Chosen",
    "Composed",
    "Prescription",
    "Session",
    "SideDose",
    "assemble",
    "compose",
    "cues_first",
    "prescribe",
    "stages_of",
    "trained_sides",
]
