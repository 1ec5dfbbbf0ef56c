"""Where a picture is seen from, and where a point of the world falls on it."""

from __future__ import annotations

from dataclasses import dataclass
from math import cos, radians, sin

from easepath.figure.vectors import Vec, cross, dot

VIEWS: dict[str, tuple[float, float]] = {
    "side": (0.0, 0.0),
    "other-side": (180.0, 0.0),
    "front": (90.0, 0.0),
    "back": (-90.0, 0.0),
    "top": (0.0, 90.0),
    "three-quarter": (38.0, 16.0),
    "three-quarter-back": (-40.0, 16.0),
    "three-quarter-above": (28.0, 38.0),
    "front-above": (90.0, 30.0),
    "side-above": (0.0, 36.0),
    "side-high": (0.0, 52.0),
    "end-above": (-62.0, 26.0),
    "feet-above": (62.0, 22.0),
    "hand": (200.0, 24.0),
    "hand-side": (180.0, 4.0),
    "hand-top": (180.0, 62.0),
}
"""View -> degrees round the person from the drilled side toward the front, and degrees above level."""


@dataclass(frozen=True)
class Camera:
    """Orthographic: right and up on the picture, toward the eye; `mirror` for the left side, `coarse` for paper."""

    right: Vec
    up: Vec
    eye: Vec
    mirror: bool = False
    coarse: bool = False

    @classmethod
    def at(cls, view: str, *, mirror: bool = False, coarse: bool = False) -> Camera:
        """The camera of a named view; raises KeyError for a view it does not know."""
        around, above = (radians(angle) for angle in VIEWS[view])
        eye = (sin(around) * cos(above), sin(above), cos(around) * cos(above))
        right = (cos(around), 0.0, -sin(around))
        return cls(right, cross(eye, right), eye, mirror, coarse)

    def flat(self, point: Vec) -> tuple[float, float]:
        """Right and down on the picture, centimetres."""
        x = dot(self.right, point)
        return (-x if self.mirror else x, -dot(self.up, point))

    def depth(self, point: Vec) -> float:
        """How near the eye, centimetres."""
        return dot(self.eye, point)
