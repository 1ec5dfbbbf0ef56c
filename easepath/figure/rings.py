"""Numbered rings on a picture: where a hand or an instrument lies, by the step that says what it does there."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from easepath.figure.camera import Camera
from easepath.figure.frame import LABEL, Look
from easepath.figure.outline import Sheet
from easepath.figure.scene import Scene
from easepath.figure.settle import resolved
from easepath.figure.skeleton import Skeleton

RADIUS: Final = {"small": 19.0, "medium": 13.0, "large": 11.0}
"""By the size a picture is shown at, units of the picture: a number in it stays readable."""
APART: Final = 2.1
"""Radii that two rings keep between their middles; a later one gives way upward."""


def rings(scene: Scene, found: Skeleton, camera: Camera, sheet: Sheet, look: Look) -> Iterator[str]:
    """The rings of a scene in the order of its steps, none over another."""
    radius, tints = RADIUS[look.size], look.tints
    placed: list[tuple[float, float]] = []
    for number, mark in enumerate(scene.figure.marks, start=1):
        x, y = sheet.at(camera.flat(resolved(found, mark, 1)))
        while any((x - a) ** 2 + (y - b) ** 2 < (APART * radius) ** 2 for a, b in placed):
            y -= radius / 2
        placed.append((x, y))
        size = LABEL[look.size] * 0.72
        yield (
            f'<circle cx="{x:.1f}" cy="{y:.1f}" r="{radius:.0f}" fill="{tints["card"]}" stroke="{tints["cuff"]}" '
            f'stroke-width="2"/><text x="{x:.1f}" y="{y + size * 0.36:.1f}" text-anchor="middle" '
            f'font-family="\'Ease Sans\', \'Source Sans 3\', sans-serif" font-size="{size:.0f}" font-weight="600" '
            f'fill="{tints["word"]}">{number}</text>'
        )
