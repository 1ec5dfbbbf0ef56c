"""Flat shapes of a picture, in centimetres, and their SVG: rounded limbs, hulls of egg shapes, polygons and lines."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from math import acos, atan2, cos, pi, sin, sqrt
from typing import NamedTuple

from easepath.figure.camera import Camera
from easepath.figure.shape import Ball, Egg
from easepath.figure.vectors import Vec

Spot = tuple[float, float]
Box = tuple[float, float, float, float]
"""Left, top, right and bottom."""
FINE, COARSE = 32, 12
"""Corners of a rounded outline: on the screen, and on paper, where a picture is small and drawing it costs more.

Multiples of four, so that the topmost and the outermost points are corners and boxes are exact."""


def _ways(count: int) -> tuple[Spot, ...]:
    return tuple((cos(2 * pi * k / count), -sin(2 * pi * k / count)) for k in range(count))


DIRECTIONS = {count: _ways(count) for count in (FINE, COARSE)}


class Sheet(NamedTuple):
    """How centimetres become units of the picture: u = (x − left)·k, v = (y − top)·k."""

    left: float
    top: float
    k: float

    def at(self, spot: Spot) -> Spot:
        """A spot in units of the picture."""
        return ((spot[0] - self.left) * self.k, (spot[1] - self.top) * self.k)


@dataclass(frozen=True)
class Limb:
    """A rounded, tapered piece between two spots."""

    a: Spot
    ra: float
    b: Spot
    rb: float

    def box(self) -> Box:
        """Left, top, right and bottom."""
        return (
            min(self.a[0] - self.ra, self.b[0] - self.rb), min(self.a[1] - self.ra, self.b[1] - self.rb),
            max(self.a[0] + self.ra, self.b[0] + self.rb), max(self.a[1] + self.ra, self.b[1] + self.rb),
        )  # fmt: skip

    def path(self, sheet: Sheet) -> str:
        """The outline as path data."""
        (ax, ay), (bx, by) = sheet.at(self.a), sheet.at(self.b)
        ra, rb = self.ra * sheet.k, self.rb * sheet.k
        far = sqrt((bx - ax) ** 2 + (by - ay) ** 2)
        if far <= abs(ra - rb) + 0.01:
            x, y, r = (ax, ay, ra) if ra >= rb else (bx, by, rb)
            return f"M{x - r:.1f} {y:.1f}a{r:.1f} {r:.1f} 0 1 0 {2 * r:.1f} 0a{r:.1f} {r:.1f} 0 1 0 {-2 * r:.1f} 0z"
        way, lean = atan2(by - ay, bx - ax), acos((ra - rb) / far)
        one, two = way + lean, way - lean
        return (
            f"M{ax + ra * cos(one):.1f} {ay + ra * sin(one):.1f}L{bx + rb * cos(one):.1f} {by + rb * sin(one):.1f}"
            f"A{rb:.1f} {rb:.1f} 0 {int(lean > pi / 2)} 0 {bx + rb * cos(two):.1f} {by + rb * sin(two):.1f}"
            f"L{ax + ra * cos(two):.1f} {ay + ra * sin(two):.1f}"
            f"A{ra:.1f} {ra:.1f} 0 {int(lean < pi / 2)} 0 {ax + ra * cos(one):.1f} {ay + ra * sin(one):.1f}z"
        )


@dataclass(frozen=True)
class Area:
    """A closed polygon."""

    spots: tuple[Spot, ...]

    def box(self) -> Box:
        """Left, top, right and bottom."""
        xs, ys = [s[0] for s in self.spots], [s[1] for s in self.spots]
        return min(xs), min(ys), max(xs), max(ys)

    def path(self, sheet: Sheet) -> str:
        """The outline as path data."""
        return "M" + "L".join(f"{x:.1f} {y:.1f}" for x, y in map(sheet.at, self.spots)) + "z"


@dataclass(frozen=True)
class Line:
    """An open line through spots."""

    spots: tuple[Spot, ...]

    def box(self) -> Box:
        """Left, top, right and bottom."""
        return Area(self.spots).box()

    def path(self, sheet: Sheet) -> str:
        """The line as path data."""
        return Area(self.spots).path(sheet)[:-1]


Shape = Limb | Area | Line


def box_of(boxes: Iterable[Box]) -> Box:
    """The box round some boxes."""
    lefts, tops, rights, lows = zip(*boxes, strict=True)
    return min(lefts), min(tops), max(rights), max(lows)


def limb(camera: Camera, a: Vec, ra: float, b: Vec, rb: float) -> Limb:
    """A limb between two points of the world."""
    return Limb(camera.flat(a), ra, camera.flat(b), rb)


def hull(camera: Camera, *solids: Egg | Ball) -> Area:
    """The outline of everything between some eggs and balls."""
    flats = [_flattened(camera, solid) for solid in solids]
    spots: list[Spot] = []
    for dx, dy in DIRECTIONS[COARSE if camera.coarse else FINE]:
        best, chosen = -1e9, (0.0, 0.0)
        for (cx, cy), sxx, sxy, syy in flats:
            px, py = sxx * dx + sxy * dy, sxy * dx + syy * dy
            reach = sqrt(max(px * dx + py * dy, 1e-9))
            far = cx * dx + cy * dy + reach
            if far > best:
                best, chosen = far, (cx + px / reach, cy + py / reach)
        spots.append(chosen)
    return Area(tuple(spots))


def _flattened(camera: Camera, solid: Egg | Ball) -> tuple[Spot, float, float, float]:
    at = camera.flat(solid.at)
    if isinstance(solid, Ball):
        return at, solid.r**2, 0.0, solid.r**2
    sxx = sxy = syy = 0.0
    for axis, size in zip(solid.frame, solid.size, strict=True):
        x, y = camera.flat(axis)
        sxx += (x * size) ** 2
        sxy += x * y * size * size
        syy += (y * size) ** 2
    return at, sxx, sxy, syy


def around(spots: Sequence[Spot]) -> Area:
    """The convex outline of some spots, in order."""
    ordered = sorted(set(spots))
    if len(ordered) < 3:
        return Area(tuple(ordered) or ((0.0, 0.0),))
    lower, upper = _chain(ordered), _chain(ordered[::-1])
    return Area(tuple(lower[:-1] + upper[:-1]))


def _chain(ordered: Sequence[Spot]) -> list[Spot]:
    chain: list[Spot] = []
    for p in ordered:
        while len(chain) > 1 and _side(chain[-2], chain[-1], p) <= 0:
            chain.pop()
        chain.append(p)
    return chain


def _side(o: Spot, a: Spot, b: Spot) -> float:
    return (a[0] - o[0]) * (b[1] - o[1]) - (a[1] - o[1]) * (b[0] - o[0])
