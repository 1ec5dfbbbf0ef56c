"""A pose made whole: what a drill says on top of its stance, and what a stance says on top of the one it is like."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any, TypeVar

from easepath.core.knowledge import models
from easepath.core.knowledge.models.figure import Arm, Bend, Grip, Leg, Pose, Stand
from easepath.figure.skeleton import SIDED

P = TypeVar("P", Stand, Bend, Leg, Arm, Grip)

UNBENT = Pose(
    grip=Grip(rise=0.0, roll=0.0, wrist=0.0, side=0.0, curl=(10.0, 12.0, 8.0), spread=0.0, thumb=25.0),
    pelvis=Stand(pitch=0.0, list=0.0, turn=0.0, yaw=0.0),
    low=Bend(flex=0.0, side=0.0, turn=0.0),
    up=Bend(flex=0.0, side=0.0, turn=0.0),
    neck=Bend(flex=0.0, side=0.0, turn=0.0),
    leg=Leg(hip=0.0, out=0.0, er=0.0, knee=0.0, ankle=0.0, toes=0.0),
    leg2=Leg(hip=0.0, out=0.0, er=0.0, knee=0.0, ankle=0.0, toes=0.0),
    arm=Arm(lift=0.0, out=4.0, er=0.0, elbow=6.0, wrist=0.0),
    arm2=Arm(lift=0.0, out=4.0, er=0.0, elbow=6.0, wrist=0.0),
    pin=("foot", "floor"),
    rests={},
)
PARTS = ("grip", "pelvis", "low", "up", "neck", "leg", "leg2", "arm", "arm2")


def laid_over(below: Pose, above: Pose) -> Pose:
    """`below` with what `above` says; angles take the place of a target, and a target that of angles."""
    found = {name: getattr(below, name) for name in (*PARTS, "pin", "at", "rests", "holds")}
    for both, sides in (("legs", ("leg", "leg2")), ("arms", ("arm", "arm2"))):
        for side in sides:
            found[side] = _part(found[side], _own_side(getattr(above, both), side))
    for name in PARTS:
        found[name] = _part(found[name], getattr(above, name))
    for name in ("pin", "at", "rests", "holds"):
        if name in above.model_fields_set:
            found[name] = getattr(above, name)
    if "rests" not in above.model_fields_set:
        found["rests"] = {part: on for part, on in (below.rests or {}).items() if not _left(part, below, found)}
    return Pose.model_construct(**found)


def _left(part: str, below: Pose, found: dict[str, Any]) -> bool:
    """Whether a hand or foot has left what it rested on: it had a place there, and now hangs free."""
    name, mark = part.removesuffix("2"), "2" if part.endswith("2") else ""
    if name in ("foot", "heel", "toes"):
        now: Leg = found["leg" + mark]
        was: Leg = getattr(below, "leg" + mark)
        return now.sole == "free" and was.sole != "free"
    if name == "hand":
        held: Arm = getattr(below, "arm" + mark)
        return held.palm is not None and found["arm" + mark].hand is None
    return False


def _own_side(limb: P | None, side: str) -> P | None:
    """What is said of both arms or legs, for one of them: a landmark of the body means the limb's own side."""
    name = "foot" if isinstance(limb, Leg) else "hand"
    target = getattr(limb, name, None)
    if limb is None or target is None or not side.endswith("2") or isinstance(target, tuple):
        return limb
    landmark = target if isinstance(target, str) else target.at
    if landmark.removesuffix("2") not in SIDED:
        return limb
    other = landmark.removesuffix("2") if landmark.endswith("2") else landmark + "2"
    swapped = other if isinstance(target, str) else target.model_copy(update={"at": other})
    return limb.model_copy(update={name: swapped})


def _part(below: P, above: P | None) -> P:
    if above is None:
        return below
    said = {name: getattr(above, name) for name in above.model_fields_set}
    target = "foot" if isinstance(above, Leg) else "hand" if isinstance(above, Arm) else None
    angles = {"hip", "knee"} if target == "foot" else {"lift", "elbow"}
    if target and target not in said and angles & said.keys():
        said[target] = None
    if target == "hand" and "forearm" not in said and said.keys() & {"lift", "elbow", "hand"}:
        said["forearm"] = None
    if target == "hand" and "forearm" in said and "bend" not in said:
        said["bend"] = None
    if target == "foot" and "sole" not in said and target in said:
        lifted, kneeling = said[target] is None, getattr(below, "sole", None) == "shin"
        if lifted and below_target(below):
            said["sole"] = "free"
        elif not lifted and kneeling:
            said["sole"] = "flat"
    return below.model_copy(update=said)


def below_target(below: Stand | Bend | Leg | Arm | Grip) -> bool:
    """Whether a leg had a place for its foot."""
    return isinstance(below, Leg) and below.foot is not None


def stance_pose(stances: Mapping[str, models.Stance], identifier: str) -> Pose:
    """The whole pose of a stance, from the one it is like upward."""
    stance = stances[identifier]
    below = stance_pose(stances, stance.like) if stance.like else UNBENT
    return laid_over(below, stance.pose)
