"""How large a scene is drawn and what part of the paper it takes, the same for every position of it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from weakref import WeakKeyDictionary

from easepath.core.vocabulary import SideWord
from easepath.figure.arrow import arrow_spots
from easepath.figure.build import USUAL, BuildName
from easepath.figure.camera import Camera
from easepath.figure.outline import Box, Sheet, box_of
from easepath.figure.palette import tints_of
from easepath.figure.props import BEHIND
from easepath.figure.scene import AnyBody, AnyScene

INSET = (160.0, 140.0)
"""Width and height of the second view in the corner, units of the picture."""
WIDTH, HEIGHT, MARGIN = 400.0, 300.0, 10.0
LABEL = {"small": 42.0, "medium": 22.0, "large": 18.0}
"""Height of the side's word by the size a picture is shown at, units of the picture."""
STROKES = {"small": 3.0, "medium": 2.1, "large": 1.5}
"""Thickness of the outline by the size a picture is shown at: about 1.2 px on a screen at each."""


@dataclass(frozen=True)
class Look:
    """How a picture is drawn: the side drilled, the size it is shown at, colour or black-and-white, and the body.

    `word` is what the side is called in another language than English.
    """

    side: SideWord = "right"
    size: str = "medium"
    style: str = "screen"
    build: BuildName = USUAL
    word: str = ""

    @property
    def tints(self) -> Mapping[str, str]:
        """The colours of everything in it."""
        return tints_of(self.style, self.build)


def framed(scene: AnyScene, look: Look) -> tuple[Camera, Sheet]:
    """Camera and frame that hold every position of the scene."""
    left, top, right, low = _box(scene)
    if look.side == "left":
        left, right = -right, -left
    label = LABEL[look.size] if scene.drill.sides == "each" else 6.0
    size = (right - left, low - top)
    whole = (WIDTH - 2 * MARGIN, HEIGHT - 2 * MARGIN - label)
    corner, room = 0.0, whole
    if scene.figure.inset:
        beside, below = (whole[0] - INSET[0], whole[1]), (whole[0], whole[1] - INSET[1])
        corner, room = (0.0, below) if _scale(below, size) > _scale(beside, size) else (INSET[0], beside)
    k = min(_scale(room, size), scene.largest)
    x = (left + right) / 2 - (WIDTH + (corner if look.side == "left" else -corner)) / 2 / k
    spare = room[1] - (low - top) * k
    y = low - (HEIGHT - MARGIN - label - spare * LIFT) / k
    return Camera.at(scene.view, mirror=look.side == "left", coarse=look.style == "print"), Sheet(x, y, k)


def _scale(room: tuple[float, float], size: tuple[float, float]) -> float:
    """How large something is drawn at most in a room."""
    return min(room[0] / size[0], room[1] / size[1])


LEAST_HEIGHT = 170.0
"""Of a trimmed picture, so that a lying body keeps some air around it."""


def trimmed(scene: AnyScene, look: Look) -> tuple[float, float]:
    """Top and height of the part of the picture that anything is drawn in, its empty sky left off."""
    left, top, _, bottom = _box(scene)
    _, sheet = framed(scene, look)
    y = 0.0 if scene.figure.inset else max(0.0, sheet.at((left, top))[1] - MARGIN)
    low = HEIGHT if scene.drill.sides == "each" else min(HEIGHT, sheet.at((left, bottom))[1] + MARGIN)
    short = max(0.0, LEAST_HEIGHT - (low - y))
    return y - short / 2, low - y + short


LIFT = 0.42
"""Share of the empty height left below a low picture: a little under the middle, where the ground is expected."""
_BOXES: WeakKeyDictionary[AnyScene, Box] = WeakKeyDictionary()


def _box(scene: AnyScene) -> Box:
    """Left, top, right and bottom of everything in every position, centimetres; measured once."""
    if scene not in _BOXES:
        camera = Camera.at(scene.view, coarse=True)
        bodies: dict[str, AnyBody] = {name: scene.body(name) for name in scene.names}
        pieces = [p for name, body in bodies.items() for p in scene.pieces(body, name, camera, drilled=False)]
        boxes = [shape.box() for piece in pieces if piece.depth > BEHIND - 50 for shape in piece.shapes]
        for place in ("start", "end"):
            boxes += [(x - 5, y - 5, x + 5, y + 5) for x, y in arrow_spots(scene, camera, place) or ()]
        _BOXES[scene] = box_of(boxes)
    return _BOXES[scene]
