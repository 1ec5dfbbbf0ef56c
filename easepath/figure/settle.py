"""Contacts place the body: the pinned part rests where it must, hands and feet reach where the pose says they are."""

from __future__ import annotations

from dataclasses import dataclass, field
from math import sqrt

from easepath.core.knowledge.models.figure import Arm, At, Leg, Point, Pose
from easepath.figure import body
from easepath.figure.reach import two_bones
from easepath.figure.shape import lowest
from easepath.figure.skeleton import SIDES, Skeleton, landmark, set_foot, set_hand, stood
from easepath.figure.vectors import Frame, Vec, about_z, add, cross, sub, turned, unit, within

UP: Vec = (0.0, 1.0, 0.0)
ON_TOES, ON_HEEL = 45.0, 25.0
"""How far the heel is lifted on the toes, and the toes on the heel, degrees, where a pose does not say."""
SLACK, SHIN_TILT = 1.5, 3.0
"""Centimetres a limb may fall short of its place; degrees by which a shin on the floor falls from knee to ankle."""
PINS = {
    "foot": "ankle", "toes": "ball", "heel": "heel", "knee": "knee", "shin": "knee", "hand": "wrist",
    "elbow": "elbow", "forearm": "elbow", "ankle": "ankle", "hip": "hip", "thigh": "hip", "shoulder": "shoulder",
}  # fmt: skip
TRUNK_PINS = {"shoulders": "up-top", "side-of-chest": "up-top", "ribs": "up-mid", "head": "head"}


@dataclass
class Settled:
    """A pose in its place: the body, and what could not be done as the pose says."""

    body: Skeleton
    pose: Pose
    faults: list[str] = field(default_factory=list)


def height_of(surface: str | float) -> float:
    """Centimetres above the ground of a surface, by name or given; raises KeyError for no such surface."""
    return body.SURFACES[surface] if isinstance(surface, str) else float(surface)


def settled(pose: Pose) -> Settled:
    """The whole pose in the world: pinned, and its hands and feet where they are said to be."""
    found = Settled(stood(pose), pose)
    for mark, _ in SIDES:
        leg: Leg = getattr(pose, "leg" + mark)
        if leg.foot is None and leg.sole == "shin":
            _lay_shin(found.body, mark, leg)
        elif leg.foot is None and leg.sole in ("flat", "toes", "heel"):
            _set_sole(found.body, mark, leg)
    _pin(found)
    for _ in range(_passes(*(leg.foot for leg in (pose.leg, pose.leg2) if leg))):
        found.faults = []
        for mark, sign in SIDES:
            leg = getattr(pose, "leg" + mark)
            if leg.foot is not None:
                _reach_foot(found, mark, sign, leg)
    unreached = list(found.faults)
    for _ in range(_passes(*(arm.hand for arm in (pose.arm, pose.arm2) if arm))):
        found.faults = list(unreached)
        for mark, sign in SIDES:
            arm: Arm = getattr(pose, "arm" + mark)
            if arm.forearm is not None:
                _lay_forearm(found, mark, sign, arm)
            elif arm.hand is not None:
                _reach_hand(found, mark, sign, arm)
    return found


def _passes(*targets: Point | None) -> int:
    """A limb that reaches for the body is looked at twice: the first time its landmark may not be in its place yet."""
    return 2 if any(target is not None and not isinstance(target, tuple) for target in targets) else 1


def joint_of(part: str) -> str:
    """The joint by which a contact is placed; the pelvis for what has none of its own."""
    base, mark = (part[:-1], "2") if part.endswith("2") else (part, "")
    return PINS[base] + mark if base in PINS else TRUNK_PINS.get(base, "pelvis")


def _pin(found: Settled) -> None:
    pose, skeleton = found.pose, found.body
    assert pose.pin
    part, surface = pose.pin
    at = skeleton.joints[joint_of(part)]
    x, z = pose.at or (0.0, at[2])
    skeleton.moved((x - at[0], height_of(surface) - lowest(skeleton, part), z - at[2]))


def resolved(skeleton: Skeleton, point: Point, sign: int) -> Vec:
    """A point in the world; its way out is to the side `sign`."""
    if isinstance(point, str):
        return landmark(skeleton, point)
    if isinstance(point, At):
        return add(landmark(skeleton, point.at), (point.by[0], point.by[1], point.by[2] * sign))
    return (point[0], point[1], point[2] * sign)


def _flat(skeleton: Skeleton, mark: str, leg: Leg) -> Frame:
    sign = -1 if mark else 1
    if leg.point:
        x = unit((leg.point[0], leg.point[1], leg.point[2] * sign))
        return x, cross(unit(cross(x, UP), (0.0, 0.0, 1.0)), x), unit(cross(x, UP), (0.0, 0.0, 1.0))
    x = unit(cross(UP, skeleton.frames["shank" + mark][2]), skeleton.frames["pelvis"][0])
    return x, UP, cross(x, UP)


def _set_sole(skeleton: Skeleton, mark: str, leg: Leg) -> None:
    frame, toes = _flat(skeleton, mark, leg), leg.toes or 0
    if leg.sole == "toes":
        toes = toes or ON_TOES
        frame = turned(frame, about_z(-toes))
    elif leg.sole == "heel":
        frame, toes = turned(frame, about_z(leg.ankle or ON_HEEL)), 0
    skeleton.frames["foot" + mark] = frame
    set_foot(skeleton, mark, toes)


def _lay_shin(skeleton: Skeleton, mark: str, leg: Leg) -> None:
    """The shin lies on the floor behind the knee, whatever the hip does above it."""
    z = skeleton.frames["thigh" + mark][2]
    z = unit((z[0], 0.0, z[2]))
    ahead = cross(UP, z)
    frame = turned((cross(ahead, z), ahead, z), about_z(SHIN_TILT))
    skeleton.frames["shank" + mark] = frame
    skeleton.joints["ankle" + mark] = sub(skeleton.joints["knee" + mark], _along(frame, body.SHANK))
    skeleton.frames["foot" + mark] = turned(frame, about_z(leg.ankle or 0))
    set_foot(skeleton, mark, leg.toes or 0)


def _reach_foot(found: Settled, mark: str, sign: int, leg: Leg) -> None:
    skeleton = found.body
    assert leg.foot is not None
    target, hip = resolved(skeleton, leg.foot, sign), skeleton.joints["hip" + mark]
    toward = _toward(skeleton, sign, leg.bend)
    sole = leg.sole or "flat"
    for _ in range(2):
        ankle = _ankle_over(skeleton, mark, leg, target, sole)
        upper, lower, short = two_bones(hip, ankle, body.THIGH, body.SHANK, toward, 1)
        skeleton.frames["thigh" + mark], skeleton.frames["shank" + mark] = upper, lower
        skeleton.joints["knee" + mark] = knee = sub(hip, _along(upper, body.THIGH))
        skeleton.joints["ankle" + mark] = sub(knee, _along(lower, body.SHANK))
        if sole == "free":
            skeleton.frames["foot" + mark] = turned(lower, about_z(leg.ankle or 0))
            set_foot(skeleton, mark, leg.toes or 0)
        else:
            _set_sole(skeleton, mark, leg.model_copy(update={"sole": sole}))
    if short > SLACK:
        found.faults.append(f"leg{mark}: the foot's place is {short:.0f} cm out of reach")


def _ankle_over(skeleton: Skeleton, mark: str, leg: Leg, target: Vec, sole: str) -> Vec:
    if sole == "free":
        return target
    _set_sole(skeleton, mark, leg.model_copy(update={"sole": sole}))
    foot = skeleton.frames["foot" + mark]
    if sole == "toes":
        return sub(add(target, (0.0, body.BALL_R, 0.0)), within(foot, body.BALL))
    if sole == "heel":
        return sub(add(target, (0.0, body.HEEL_R, 0.0)), within(foot, body.HEEL))
    return add(target, within(foot, (0.0, body.ANKLE_HEIGHT, 0.0)))


def _toward(skeleton: Skeleton, sign: int, bend: tuple[float, float, float] | None) -> Vec:
    """Where the knee points when a pose does not say: ahead, and the further the trunk tips the more headward."""
    if bend:
        return (bend[0], bend[1], bend[2] * sign)
    front, up, _ = skeleton.frames["pelvis"]
    lean = (up[0] ** 2 + up[2] ** 2) ** 0.5
    return (front[0] + 1.6 * up[0], front[1] + 0.15 + 0.8 * lean, front[2] + 1.6 * up[2])


def _along(frame: Frame, by: float) -> Vec:
    return (frame[1][0] * by, frame[1][1] * by, frame[1][2] * by)


def _reach_hand(found: Settled, mark: str, sign: int, arm: Arm) -> None:
    skeleton = found.body
    assert arm.hand is not None
    target, shoulder = resolved(skeleton, arm.hand, sign), skeleton.joints["shoulder" + mark]
    if arm.palm in ("flat", "fist"):
        target = add(target, (0.0, body.WRIST_R + (5.0 if arm.palm == "fist" else 0.6), 0.0))
    chest = skeleton.frames["up"]
    toward = (arm.bend[0], arm.bend[1], arm.bend[2] * sign) if arm.bend else _elbow_way(chest, sign)
    upper, lower, short = two_bones(shoulder, target, body.UPPER_ARM, body.FOREARM, toward, -1)
    skeleton.frames["upper-arm" + mark], skeleton.frames["forearm" + mark] = upper, lower
    skeleton.joints["elbow" + mark] = elbow = sub(shoulder, _along(upper, body.UPPER_ARM))
    skeleton.joints["wrist" + mark] = sub(elbow, _along(lower, body.FOREARM))
    skeleton.frames["hand" + mark] = _hand(arm, chest, lower, sign)
    set_hand(skeleton, mark)
    if short > SLACK:
        found.faults.append(f"arm{mark}: the hand's place is {short:.0f} cm out of reach")


def _lay_forearm(found: Settled, mark: str, sign: int, arm: Arm) -> None:
    """The forearm lies on its surface along the fingers' way, the elbow as far out as the upper arm lets it."""
    skeleton = found.body
    assert arm.forearm is not None
    shoulder, ground = skeleton.joints["shoulder" + mark], height_of(arm.forearm)
    drop = shoulder[1] - ground - body.ELBOW_R
    if drop > body.UPPER_ARM + SLACK:
        found.faults.append(f"arm{mark}: the elbow is {drop - body.UPPER_ARM:.0f} cm above its surface")
    drop = min(drop, body.UPPER_ARM)
    way = _level(arm.fingers, sign) if arm.fingers else _ahead(skeleton.frames["up"])
    aside = _level(arm.bend, sign) if arm.bend else way
    far = sqrt(body.UPPER_ARM**2 - drop**2)
    elbow = add(shoulder, (aside[0] * far, -drop, aside[2] * far))
    fall = (body.WRIST_R + 0.6 - body.ELBOW_R) / body.FOREARM
    wrist = add(elbow, (way[0] * body.FOREARM, fall * body.FOREARM, way[2] * body.FOREARM))
    upper, lower, _ = two_bones(shoulder, wrist, body.UPPER_ARM, body.FOREARM, sub(elbow, shoulder), -1)
    skeleton.frames["upper-arm" + mark], skeleton.frames["forearm" + mark] = upper, lower
    skeleton.joints["elbow" + mark] = sub(shoulder, _along(upper, body.UPPER_ARM))
    skeleton.joints["wrist" + mark] = sub(skeleton.joints["elbow" + mark], _along(lower, body.FOREARM))
    skeleton.frames["hand" + mark] = _hand(arm.model_copy(update={"palm": "free"}), skeleton.frames["up"], lower, sign)
    set_hand(skeleton, mark)


def _level(way: tuple[float, float, float], sign: int) -> Vec:
    return unit((way[0], 0.0, way[2] * sign))


def _ahead(chest: Frame) -> Vec:
    ahead = chest[1] if abs(chest[1][1]) < 0.75 else chest[0]
    return unit((ahead[0], 0.0, ahead[2]))


def _elbow_way(chest: Frame, sign: int) -> Vec:
    back, side = chest[0], chest[2]
    return (-back[0] * 0.7 + side[0] * sign * 0.5, -back[1] * 0.7 - 0.4 + side[1] * sign * 0.5,
            -back[2] * 0.7 + side[2] * sign * 0.5)  # fmt: skip


def _hand(arm: Arm, chest: Frame, forearm: Frame, sign: int) -> Frame:
    """The hand lies along its fingers' way: flat on a level surface, up a wall, or on along the forearm."""
    if arm.fingers:
        way = unit((arm.fingers[0], arm.fingers[1], arm.fingers[2] * sign))
    elif arm.palm == "flat":
        way = _ahead(chest)
    elif arm.palm == "wall":
        way = UP
    else:
        return turned(forearm, about_z(arm.wrist or 0))
    y = (-way[0], -way[1], -way[2])
    z = unit(cross(forearm[0], y), forearm[2])
    return cross(y, z), y, z
