"""Compose: what the drills of a session ask for, in order, and the minutes they take."""

from easepath.core.compose.prescription import Prescription, SideDose, prescribe, trained_sides
from easepath.core.compose.session import Session, assemble

__all__ = ["Prescription", "Session", "SideDose", "assemble", "prescribe", "trained_sides"]
