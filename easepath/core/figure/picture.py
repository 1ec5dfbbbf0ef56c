"""A scene as SVG: pieces in the order of their depth, the patch where it is felt, one arrow, the side in words."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from math import hypot
from typing import Any
from weakref import WeakKeyDictionary

from easepath.core.figure.camera import VIEWS, Camera
from easepath.core.figure.dressed import Piece, body_pieces
from easepath.core.figure.felt import patch_eggs, patches_of
from easepath.core.figure.hand import HandBody, hand_patch
from easepath.core.figure.hand_scene import HandScene
from easepath.core.figure.outline import Area, Line, Sheet, Spot, hull
from easepath.core.figure.palette import STYLES
from easepath.core.figure.props import BEHIND
from easepath.core.figure.scene import Scene
from easepath.core.figure.shape import Egg
from easepath.core.figure.skeleton import landmark
from easepath.core.figure.vectors import Vec, dot, length, scale, sub, unit
from easepath.core.vocabulary import SideWord

WIDTH, HEIGHT, MARGIN = 400.0, 300.0, 10.0
LABEL = {"small": 44.0, "medium": 22.0, "large": 18.0}
"""Height of the side's word by the size a picture is shown at, units of the picture."""
STROKES = {"small": 3.0, "medium": 2.1, "large": 1.5}
"""Thickness of the outline by the size a picture is shown at: about 1.2 px on a screen at each."""


AnyScene = Scene | HandScene
Body = Any


@dataclass(frozen=True)
class Look:
    """How a picture is drawn: the side drilled, the size it is shown at, colour or black-and-white."""

    side: SideWord = "right"
    size: str = "medium"
    style: str = "screen"


def picture(scene: AnyScene, name: str, look: Look) -> str:
    """The SVG of one key position; raises KeyError for a position the drill does not have."""
    camera, sheet = _framed(scene, look)
    return _svg(_position(scene, scene.body(name), name, camera, sheet, look), look)


def flipbook(scene: AnyScene, look: Look) -> list[str]:
    """The insides of the SVG for every step from start to end, for the moving picture."""
    camera, sheet = _framed(scene, look)
    last = len(scene.path) - 1
    return [
        _position(scene, found, _nearest(scene, k, last), camera, sheet, look) for k, found in enumerate(scene.path)
    ]


def _nearest(scene: AnyScene, step: int, last: int) -> str:
    count = len(scene.names) - 1
    return scene.names[round(step / last * count)] if last else scene.names[0]


def _svg(inside: str, look: Look) -> str:
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {WIDTH:.0f} {HEIGHT:.0f}" '
        f'stroke-linejoin="round" stroke-linecap="round">{inside}</svg>'
    )


def _framed(scene: AnyScene, look: Look) -> tuple[Camera, Sheet]:
    """Camera and frame that hold every position of the scene."""
    left, top, right, low = _box(scene)
    if look.side == "left":
        left, right = -right, -left
    label = LABEL[look.size] if scene.drill.sides == "each" else 6.0
    corner = INSET[0] * 0.8 if scene.figure.inset else 0.0
    room = (WIDTH - 2 * MARGIN - corner, HEIGHT - 2 * MARGIN - label)
    k = min(room[0] / (right - left), room[1] / (low - top), scene.largest)
    x = (left + right) / 2 - (WIDTH + (corner if look.side == "left" else -corner)) / 2 / k
    spare = room[1] - (low - top) * k
    y = low - (HEIGHT - MARGIN - label - spare * LIFT) / k
    return Camera.at(scene.view, mirror=look.side == "left"), Sheet(x, y, k)


LIFT = 0.42
"""Share of the empty height left below a low picture: a little under the middle, where the ground is expected."""
_BOXES: WeakKeyDictionary[AnyScene, tuple[float, float, float, float]] = WeakKeyDictionary()


def _box(scene: AnyScene) -> tuple[float, float, float, float]:
    """Left, top, right and bottom of everything in every position, centimetres; measured once."""
    if scene not in _BOXES:
        camera = Camera.at(scene.view)
        pieces = [
            piece for name in scene.names for piece in scene.pieces(scene.body(name), name, camera, drilled=False)
        ]
        boxes = [shape.box() for piece in pieces if piece.depth > BEHIND - 50 for shape in piece.shapes]
        for place in ("start", "end"):
            boxes += [(x - 5, y - 5, x + 5, y + 5) for x, y in arrow_spots(scene, camera, place) or ()]
        _BOXES[scene] = (
            min(box[0] for box in boxes), min(box[1] for box in boxes),
            max(box[2] for box in boxes), max(box[3] for box in boxes),
        )  # fmt: skip
    return _BOXES[scene]


def _position(scene: AnyScene, found: Body, name: str, camera: Camera, sheet: Sheet, look: Look) -> str:
    tints, stroke = STYLES[look.style], STROKES[look.size]
    drilled = scene.drill.sides == "each"
    pieces = [*scene.pieces(found, name, camera, drilled=drilled)]
    pieces.sort(key=lambda piece: piece.depth)
    plain = look.style == "print"
    out = [_ground(scene, camera, sheet, tints, found)]
    out += [_drawn(piece, sheet, tints, stroke, plain=plain) for piece in pieces]
    out += _patches(scene, found, camera, sheet, look)
    out.append(_arrow(scene, camera, sheet, tints, stroke, name))
    if scene.figure.inset and isinstance(scene, Scene):
        out.append(_inset(scene, found, name, look))
    if drilled:
        out.append(_side_word(look, tints))
    return "".join(out)


INSET = (108.0, 92.0)
"""Width and height of the second view in the corner, units of the picture."""


def _inset(scene: Scene, found: Body, name: str, look: Look) -> str:
    """The same position from the view that shows what the first hides, small, in the upper corner of the drilled side."""
    tints = STYLES[look.style]
    camera = Camera.at(str(scene.figure.inset), mirror=look.side == "left")
    pieces = sorted(body_pieces(found, camera, scene.drill.sides == "each"), key=lambda piece: piece.depth)
    boxes = [shape.box() for piece in pieces for shape in piece.shapes]
    left, top = min(box[0] for box in boxes), min(box[1] for box in boxes)
    right, low = max(box[2] for box in boxes), max(box[3] for box in boxes)
    k = min((INSET[0] - 10) / (right - left), (INSET[1] - 10) / (low - top))
    x0 = 5.0 if look.side == "left" else WIDTH - INSET[0] - 5
    sheet = Sheet((left + right) / 2 - (x0 + INSET[0] / 2) / k, (top + low) / 2 - (5 + INSET[1] / 2) / k, k)
    drawn = "".join(_drawn(p, sheet, tints, STROKES[look.size] * 0.6, plain=look.style == "print") for p in pieces)
    return (
        f'<rect x="{x0:.0f}" y="5" width="{INSET[0]:.0f}" height="{INSET[1]:.0f}" rx="4" fill="{tints["card"]}" '
        f'stroke="{tints["prop-line"]}" stroke-width="1"/>{drawn}'
    )


def _drawn(piece: Piece, sheet: Sheet, tints: dict[str, str], stroke: float, *, plain: bool) -> str:
    """A piece with one outline round all its shapes; `plain` for renderers that paint the fill first."""
    fill, line = tints[piece.fill], tints[piece.line]
    paths = [shape.path(sheet) for shape in piece.shapes]
    if isinstance(piece.shapes[0], Line):
        return f'<path d="{paths[0]}" fill="none" stroke="{line}" stroke-width="{stroke * piece.weight * 0.72:.1f}"/>'
    if not piece.weight:
        return f'<path d="{"".join(paths)}" fill="{fill}"/>'
    width = stroke * piece.weight
    if len(paths) == 1:
        return f'<path d="{paths[0]}" fill="{fill}" stroke="{line}" stroke-width="{width:.1f}"/>'
    joined = "".join(paths)
    if not plain:
        return (
            f'<path d="{joined}" fill="{fill}" stroke="{line}" stroke-width="{width * 1.5:.1f}" paint-order="stroke"/>'
        )
    return (
        f'<path d="{joined}" fill="{line}" stroke="{line}" stroke-width="{width * 1.5:.1f}"/>'
        f'<path d="{joined}" fill="{fill}"/>'
    )


def _ground(scene: AnyScene, camera: Camera, sheet: Sheet, tints: dict[str, str], found: Body) -> str:
    """A line where the floor is seen from the side; a mat under the body where it is seen from above."""
    if isinstance(scene, HandScene):
        return ""
    if VIEWS[scene.view][1] < 10:
        _, y = sheet.at((0.0, -scene.ground))
        return f'<path d="M6 {y:.1f}H{WIDTH - 6:.0f}" stroke="{tints["ground"]}" stroke-width="2"/>'
    if scene.ground:
        return ""
    xs = [point[0] for key in scene.keys for point in key.body.joints.values()]
    zs = [point[2] for key in scene.keys for point in key.body.joints.values()]
    x0, x1, z0, z1 = min(xs) - 14, max(xs) + 14, min(zs) - 12, max(zs) + 12
    corners = tuple(camera.flat((x, 0.0, z)) for x, z in ((x0, z0), (x1, z0), (x1, z1), (x0, z1)))
    mat = Area(corners).path(sheet)
    return f'<path d="{mat}" fill="{tints["mat"]}" stroke="{tints["ground"]}" stroke-width="1"/>'


def _patches(scene: AnyScene, found: Body, camera: Camera, sheet: Sheet, look: Look) -> Iterable[str]:
    names = scene.figure.patch if scene.figure.patch is not None else patches_of(scene.drill.felt)
    tint = STYLES[look.style]["patch"]
    for name in names:
        if isinstance(found, HandBody):
            eggs = [hand_patch(found, name)]
        else:
            eggs = patch_eggs(found, name, both=scene.drill.sides == "both")
        for egg in sorted(eggs, key=lambda egg: camera.depth(egg.at))[-1:] if _one_behind_other(eggs, camera) else eggs:
            path = hull(camera, egg).path(sheet)
            if _turned_away(found, egg, camera):
                yield f'<path d="{path}" fill="none" stroke="{tint}" stroke-width="1.6" stroke-dasharray="4 4"/>'
            elif look.style == "print":
                yield (
                    f'<path d="{path}" fill="{tint}" fill-opacity=".28" stroke="{tint}" stroke-width="1.4" '
                    'stroke-dasharray="3 3"/>'
                )
            else:
                yield f'<path d="{path}" fill="{tint}" fill-opacity=".42"/>'


def _turned_away(found: Body, egg: Egg, camera: Camera) -> bool:
    """Whether a patch of the trunk lies on the side of the body that the eye does not see."""
    if isinstance(found, HandBody):
        return False
    trunk = min(
        (found.joints[name] for name in ("pelvis", "low-mid", "up-mid")), key=lambda at: length(sub(at, egg.at))
    )
    ahead = dot(egg.frame[0], sub(egg.at, trunk))
    return abs(ahead) > 4 and dot(egg.frame[0], camera.eye) * ahead < -0.45 * abs(ahead)


def _one_behind_other(eggs: list[Egg], camera: Camera) -> bool:
    if len(eggs) < 2:
        return False
    (ax, ay), (bx, by) = camera.flat(eggs[0].at), camera.flat(eggs[1].at)
    return hypot(ax - bx, ay - by) < 6


def _arrow(scene: AnyScene, camera: Camera, sheet: Sheet, tints: dict[str, str], stroke: float, name: str) -> str:
    spots = arrow_spots(scene, camera, name)
    if spots is None:
        return ""
    (ax, ay), (mx, my), (bx, by) = (sheet.at(spot) for spot in spots)
    cx, cy = 2 * mx - (ax + bx) / 2, 2 * my - (ay + by) / 2
    width = stroke * 1.7
    out = [
        f'<path d="M{ax:.1f} {ay:.1f}Q{cx:.1f} {cy:.1f} {bx:.1f} {by:.1f}" fill="none" stroke="{tints["card"]}" '
        f'stroke-width="{width * 2.1:.1f}"/>',
        f'<path d="M{ax:.1f} {ay:.1f}Q{cx:.1f} {cy:.1f} {bx:.1f} {by:.1f}" fill="none" stroke="{tints["arrow"]}" '
        f'stroke-width="{width:.1f}"/>',
        _head((cx, cy), (bx, by), tints["arrow"], stroke),
    ]
    if scene.figure.moves.back:
        out.append(_head((cx, cy), (ax, ay), tints["arrow"], stroke))
    if scene.figure.moves.press:
        out.append(_stop_bar((cx, cy), (bx, by), tints["arrow"], width))
    return "".join(out)


def _head(tail: Spot, tip: Spot, tint: str, stroke: float) -> str:
    dx, dy = tip[0] - tail[0], tip[1] - tail[1]
    far = hypot(dx, dy) or 1.0
    ux, uy, size = dx / far, dy / far, 5.5 + stroke * 2.4
    corners = (
        (tip[0] + ux * size * 0.7, tip[1] + uy * size * 0.7),
        (tip[0] - ux * size * 0.6 - uy * size * 0.62, tip[1] - uy * size * 0.6 + ux * size * 0.62),
        (tip[0] - ux * size * 0.6 + uy * size * 0.62, tip[1] - uy * size * 0.6 - ux * size * 0.62),
    )
    points = " ".join(f"{x:.1f},{y:.1f}" for x, y in corners)
    return f'<polygon points="{points}" fill="{tint}"/>'


def _stop_bar(tail: Spot, tip: Spot, tint: str, width: float) -> str:
    """The bar before a pressing arrow: it presses, it does not travel."""
    dx, dy = tip[0] - tail[0], tip[1] - tail[1]
    far = hypot(dx, dy) or 1.0
    ux, uy = dx / far, dy / far
    x, y = tip[0] + ux * 13, tip[1] + uy * 13
    return (
        f'<path d="M{x - uy * 9:.1f} {y + ux * 9:.1f}L{x + uy * 9:.1f} {y - ux * 9:.1f}" stroke="{tint}" '
        f'stroke-width="{width:.1f}"/>'
    )


SHORTEST, PRESS_LONG = 15.0, 15.0


def _point(found: Body, name: str) -> Vec:
    if isinstance(found, HandBody):
        return found.joints[name]
    return landmark(found, name)


def arrow_spots(scene: AnyScene, camera: Camera, name: str = "start") -> tuple[Spot, Spot, Spot] | None:
    """Tail, middle and tip of the arrow on the picture, centimetres, beside what moves; None where nothing does.

    An arrow that pushes from behind goes with the body: it stands where the position `name` has the part.
    """
    moves = scene.figure.moves
    if moves.press:
        tip = camera.flat(_point(scene.path[-1], moves.part))
        way = camera.flat(scale(unit(moves.press), PRESS_LONG * (0.36 if isinstance(scene, HandScene) else 1.0)))
        tail = (tip[0] - way[0], tip[1] - way[1])
        return tail, ((tail[0] + tip[0]) / 2, (tail[1] + tip[1]) / 2), tip
    steps = scene.path[: 7 if len(scene.names) > 2 else None]
    track = [camera.flat(_point(found, moves.part)) for found in steps]
    a, m, b = track[0], track[len(track) // 2], track[-1]
    dx, dy = camera.flat(scale(unit(moves.way), SHORTEST)) if moves.way else (b[0] - a[0], b[1] - a[1])
    far = hypot(dx, dy)
    if far < 1.0:
        return None
    if moves.part in PUSHED:
        back = (-dx / far * PUSHED[moves.part], -dy / far * PUSHED[moves.part])
        at = b if name == "end" else a
        tip = (at[0] + back[0], at[1] + back[1])
        tail = (tip[0] - dx / far * SHORTEST, tip[1] - dy / far * SHORTEST)
        return tail, ((tail[0] + tip[0]) / 2, (tail[1] + tip[1]) / 2), tip
    core = ("elbow", "wrist") if isinstance(scene, HandScene) else ("pelvis", "up-mid")
    trunk = [camera.flat(found.joints[name]) for found in scene.path for name in core]
    cx, cy = sum(x for x, _ in trunk) / len(trunk), sum(y for _, y in trunk) / len(trunk)
    nx, ny = -dy / far, dx / far
    if (m[0] - cx) * nx + (m[1] - cy) * ny < 0:
        nx, ny = -nx, -ny
    small = 0.36 if isinstance(scene, HandScene) else 1.0
    aside = ASIDE.get(moves.part.rstrip("2"), 13.0) * small
    grow = max(1.0, SHORTEST * small / far)
    middle = ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
    spots = []
    for spot in (a, m, b):
        x, y = middle[0] + (spot[0] - middle[0]) * grow, middle[1] + (spot[1] - middle[1]) * grow
        spots.append((x + nx * aside, y + ny * aside))
    return spots[0], spots[1], spots[2]


PUSHED = {"pelvis": 18.0, "hip": 18.0, "low-mid": 15.0}
"""Parts whose arrow pushes from behind, and how far behind it ends, centimetres: beside them it would hide the body."""
ASIDE = {"wrist": 8.0, "fingers": 7.0, "ankle": 10.0, "heel": 9.0, "toe": 7.0, "knee": 11.0, "elbow": 8.0, "head": 16.0,
         "pelvis": 17.0, "seat": 12.0, "up-top": 17.0, "low-mid": 15.0, "hip": 15.0, "chest": 8.0, "belly": 8.0}  # fmt: skip
"""How far beside the landmark its arrow runs, centimetres."""


def _side_word(look: Look, tints: dict[str, str]) -> str:
    """The side drilled, in words, with the cuff that marks its limb."""
    size = LABEL[look.size]
    left, low, cuff = 8.0, HEIGHT - 5.0, size * 0.36
    return (
        f'<rect x="{left:.0f}" y="{low - size * 0.72:.1f}" width="{cuff:.1f}" height="{size * 0.72:.1f}" rx="1" '
        f'fill="{tints["cuff"]}"/><text x="{left + cuff + size * 0.22:.1f}" y="{low:.0f}" '
        f'font-family="Source Sans 3, Ease Sans, sans-serif" font-size="{size:.0f}" font-weight="600" '
        f'fill="{tints["word"]}">{look.side}</text>'
    )
