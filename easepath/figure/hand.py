"""The hand and its forearm, a figure of their own: joint angles to joints, joints to pieces."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field
from typing import Any

from easepath.core.knowledge.models.figure import Grip
from easepath.figure.camera import Camera
from easepath.figure.dressed import Piece
from easepath.figure.outline import Shape, hull, limb
from easepath.figure.shape import Egg
from easepath.figure.vectors import UPRIGHT, Frame, Vec, about_x, about_y, about_z, add, middle, turned, within

UPPER, FORE, PALM = 27.0, 24.0, 8.6
FINGERS = (
    ("index", (8.6, 0.2, -3.1), (4.3, 2.6, 2.1), -1.5),
    ("middle", (9.0, 0.3, -1.0), (4.7, 3.0, 2.2), -0.5),
    ("ring", (8.7, 0.2, 1.1), (4.3, 2.8, 2.1), 0.5),
    ("little", (8.0, 0.0, 3.1), (3.4, 2.1, 1.9), 1.5),
)
"""Finger -> base on the palm (toward the fingers, toward the back of the hand, away from the thumb), bones, spread."""
FINGER_R, THUMB_R = 1.05, 1.25
THUMB_BONES = (4.4, 3.3, 2.7)
"""From the wrist to the tip."""
ELBOW: Vec = (0.0, 0.0, 0.0)
"""The hand is drawn from a forearm that rests here."""


@dataclass
class HandBody:
    """Joints and frames of one arm below the shoulder, centimetres."""

    joints: dict[str, Vec] = field(default_factory=dict)
    frames: dict[str, Frame] = field(default_factory=dict)
    upper_arm: bool = False


def posed(grip: Grip, *, elbow: Vec = ELBOW, base: Frame = UPRIGHT, upper_arm: bool = False) -> HandBody:
    """The hand of a grip, its elbow at `elbow` and its forearm level along `base`."""
    found = HandBody(upper_arm=upper_arm)
    fore = turned(base, about_z(grip.rise or 0), about_x(grip.roll or 0))
    hand = turned(fore, about_z(-(grip.wrist or 0)), about_y(grip.side or 0))
    found.frames |= {"forearm": fore, "hand": hand}
    joints = found.joints
    joints["elbow"] = elbow
    joints["shoulder"] = add(elbow, within(base, (-13.0, 23.6, 0.0)))
    joints["wrist"] = wrist = add(elbow, within(fore, (FORE, 0.0, 0.0)))
    joints["palm"] = add(wrist, within(hand, (PALM / 2, 0.0, 0.0)))
    joints["knuckle"] = add(wrist, within(hand, (PALM, 0.0, 0.0)))
    for name, at, bones, fan in FINGERS:
        _finger(found, name, add(wrist, within(hand, at)), hand, bones, grip, fan)
    _thumb(found, grip)
    joints["fingertip"] = joints["middle-3"]
    return found


def _finger(found: HandBody, name: str, at: Vec, hand: Frame, bones: Vec, grip: Grip, fan: float) -> None:
    frame = turned(hand, about_y(-(grip.spread or 0) * fan))
    found.joints[name + "-0"] = at
    for number, (bone, bend) in enumerate(zip(bones, grip.curl or (0.0, 0.0, 0.0), strict=True), 1):
        frame = turned(frame, about_z(-bend))
        at = found.joints[f"{name}-{number}"] = add(at, within(frame, (bone, 0.0, 0.0)))


def _thumb(found: HandBody, grip: Grip) -> None:
    hand = found.frames["hand"]
    at = found.joints["thumb-0"] = add(found.joints["wrist"], within(hand, (1.6, -0.6, -2.6)))
    frame = turned(hand, about_y(58 - (grip.thumb or 0)), about_z(-18))
    for number, bone in enumerate(THUMB_BONES, 1):
        at = found.joints[f"thumb-{number}"] = add(at, within(frame, (bone, 0.0, 0.0)))
        frame = turned(frame, about_y(-(grip.thumb or 0) * 0.45), about_z(-4))


def between_grips(a: Grip, b: Grip, share: float) -> Grip:
    """The grip `share` of the way from a to b, angle by angle."""
    found: dict[str, Any] = {}
    for name in Grip.model_fields:
        one, two = getattr(a, name), getattr(b, name)
        if isinstance(one, tuple):
            found[name] = tuple(x + (y - x) * share for x, y in zip(one, two, strict=True))
        else:
            found[name] = one + (two - one) * share
    return Grip.model_construct(**found)


def hand_pieces(found: HandBody, camera: Camera, *, drilled: bool = True, tint: str = "") -> Iterator[Piece]:
    """The pieces of a hand and its arm, and the cuff of the drilled side."""
    joints, skin = found.joints, "skin" + tint
    elbow, wrist = joints["elbow"], joints["wrist"]
    belly = middle(elbow, wrist, 0.3)
    arm: list[Shape] = [
        limb(camera, elbow, 4.3, belly, 4.1),
        limb(camera, belly, 4.1, wrist, 2.7),
    ]
    if found.upper_arm:
        yield Piece(
            camera.depth(middle(joints["shoulder"], elbow)) - 0.2,
            "sleeve" + tint,
            (limb(camera, joints["shoulder"], 5.4, middle(joints["shoulder"], elbow, 0.62), 5.2),),
        )
        arm.append(limb(camera, middle(joints["shoulder"], elbow, 0.5), 4.7, elbow, 4.3))
    hand = found.frames["hand"]
    palm = hull(
        camera,
        *(
            Egg(add(wrist, within(hand, at)), hand, size)
            for at, size in (
                ((0.6, 0.0, -1.0), (1.6, 2.0, 1.8)),
                ((0.6, 0.0, 1.0), (1.6, 2.0, 1.8)),
                ((7.2, 0.1, -2.6), (2.0, 1.5, 1.7)),
                ((6.6, 0.0, 2.7), (2.0, 1.4, 1.6)),
            )
        ),
    )
    yield Piece(camera.depth(middle(wrist, joints["knuckle"])), skin, (*arm, palm))
    for name, *_ in FINGERS:
        chain = [joints[f"{name}-{k}"] for k in range(4)]
        radii = (FINGER_R + 0.12, FINGER_R, FINGER_R - 0.1, FINGER_R - 0.22)
        shapes = tuple(limb(camera, chain[k], radii[k], chain[k + 1], radii[k + 1]) for k in range(3))
        depth = sum(camera.depth(point) for point in chain[1:]) / 3
        yield Piece(depth, skin, shapes, weight=0.8)
    chain = [joints[f"thumb-{k}"] for k in range(4)]
    thumb = tuple(limb(camera, chain[k], THUMB_R - 0.1 * k + 0.2, chain[k + 1], THUMB_R - 0.1 * k) for k in range(3))
    yield Piece(sum(camera.depth(point) for point in chain) / 4 + 0.3, skin, thumb, weight=0.8)
    if drilled:
        a, b = middle(elbow, wrist, 0.58), middle(elbow, wrist, 0.66)
        frame = found.frames["forearm"]
        band = (hull(camera, Egg(a, frame, (0.4, 4.0, 4.0)), Egg(b, frame, (0.4, 3.8, 3.8))),)
        yield Piece(camera.depth(middle(wrist, joints["knuckle"])) + 0.05, "cuff", band)


PATCHES: dict[str, tuple[float, float, float, Vec]] = {
    "forearm-palm-side": (0.35, -2.6, 0.0, (7.5, 2.2, 3.4)),
    "forearm-back-side": (0.35, 2.6, 0.0, (7.5, 2.2, 3.4)),
    "forearm-around": (0.4, 0.0, 0.0, (8.0, 3.6, 3.6)),
    "wrist": (1.0, 0.0, 0.0, (3.0, 3.0, 3.2)),
}
"""Patch -> share of the way to the wrist, offset toward the back of the hand and away from the thumb, size."""
ARM_PATCH = "upper-arm"


def hand_patch(found: HandBody, name: str) -> Egg:
    """A patch on the forearm or wrist; raises KeyError for one it does not know."""
    if name == ARM_PATCH:
        at = middle(found.joints["shoulder"], found.joints["elbow"], 0.72)
        return Egg(at, found.frames["forearm"], (3.4, 3.4, 3.4))
    share, y, z, size = PATCHES[name]
    frame = found.frames["forearm"]
    return Egg(
        add(middle(found.joints["elbow"], found.joints["wrist"], share), within(frame, (0.0, y, z))), frame, size
    )


def helper_hand(found: HandBody, *, above: bool) -> HandBody:
    """The other hand, laid across the back of the fingers from beyond, or under the palm."""
    side = 1.0 if above else -1.0
    hand = found.frames["hand"]
    at = add(found.joints["knuckle"], within(hand, (1.0, side * 3.0, -8.0)))
    base: Frame = ((0.0, 0.0, 1.0), (0.0, side, 0.0), (-side, 0.0, 0.0))
    lean = turned(base, about_z(-14))
    elbow = add(at, within(lean, (-FORE, 0.0, 0.0)))
    grip = Grip(rise=0.0, roll=0.0, wrist=0.0, side=0.0, curl=(14.0, 26.0, 14.0), spread=0.0, thumb=10.0)
    return posed(grip, elbow=elbow, base=lean)
