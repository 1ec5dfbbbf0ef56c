"""Breath as a shape: how far the part that moves with it widens, in dashed lines round it."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from easepath.figure.camera import Camera
from easepath.figure.frame import STROKES, Look
from easepath.figure.outline import Sheet, hull
from easepath.figure.shape import Egg, trunk_eggs
from easepath.figure.skeleton import Skeleton
from easepath.figure.vectors import Vec, add, within

GROWS: Final[dict[str, tuple[str, Vec]]] = {
    "belly": ("waist", (1.0, 0.0, 0.15)),
    "ribs": ("ribs", (0.5, 0.0, 0.8)),
    "back-ribs": ("ribs", (-1.0, 0.0, 0.5)),
}
"""By the word of a picture: the part of the trunk, and how much of the breath goes ahead and outward in it."""
DEPTHS: Final = (2.4, 5.2)
"""How far the two lines stand out, centimetres: more than a breath moves, so that it is seen."""


def breath_lines(part: str, found: Skeleton, camera: Camera, sheet: Sheet, look: Look) -> Iterator[str]:
    """The lines of one breath round a part of the trunk; raises KeyError for a part it does not know."""
    name, way = GROWS[part]
    egg = trunk_eggs(found)[name]
    for deep in DEPTHS:
        ahead, out = way[0] * deep / 2, way[2] * deep
        size = (egg.size[0] + abs(ahead) + 0.6, egg.size[1], egg.size[2] + out)
        grown = Egg(add(egg.at, within(egg.frame, (ahead, 0.0, 0.0))), egg.frame, size)
        yield (
            f'<path d="{hull(camera, grown).path(sheet)}" fill="none" stroke="{look.tints["cuff"]}" '
            f'stroke-width="{STROKES[look.size] * 0.9:.1f}" stroke-dasharray="5 5"/>'
        )
