"""Forward kinematics: from the joint angles of a pose to where every joint of the body is."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from easepath.core.knowledge.models.figure import Arm, Bend, Leg, Pose
from easepath.figure import body
from easepath.figure.vectors import (
    UPRIGHT,
    Frame,
    Vec,
    about_x,
    about_y,
    about_z,
    add,
    angle_between,
    relative,
    scale,
    sub,
    turned,
    within,
    zxy_angles,
)  # fmt: skip

SIDES = (("", 1), ("2", -1))
"""The drilled side is drawn as the right one; its names have no mark, those of the other side a 2."""


HALF_TURN = -100.0
"""Past this a thigh led far outward has gone round by the side, not back."""


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

    def hip_flexion(self, mark: str) -> float:
        """Flexion of a hip, degrees: of a thigh led outward no more than its angle to the trunk."""
        flexion = self.hip_angles(mark)[0]
        flexion += 360 if flexion < HALF_TURN else 0
        trunk = angle_between(self.frames["thigh" + mark][1], self.frames["pelvis"][1])
        return min(flexion, trunk) if flexion > 0 else flexion

    def knee_angle(self, mark: str) -> float:
        """Flexion of a knee, degrees."""
        return -zxy_angles(relative(self.frames["thigh" + mark], self.frames["shank" + mark]))[0]

    def elbow_angle(self, mark: str) -> float:
        """How far an elbow is bent, degrees."""
        return angle_between(self.frames["upper-arm" + mark][1], self.frames["forearm" + mark][1])

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
    strung(found, {mark: getattr(pose, "leg" + mark).toes or 0 for mark, _ in SIDES})
    return found


def _up(frame: Frame, by: float) -> Vec:
    return scale(frame[1], by)


def _bent(frame: Frame, bend: Bend, share: float) -> Frame:
    flex, side, turn = ((value or 0) * share for value in (bend.flex, bend.side, bend.turn))
    return turned(frame, about_z(-flex), about_x(side), about_y(-turn))


def _spine(found: Skeleton, pose: Pose) -> None:
    """Low back and upper back bend in two halves each, so that they curve; the head carries half the neck's bend."""
    assert pose.low
    assert pose.up
    assert pose.neck
    frames, frame = found.frames, found.frames["pelvis"]
    for name, bend in (("low", pose.low), ("up", pose.up), ("neck", pose.neck)):
        frames[name + "-half"] = half = _bent(frame, bend, 0.5)
        frames[name] = frame = _bent(half, bend, 0.5)


def _leg(found: Skeleton, mark: str, sign: int, leg: Leg) -> None:
    frames = found.frames
    frames["thigh" + mark] = thigh = turned(
        frames["pelvis"], about_z(leg.hip or 0), about_x(-sign * (leg.out or 0)), about_y(-sign * (leg.er or 0))
    )
    frames["shank" + mark] = shank = turned(thigh, about_z(-(leg.knee or 0)))
    frames["foot" + mark] = turned(shank, about_z(leg.ankle or 0))


def _arm(found: Skeleton, mark: str, sign: int, arm: Arm) -> None:
    frames = found.frames
    frames["upper-arm" + mark] = upper = turned(
        frames["up"], about_z(arm.lift or 0), about_x(-sign * (arm.out or 0)), about_y(-sign * (arm.er or 0))
    )
    frames["forearm" + mark] = fore = turned(upper, about_z(arm.elbow or 0))
    frames["hand" + mark] = turned(fore, about_z(arm.wrist or 0))


def strung(found: Skeleton, toes: Mapping[str, float]) -> None:
    """Every joint along the frames, from the pelvis outward; `toes` by side, degrees bent up at the ball."""
    joints, frames = found.joints, found.frames
    at = joints["low-back"] = add(joints["pelvis"], _up(frames["pelvis"], body.PELVIS_TO_LOW_BACK))
    for name, size in (("low", body.LOW_BACK), ("up", body.UPPER_BACK)):
        at = joints[name + "-mid"] = add(at, _up(frames[name + "-half"], size / 2))
        at = joints[name + "-top"] = add(at, _up(frames[name], size / 2))
    at = joints["neck-top"] = add(at, _up(frames["neck-half"], body.NECK))
    joints["head"] = add(at, within(frames["neck"], (body.HEAD_AHEAD, body.HEAD_UP, 0.0)))
    for mark, sign in SIDES:
        hip = within(frames["pelvis"], (0.0, 0.0, sign * body.HIP_OUT))
        shoulder = within(frames["up"], (0.0, -body.SHOULDER_DROP, sign * body.SHOULDER_OUT))
        joints["hip" + mark] = hip = add(joints["pelvis"], hip)
        joints["shoulder" + mark] = shoulder = add(joints["up-top"], shoulder)
        joints["knee" + mark] = knee = sub(hip, _up(frames["thigh" + mark], body.THIGH))
        joints["ankle" + mark] = sub(knee, _up(frames["shank" + mark], body.SHANK))
        joints["elbow" + mark] = elbow = sub(shoulder, _up(frames["upper-arm" + mark], body.UPPER_ARM))
        joints["wrist" + mark] = sub(elbow, _up(frames["forearm" + mark], body.FOREARM))
        set_foot(found, mark, toes[mark])
        set_hand(found, mark)


def set_foot(found: Skeleton, mark: str, toes: float) -> None:
    """Heel, ball and toes from the ankle and the frame of the foot; `toes` degrees bent up at the ball."""
    joints, foot = found.joints, found.frames["foot" + mark]
    ankle = joints["ankle" + mark]
    joints["heel" + mark] = add(ankle, within(foot, body.HEEL))
    joints["ball" + mark] = ball = add(ankle, within(foot, body.BALL))
    joints["toe" + mark] = add(ball, within(turned(foot, about_z(toes)), (body.TOES, 0.0, 0.0)))


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
