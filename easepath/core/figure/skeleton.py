"""Forward kinematics: from the joint angles of a pose to where every joint of the body is."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from easepath.core.figure import body
from easepath.core.figure.vectors import (
    UPRIGHT,
    Frame,
    Vec,
    about_x,
    about_y,
    about_z,
    add,
    middle,
    relative,
    scale,
    sub,
    turned,
    within,
    zxy_angles,
)  # fmt: skip
from easepath.core.knowledge.models.figure import Arm, Bend, Leg, Pose

SIDES = (("", 1), ("2", -1))
"""The drilled side is drawn as the right one; its names have no mark, those of the other side a 2."""


@dataclass
class Skeleton:
    """Joints by name (centimetres in the world) and the frame of every part."""

    joints: dict[str, Vec] = field(default_factory=dict)
    frames: dict[str, Frame] = field(default_factory=dict)

    def moved(self, by: Vec) -> None:
        """Shift the whole body."""
        self.joints = {name: add(point, by) for name, point in self.joints.items()}

    def hip_angles(self, mark: str) -> tuple[float, float, float]:
        """Flexion, abduction and external rotation of a hip, degrees."""
        flex, tilt, spin = zxy_angles(relative(self.frames["pelvis"], self.frames["thigh" + mark]))
        sign = -1 if mark == "" else 1
        return flex, sign * tilt, sign * spin

    def shoulder_angles(self, mark: str) -> tuple[float, float, float]:
        """Flexion, abduction and external rotation of a shoulder, degrees."""
        flex, tilt, spin = zxy_angles(relative(self.frames["up"], self.frames["upper-arm" + mark]))
        sign = -1 if mark == "" else 1
        return flex, sign * tilt, sign * spin

    def knee_angle(self, mark: str) -> float:
        """Flexion of a knee, degrees."""
        return -zxy_angles(relative(self.frames["thigh" + mark], self.frames["shank" + mark]))[0]

    def ankle_angle(self, mark: str) -> float:
        """Dorsiflexion of an ankle, degrees."""
        return zxy_angles(relative(self.frames["shank" + mark], self.frames["foot" + mark]))[0]

    def spine_angles(self, part: str) -> tuple[float, float, float]:
        """Rounding, bend and turn to the drilled side of `low` (on the pelvis), `up` (on low) or `neck` (on up)."""
        below = {"low": "pelvis", "up": "low", "neck": "up"}[part]
        flex, side, turn = zxy_angles(relative(self.frames[below], self.frames[part]))
        return -flex, side, -turn


def stood(pose: Pose) -> Skeleton:
    """The body of a pose by its angles alone, the pelvis at the origin."""
    found = Skeleton()
    stand = pose.pelvis
    assert stand
    found.frames["pelvis"] = turned(
        UPRIGHT,
        about_y(-(stand.yaw or 0)),
        about_z(-(stand.pitch or 0)),
        about_y(-(stand.turn or 0)),
        about_x(stand.list or 0),
    )
    found.joints["pelvis"] = (0.0, 0.0, 0.0)
    _spine(found, pose)
    for mark, sign in SIDES:
        leg, arm = getattr(pose, "leg" + mark), getattr(pose, "arm" + mark)
        _leg(found, mark, sign, leg)
        _arm(found, mark, sign, arm)
    return found


def _up(frame: Frame, by: float) -> Vec:
    return scale(frame[1], by)


def _bent(frame: Frame, bend: Bend, share: float) -> Frame:
    flex, side, turn = ((value or 0) * share for value in (bend.flex, bend.side, bend.turn))
    return turned(frame, about_z(-flex), about_x(side), about_y(-turn))


def _spine(found: Skeleton, pose: Pose) -> None:
    """Low back and upper back bend in two halves each, so that they curve; the head carries half the neck's bend."""
    joints, frames = found.joints, found.frames
    at, frame = add(joints["pelvis"], _up(frames["pelvis"], body.PELVIS_TO_LOW_BACK)), frames["pelvis"]
    joints["low-back"] = at
    assert pose.low
    assert pose.up
    assert pose.neck
    for name, bend, size in (("low", pose.low, body.LOW_BACK), ("up", pose.up, body.UPPER_BACK)):
        half = _bent(frame, bend, 0.5)
        joints[name + "-mid"] = at = add(at, _up(half, size / 2))
        frame = _bent(half, bend, 0.5)
        joints[name + "-top"] = at = add(at, _up(frame, size / 2))
        frames[name + "-half"], frames[name] = half, frame
    half = _bent(frame, pose.neck, 0.5)
    joints["neck-top"] = at = add(at, _up(half, body.NECK))
    frames["neck-half"] = half
    frames["neck"] = _bent(half, pose.neck, 0.5)
    set_head(found)


def set_head(found: Skeleton) -> None:
    """The head on the neck."""
    head = within(found.frames["neck"], (body.HEAD_AHEAD, body.HEAD_UP, 0.0))
    found.joints["head"] = add(found.joints["neck-top"], head)


def _leg(found: Skeleton, mark: str, sign: int, leg: Leg) -> None:
    joints, frames = found.joints, found.frames
    joints["hip" + mark] = hip = within(frames["pelvis"], (0.0, 0.0, sign * body.HIP_OUT))
    thigh = turned(
        frames["pelvis"], about_z(leg.hip or 0), about_x(-sign * (leg.out or 0)), about_y(-sign * (leg.er or 0))
    )
    shank = turned(thigh, about_z(-(leg.knee or 0)))
    frames["thigh" + mark], frames["shank" + mark] = thigh, shank
    joints["knee" + mark] = knee = sub(hip, _up(thigh, body.THIGH))
    joints["ankle" + mark] = sub(knee, _up(shank, body.SHANK))
    frames["foot" + mark] = turned(shank, about_z(leg.ankle or 0))
    set_foot(found, mark, leg.toes or 0)


def set_foot(found: Skeleton, mark: str, toes: float) -> None:
    """Heel, ball and toes from the ankle and the frame of the foot; `toes` degrees bent up at the ball."""
    joints, foot = found.joints, found.frames["foot" + mark]
    ankle = joints["ankle" + mark]
    joints["heel" + mark] = add(ankle, within(foot, body.HEEL))
    joints["ball" + mark] = ball = add(ankle, within(foot, body.BALL))
    joints["toe" + mark] = add(ball, within(turned(foot, about_z(toes)), (body.TOES, 0.0, 0.0)))


def _arm(found: Skeleton, mark: str, sign: int, arm: Arm) -> None:
    joints, frames = found.joints, found.frames
    at = within(frames["up"], (0.0, -body.SHOULDER_DROP, sign * body.SHOULDER_OUT))
    joints["shoulder" + mark] = shoulder = add(joints["up-top"], at)
    upper = turned(
        frames["up"], about_z(arm.lift or 0), about_x(-sign * (arm.out or 0)), about_y(-sign * (arm.er or 0))
    )
    fore = turned(upper, about_z(arm.elbow or 0))
    frames["upper-arm" + mark], frames["forearm" + mark] = upper, fore
    joints["elbow" + mark] = elbow = sub(shoulder, _up(upper, body.UPPER_ARM))
    joints["wrist" + mark] = sub(elbow, _up(fore, body.FOREARM))
    frames["hand" + mark] = turned(fore, about_z(arm.wrist or 0))
    set_hand(found, mark)


def set_hand(found: Skeleton, mark: str) -> None:
    """Knuckles and fingertips from the wrist and the frame of the hand."""
    joints, hand = found.joints, found.frames["hand" + mark]
    wrist = joints["wrist" + mark]
    joints["knuckle" + mark] = sub(wrist, _up(hand, body.HAND * 0.5))
    joints["fingers" + mark] = sub(wrist, _up(hand, body.HAND))


LANDMARKS: Mapping[str, tuple[str, str, Vec]] = {
    "belly": ("low-mid", "low-half", (9.5, 0.0, 0.0)),
    "waist": ("low-mid", "low-half", (0.0, 0.0, 0.0)),
    "back-of-waist": ("low-mid", "low-half", (-9.0, 0.0, 0.0)),
    "chest": ("up-mid", "up", (10.0, 4.0, 0.0)),
    "trunk": ("up-mid", "up", (0.0, 0.0, 0.0)),
    "between-blades": ("up-mid", "up", (-10.0, 2.0, 0.0)),
    "ribs": ("up-mid", "up-half", (4.0, -8.0, 14.0)),
    "ribs2": ("up-mid", "up-half", (4.0, -8.0, -14.0)),
    "seat": ("pelvis", "pelvis", (-4.0, -8.0, 0.0)),
    "front-of-pelvis": ("pelvis", "pelvis", (10.0, 4.0, 0.0)),
    "side-of-pelvis": ("pelvis", "pelvis", (0.0, 8.0, 15.0)),
    "side-of-pelvis2": ("pelvis", "pelvis", (0.0, 8.0, -15.0)),
    "back-of-pelvis": ("pelvis", "pelvis", (-10.0, 2.0, 0.0)),
    "face": ("head", "neck", (10.0, -1.0, 0.0)),
    "crown": ("head", "neck", (0.0, 11.0, 0.0)),
    "back-of-head": ("head", "neck", (-10.0, 0.0, 0.0)),
    "ear": ("head", "neck", (0.0, 0.0, 10.0)),
    "ear2": ("head", "neck", (0.0, 0.0, -10.0)),
    **{
        name + mark: (
            joint + mark,
            frame if frame == "pelvis" else frame + mark,
            (offset[0], offset[1], offset[2] * sign),
        )
        for mark, sign in SIDES
        for name, joint, frame, offset in (
            ("thigh", "hip", "thigh", (0.0, -22.0, 0.0)),
            ("on-thigh", "hip", "thigh", (8.0, -24.0, 0.0)),
            ("behind-thigh", "hip", "thigh", (-8.0, -28.0, 0.0)),
            ("inner-thigh", "hip", "thigh", (0.0, -22.0, -7.0)),
            ("outer-thigh", "hip", "thigh", (0.0, -24.0, 8.0)),
            ("on-knee", "knee", "thigh", (7.0, 1.0, 0.0)),
            ("inner-knee", "knee", "thigh", (0.0, 2.0, -7.0)),
            ("outer-knee", "knee", "thigh", (0.0, 2.0, 7.0)),
            ("under-knee", "knee", "shank", (-7.0, -3.0, 0.0)),
            ("behind-knee", "knee", "thigh", (-7.0, 3.0, 0.0)),
            ("on-shin", "knee", "shank", (6.0, -14.0, 0.0)),
            ("shank", "knee", "shank", (0.0, -20.0, 0.0)),
            ("calf", "knee", "shank", (-6.0, -14.0, 0.0)),
            ("above-ankle", "ankle", "shank", (0.0, 5.0, 0.0)),
            ("sole", "ankle", "foot", (5.0, -7.0, 0.0)),
            ("instep", "ankle", "foot", (6.0, 0.0, 0.0)),
            ("crease", "hip", "pelvis", (8.0, 1.0, 0.0)),
            ("outer-hip", "hip", "pelvis", (0.0, 0.0, 8.0)),
            ("upper-arm", "shoulder", "upper-arm", (0.0, -15.0, 0.0)),
        )
    },
}


JOINTS = ("hip", "knee", "ankle", "heel", "ball", "toe", "shoulder", "elbow", "wrist", "knuckle", "fingers")
SIDED = frozenset({*JOINTS, *(name.removesuffix("2") for name in LANDMARKS if name.endswith("2"))})
"""The joints and landmarks there are two of."""


def landmark(found: Skeleton, name: str) -> Vec:
    """Where a joint or a named place of the body is; raises KeyError for a name it does not know."""
    if name in LANDMARKS:
        joint, frame, offset = LANDMARKS[name]
        return add(found.joints[joint], within(found.frames[frame], offset))
    return found.joints[name]


def shared_middle(found: Skeleton, a: str, b: str) -> Vec:
    """The middle between two landmarks."""
    return middle(landmark(found, a), landmark(found, b))
