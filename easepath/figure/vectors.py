"""Points and turns in space, in plain numbers: x ahead, y up, z to the person's drilled side; centimetres, degrees."""

from __future__ import annotations

from math import acos, atan2, cos, degrees, radians, sin, sqrt

Vec = tuple[float, float, float]
Frame = tuple[Vec, Vec, Vec]
"""Three unit vectors: ahead, up along the part, and toward the drilled side."""

UPRIGHT: Frame = ((1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0))


def add(a: Vec, b: Vec) -> Vec:
    """A + b."""
    return (a[0] + b[0], a[1] + b[1], a[2] + b[2])


def sub(a: Vec, b: Vec) -> Vec:
    """A − b."""
    return (a[0] - b[0], a[1] - b[1], a[2] - b[2])


def scale(a: Vec, k: float) -> Vec:
    """k·a."""
    return (a[0] * k, a[1] * k, a[2] * k)


def dot(a: Vec, b: Vec) -> float:
    """The scalar product."""
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2]


def cross(a: Vec, b: Vec) -> Vec:
    """The vector product."""
    return (a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0])


def length(a: Vec) -> float:
    """The length of a."""
    return sqrt(a[0] * a[0] + a[1] * a[1] + a[2] * a[2])


def unit(a: Vec, otherwise: Vec = (1.0, 0.0, 0.0)) -> Vec:
    """A vector of length one along a; `otherwise` where a has no direction."""
    size = length(a)
    return scale(a, 1 / size) if size > 1e-9 else otherwise


def middle(a: Vec, b: Vec, share: float = 0.5) -> Vec:
    """The point `share` of the way from a to b."""
    return (a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share, a[2] + (b[2] - a[2]) * share)


def within(frame: Frame, v: Vec) -> Vec:
    """The vector v of the frame, in the world."""
    x, y, z = frame
    return (
        x[0] * v[0] + y[0] * v[1] + z[0] * v[2],
        x[1] * v[0] + y[1] * v[1] + z[1] * v[2],
        x[2] * v[0] + y[2] * v[1] + z[2] * v[2],
    )


def seen_from(frame: Frame, v: Vec) -> Vec:
    """The vector v of the world, in the frame."""
    return (dot(frame[0], v), dot(frame[1], v), dot(frame[2], v))


def turned(frame: Frame, *turns: Frame) -> Frame:
    """The frame after the turns, each about the axes the ones before it left."""
    for turn in turns:
        frame = (within(frame, turn[0]), within(frame, turn[1]), within(frame, turn[2]))
    return frame


def relative(base: Frame, frame: Frame) -> Frame:
    """The turn that takes base to frame."""
    return (seen_from(base, frame[0]), seen_from(base, frame[1]), seen_from(base, frame[2]))


def about_x(angle: float) -> Frame:
    """A turn by `angle` degrees about the axis ahead."""
    c, s = cos(radians(angle)), sin(radians(angle))
    return ((1.0, 0.0, 0.0), (0.0, c, s), (0.0, -s, c))


def about_y(angle: float) -> Frame:
    """A turn by `angle` degrees about the long axis."""
    c, s = cos(radians(angle)), sin(radians(angle))
    return ((c, 0.0, -s), (0.0, 1.0, 0.0), (s, 0.0, c))


def about_z(angle: float) -> Frame:
    """A turn by `angle` degrees about the axis to the drilled side."""
    c, s = cos(radians(angle)), sin(radians(angle))
    return ((c, s, 0.0), (-s, c, 0.0), (0.0, 0.0, 1.0))


def zxy_angles(turn: Frame) -> Vec:
    """The angles (about z, then x, then y; degrees) of which a turn is made."""
    x, y, z = turn
    sine = max(-1.0, min(1.0, y[2]))
    return (degrees(atan2(-y[0], y[1])), degrees(atan2(sine, sqrt(y[0] ** 2 + y[1] ** 2))), degrees(atan2(-x[2], z[2])))


def angle_between(a: Vec, b: Vec) -> float:
    """Degrees between two vectors, 0 to 180."""
    return degrees(acos(max(-1.0, min(1.0, dot(unit(a), unit(b))))))


def blend(a: Frame, b: Frame, share: float) -> Frame:
    """The frame `share` of the shortest way from a to b."""
    turn = relative(a, b)
    axis = (turn[1][2] - turn[2][1], turn[2][0] - turn[0][2], turn[0][1] - turn[1][0])
    cosine = max(-1.0, min(1.0, (turn[0][0] + turn[1][1] + turn[2][2] - 1) / 2))
    angle = acos(cosine)
    if angle < 1e-6:
        return a
    if length(axis) < 1e-6:
        axis = (0.0, 1.0, 0.0) if abs(turn[1][1] - 1) < 1e-3 else (0.0, 0.0, 1.0)
    return turned(a, _about(unit(axis), angle * share))


def _about(axis: Vec, angle: float) -> Frame:
    c, s = cos(angle), sin(angle)
    columns = []
    for e in UPRIGHT:
        across, along = cross(axis, e), scale(axis, dot(axis, e) * (1 - c))
        columns.append(add(add(scale(e, c), scale(across, s)), along))
    return (columns[0], columns[1], columns[2])
