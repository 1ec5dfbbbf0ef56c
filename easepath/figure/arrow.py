"""The one arrow of a picture: where it runs beside what moves, and how it is drawn."""

from __future__ import annotations

from collections.abc import Mapping
from math import hypot
from typing import cast

from easepath.figure.camera import Camera
from easepath.figure.hand import HandBody
from easepath.figure.hand_scene import HandScene
from easepath.figure.outline import Sheet, Spot
from easepath.figure.scene import AnyBody, AnyScene
from easepath.figure.skeleton import Skeleton, landmark
from easepath.figure.vectors import Vec, scale, unit


def arrow_drawn(
    scene: AnyScene, camera: Camera, sheet: Sheet, tints: Mapping[str, str], stroke: float, name: str
) -> str:
    """The SVG of the arrow at a position; empty where nothing moves."""
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


SHORTEST, PRESS_LONG, HAND_SMALL = 15.0, 15.0, 0.36
"""Length of an arrow at least, and of one that presses, centimetres; the share of it beside a hand."""


def _point(found: AnyBody, name: str) -> Vec:
    if isinstance(found, HandBody):
        at: Vec = found.joints[name]
        return at
    return landmark(cast(Skeleton, found), name)


def arrow_spots(scene: AnyScene, camera: Camera, name: str = "start") -> tuple[Spot, Spot, Spot] | None:
    """Tail, middle and tip of the arrow on the picture, centimetres, beside what moves; None where nothing does.

    An arrow that pushes from behind goes with the body: it stands where the position `name` has the part.
    """
    moves = scene.figure.moves
    if moves.press:
        tip = camera.flat(_point(scene.body(scene.names[-1]), moves.part))
        way = camera.flat(scale(unit(moves.press), PRESS_LONG * (HAND_SMALL if isinstance(scene, HandScene) else 1.0)))
        tail = (tip[0] - way[0], tip[1] - way[1])
        return tail, ((tail[0] + tip[0]) / 2, (tail[1] + tip[1]) / 2), tip
    part = "crown" if moves.part == "up-top" and not moves.way else moves.part
    ends: tuple[AnyBody, ...] = scene.first_ends
    a, b = (camera.flat(_point(found, part)) for found in ends)
    dx, dy = camera.flat(scale(unit(moves.way), SHORTEST)) if moves.way else (b[0] - a[0], b[1] - a[1])
    far = hypot(dx, dy)
    if far < 1.0:
        return None
    if part in PUSHED:
        back = (-dx / far * PUSHED[part], -dy / far * PUSHED[part])
        at = b if name == "end" else a
        tip = (at[0] + back[0], at[1] + back[1])
        tail = (tip[0] - dx / far * SHORTEST, tip[1] - dy / far * SHORTEST)
        return tail, ((tail[0] + tip[0]) / 2, (tail[1] + tip[1]) / 2), tip
    m = camera.flat(_point(scene.halfway, part))
    core = ("elbow", "wrist") if isinstance(scene, HandScene) else ("pelvis", "up-mid")
    trunk = [camera.flat(found.joints[name]) for found in ends for name in core]
    cx, cy = sum(x for x, _ in trunk) / len(trunk), sum(y for _, y in trunk) / len(trunk)
    nx, ny = -dy / far, dx / far
    if (m[0] - cx) * nx + (m[1] - cy) * ny < 0:
        nx, ny = -nx, -ny
    small = HAND_SMALL if isinstance(scene, HandScene) else 1.0
    aside = ASIDE.get(part.rstrip("2"), 13.0) * small
    grow = max(1.0, SHORTEST * small / far)
    middle = ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
    spots = []
    for spot in (a, m, b):
        x, y = middle[0] + (spot[0] - middle[0]) * grow, middle[1] + (spot[1] - middle[1]) * grow
        spots.append((x + nx * aside, y + ny * aside))
    return spots[0], spots[1], spots[2]


PUSHED = {"pelvis": 18.0, "hip": 18.0, "low-mid": 15.0, "up-top": 18.0}
"""Parts whose arrow pushes from behind, and how far behind it ends, centimetres: beside them it would hide the body."""
ASIDE = {
    "wrist": 8.0, "fingers": 7.0, "ankle": 10.0, "heel": 9.0, "toe": 7.0, "knee": 11.0, "elbow": 8.0, "head": 16.0,
    "seat": 12.0, "crown": 6.0, "chest": 8.0, "belly": 8.0,
}  # fmt: skip
"""How far beside the landmark its arrow runs, centimetres."""
