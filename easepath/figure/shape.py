"""The solids a body is made of: rounded limbs and the egg shapes of trunk and head; and how low each reaches."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from math import sqrt

from easepath.figure import body
from easepath.figure.skeleton import SIDES, Skeleton
from easepath.figure.vectors import Frame, Vec, add, dot, middle, within


@dataclass(frozen=True)
class Ball:
    """A ball: where and how thick."""

    at: Vec
    r: float


@dataclass(frozen=True)
class Egg:
    """An egg shape: where, along which axes, and how far it reaches along each."""

    at: Vec
    frame: Frame
    size: Vec

    def reach(self, way: Vec) -> float:
        """How far it reaches along a unit vector."""
        return sqrt(sum((dot(axis, way) * size) ** 2 for axis, size in zip(self.frame, self.size, strict=True)))


def trunk_eggs(found: Skeleton) -> dict[str, Egg]:
    """Pelvis, waist, ribs and chest."""
    joints, frames = found.joints, found.frames
    up_low = middle(joints["low-top"], joints["up-mid"], 0.7)
    up_high = add(joints["up-top"], within(frames["up"], (0.5, -7.5, 0.0)))
    return {
        "pelvis": Egg(
            add(joints["pelvis"], within(frames["pelvis"], (-0.8, 2.0, 0.0))), frames["pelvis"], body.PELVIS_SIZE
        ),
        "waist": Egg(joints["low-mid"], frames["low-half"], body.WAIST_SIZE),
        "ribs": Egg(up_low, frames["up-half"], body.RIBS_SIZE),
        "chest": Egg(up_high, frames["up"], body.CHEST_SIZE),
    }


def head_egg(found: Skeleton) -> Egg:
    """The head."""
    return Egg(found.joints["head"], found.frames["neck"], body.HEAD_SIZE)


def solids(found: Skeleton) -> Iterator[tuple[str, Ball | Egg]]:
    """Every solid by the name of its part."""
    yield from trunk_eggs(found).items()
    yield "head", head_egg(found)
    joints = found.joints
    for mark, _ in SIDES:
        yield "thigh" + mark, Ball(joints["hip" + mark], body.HIP_R)
        yield "knee" + mark, Ball(joints["knee" + mark], body.KNEE_R)
        yield "ankle" + mark, Ball(joints["ankle" + mark], body.ANKLE_R)
        yield "foot" + mark, Ball(joints["heel" + mark], body.HEEL_R)
        yield "foot" + mark, Ball(joints["ball" + mark], body.BALL_R)
        yield "foot" + mark, Ball(joints["toe" + mark], body.TOE_R)
        yield "shoulder" + mark, Ball(joints["shoulder" + mark], body.SHOULDER_R)
        yield "elbow" + mark, Ball(joints["elbow" + mark], body.ELBOW_R)
        yield "hand" + mark, Ball(joints["wrist" + mark], body.WRIST_R)
        yield "hand" + mark, Ball(joints["knuckle" + mark], body.PALM_R)
        yield "hand" + mark, Ball(joints["fingers" + mark], body.FINGER_R)


CONTACTS: dict[str, tuple[str, ...]] = {
    "seat": ("pelvis",),
    "back": ("pelvis", "waist", "ribs", "chest"),
    "shoulders": ("chest", "ribs"),
    "front": ("pelvis", "waist", "ribs", "chest"),
    "ribs": ("waist", "ribs"),
    "side": ("pelvis",),
    "side-of-chest": ("ribs", "chest"),
    "head": ("head",),
    **{
        name + mark: tuple(part + mark for part in parts)
        for mark, _ in SIDES
        for name, parts in (
            ("foot", ("foot",)),
            ("heel", ("foot",)),
            ("toes", ("foot",)),
            ("knee", ("knee",)),
            ("shin", ("knee", "ankle", "foot")),
            ("ankle", ("ankle", "foot")),
            ("thigh", ("thigh", "knee")),
            ("hip", ("thigh",)),
            ("hand", ("hand",)),
            ("forearm", ("elbow", "hand")),
            ("elbow", ("elbow",)),
            ("shoulder", ("shoulder",)),
            ("calf", ("knee", "ankle")),
        )
    },
}
"""What a contact's name means: the solids of which the nearest one touches."""


def reaches_to(found: Skeleton, part: str, way: Vec) -> float:
    """How far the contact `part` reaches along a unit vector, centimetres; KeyError for no such part."""
    names = CONTACTS[part]
    return max(_extent(solid, way) for name, solid in solids(found) if name in names)


def lowest(found: Skeleton, part: str) -> float:
    """The height of the lowest point of a contact, centimetres above the ground."""
    return -reaches_to(found, part, (0.0, -1.0, 0.0))


def _extent(solid: Ball | Egg, way: Vec) -> float:
    return dot(solid.at, way) + (solid.r if isinstance(solid, Ball) else solid.reach(way))
