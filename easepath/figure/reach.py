"""Two-bone inverse kinematics: a hand or foot that is somewhere decides its shoulder and elbow, hip and knee."""

from __future__ import annotations

from math import sqrt

from easepath.figure.vectors import Frame, Vec, add, cross, dot, length, scale, sub, unit

STRAIGHTEST = 0.9995
"""The share of its full length to which a limb is stretched for a target out of reach."""


def two_bones(
    root: Vec, target: Vec, upper: float, lower: float, toward: Vec, hinge: int
) -> tuple[Frame, Frame, float]:
    """The frames of the upper and the lower bone, and by how many centimetres the target is out of reach.

    `toward` is the way the middle joint points; `hinge` is +1 where it points ahead when bent (knee), −1 where it
    points back (elbow). Bones lie along minus the up-axis of their frame.
    """
    line = sub(target, root)
    far = length(line)
    near, most = abs(upper - lower) + 0.5, (upper + lower) * STRAIGHTEST
    reach = min(max(far, near), most)
    n = unit(line, (0.0, -1.0, 0.0))
    side = sub(toward, scale(n, dot(toward, n)))
    if length(side) < 1e-6:
        side = sub((1.0, 0.0, 0.0), scale(n, n[0]))
    p = unit(side, (0.0, 0.0, 1.0))
    along = (upper * upper - lower * lower + reach * reach) / (2 * reach)
    off = sqrt(max(0.0, upper * upper - along * along))
    joint = add(root, add(scale(n, along), scale(p, off)))
    end = add(root, scale(n, reach))
    z = cross(scale(p, hinge), scale(n, -1))
    return _frame(sub(root, joint), z), _frame(sub(joint, end), z), max(0.0, abs(far - reach) - 0.01)


def _frame(up: Vec, z: Vec) -> Frame:
    y = unit(up, (0.0, 1.0, 0.0))
    return cross(y, z), y, z
