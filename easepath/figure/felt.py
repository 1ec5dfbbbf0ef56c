"""Where a drill should be felt: the words of the library as patches on the body."""

from __future__ import annotations

from easepath.figure.shape import Egg
from easepath.figure.skeleton import SIDES, Skeleton
from easepath.figure.vectors import Vec, add, within

Spot = tuple[str, str, Vec, Vec]
"""Joint, frame, offset in the frame (z outward), and size along the frame; centimetres."""

TRUNK: dict[str, Spot] = {
    "low-back": ("low-mid", "low-half", (-6.5, -3.0, 0.0), (4.5, 9.0, 9.0)),
    "upper-back": ("up-mid", "up", (-6.5, 1.0, 0.0), (4.5, 9.0, 9.0)),
    "whole-back": ("low-top", "up-half", (-6.5, 0.0, 0.0), (4.5, 19.0, 8.0)),
    "neck": ("up-top", "neck-half", (-3.0, 2.0, 0.0), (3.5, 5.0, 4.0)),
    "chest": ("up-mid", "up", (6.5, 3.0, 0.0), (4.5, 8.0, 9.0)),
    "belly": ("low-mid", "low-half", (6.0, -5.0, 0.0), (4.5, 8.0, 8.0)),
    "low-ribs": ("low-top", "up-half", (3.0, 2.0, 0.0), (7.0, 6.0, 12.0)),
    "back-ribs": ("low-top", "up-half", (-6.0, 4.0, 0.0), (5.0, 8.0, 10.0)),
}
"""Where a word of what is felt lies on the trunk; sizes as a hand would show it."""
SIDED: dict[str, Spot] = {
    "waist-side": ("low-mid", "low-half", (0.0, 0.0, 9.5), (6.5, 9.0, 4.5)),
    "trunk-side": ("low-top", "up-half", (0.0, 0.0, 10.0), (6.5, 14.0, 4.5)),
    "front-hip": ("hip", "pelvis", (7.0, 1.0, 1.0), (5.0, 7.5, 5.5)),
    "outer-front-hip": ("hip", "pelvis", (5.5, 3.0, 5.0), (4.5, 7.0, 4.5)),
    "outer-hip": ("hip", "pelvis", (-1.0, 2.0, 6.5), (6.5, 7.5, 3.5)),
    "side-buttock": ("hip", "pelvis", (-4.0, 4.0, 5.0), (6.0, 6.5, 4.5)),
    "buttock": ("hip", "pelvis", (-7.5, -1.0, 1.5), (5.0, 7.5, 6.5)),
    "deep-hip": ("hip", "pelvis", (0.0, 0.0, 1.0), (6.5, 6.5, 6.0)),
    "back-hip": ("hip", "pelvis", (-6.5, 1.0, 2.0), (5.0, 6.5, 5.5)),
    "groin": ("hip", "pelvis", (5.0, -4.0, -4.0), (5.0, 6.0, 4.5)),
    "front-thigh": ("hip", "thigh", (4.5, -22.0, 0.0), (3.8, 12.0, 5.0)),
    "outer-front-thigh": ("hip", "thigh", (3.5, -22.0, 3.5), (3.8, 12.0, 3.8)),
    "inner-front-thigh": ("hip", "thigh", (3.8, -30.0, -2.5), (3.8, 8.0, 4.0)),
    "back-thigh": ("hip", "thigh", (-4.5, -22.0, 0.0), (3.8, 12.0, 5.0)),
    "inner-thigh": ("hip", "thigh", (0.0, -17.0, -4.5), (5.0, 12.0, 3.6)),
    "outer-thigh": ("hip", "thigh", (0.0, -22.0, 4.5), (5.0, 12.0, 3.6)),
    "front-knee": ("knee", "thigh", (4.0, 1.0, 0.0), (3.6, 5.0, 4.6)),
    "back-knee": ("knee", "thigh", (-4.5, 0.0, 0.0), (3.6, 5.0, 4.6)),
    "calf": ("knee", "shank", (-4.0, -14.0, 0.0), (3.4, 9.0, 4.2)),
    "arm": ("shoulder", "upper-arm", (0.0, -15.0, 0.0), (4.4, 8.0, 4.4)),
    "back-arm": ("shoulder", "upper-arm", (-3.2, -14.0, 0.0), (3.0, 9.0, 4.0)),
    "forearm": ("elbow", "forearm", (0.0, -9.0, 0.0), (3.8, 8.0, 3.8)),
    "shoulder": ("shoulder", "up", (0.0, 0.0, 0.0), (5.5, 5.5, 5.0)),
}
PHRASES: tuple[tuple[str, tuple[str, ...]], ...] = (
    ("low ribs and low back", ("low-ribs", "low-back")),
    ("low ribs", ("low-ribs",)),
    ("back ribs", ("back-ribs", "low-back")),
    ("outer front of the hip", ("outer-front-hip",)),
    ("outer front of the thigh", ("outer-front-thigh",)),
    ("front of the hip and thigh", ("front-hip", "front-thigh")),
    ("front of the thigh and hip", ("front-thigh", "front-hip")),
    ("front and inside of the hip", ("front-hip", "groin")),
    ("front of the back hip", ("front-hip",)),
    ("abdomen and front of the hip", ("belly", "front-hip")),
    ("front of one hip and back of the other", ("front-hip", "other:buttock")),
    ("deep front of the hip", ("front-hip",)),
    ("front of the hip", ("front-hip",)),
    ("inner front of the thigh", ("inner-front-thigh",)),
    ("inner thigh and groin", ("inner-thigh", "groin")),
    ("inner thigh then outer hip", ("inner-thigh", "outer-hip")),
    ("high inner thigh", ("inner-thigh", "groin")),
    ("inner thigh", ("inner-thigh",)),
    ("front of the knee", ("front-knee",)),
    ("back of the knee", ("back-knee",)),
    ("outer hip and outer thigh", ("outer-hip", "outer-thigh")),
    ("outer hip and buttock", ("outer-hip", "buttock")),
    ("outer hip", ("outer-hip",)),
    ("side of the hip", ("outer-hip",)),
    ("outer buttock", ("side-buttock",)),
    ("side of the buttock", ("side-buttock",)),
    ("back of the hip", ("back-hip",)),
    ("deep in the hip", ("deep-hip",)),
    ("deep in both hips", ("deep-hip", "other:deep-hip")),
    ("hip, mid back and back of the thigh", ("deep-hip", "upper-back", "back-thigh")),
    ("back of the thighs and back", ("back-thigh", "low-back")),
    ("buttocks and back of the thigh", ("buttock", "back-thigh")),
    ("lower abdomen and back of the thigh", ("belly", "back-thigh")),
    ("waist and back of the thigh", ("waist-side", "back-thigh")),
    ("back of the thigh", ("back-thigh",)),
    ("buttock of the front leg", ("buttock",)),
    ("low back and buttock", ("low-back", "buttock")),
    ("buttock and low back", ("buttock", "low-back")),
    ("buttocks and back", ("buttock", "low-back")),
    ("thighs and buttocks", ("front-thigh", "buttock")),
    ("thigh and buttock", ("front-thigh", "buttock")),
    ("thighs and arms", ("front-thigh", "arm")),
    ("buttock", ("buttock",)),
    ("front of the thigh", ("front-thigh",)),
    ("front thigh", ("front-thigh",)),
    ("low back and waist", ("low-back", "waist-side")),
    ("mid and low back", ("upper-back", "low-back")),
    ("low and mid back", ("low-back", "upper-back")),
    ("low back and hips", ("low-back", "deep-hip")),
    ("lower abdomen and low back", ("belly", "low-back")),
    ("upper back and back of the arms", ("upper-back", "back-arm")),
    ("upper back and chest", ("upper-back", "chest")),
    ("upper back and waist", ("upper-back", "waist-side")),
    ("waist and shoulder", ("waist-side", "shoulder")),
    ("whole back", ("whole-back",)),
    ("upper back", ("upper-back",)),
    ("between the shoulder blades", ("upper-back",)),
    ("low back", ("low-back",)),
    ("side of the waist", ("waist-side",)),
    ("side of the body", ("trunk-side",)),
    ("side of the low back", ("waist-side",)),
    ("abdomen and waist", ("belly", "waist-side")),
    ("abdomen", ("belly",)),
    ("calf or front of the ankle", ("calf",)),
    ("calves", ("calf",)),
    ("calf", ("calf",)),
    ("forearm and upper arm", ("forearm", "arm")),
    ("forearm", ("forearm",)),
    ("thighs", ("front-thigh",)),
    ("tender spot", ("side-buttock",)),
)
"""The words drills are felt in, longer ones before the shorter ones they hold, and the patches they mean."""
UNPLACED = (
    "no pain",
    "easy movement",
    "easy bend",
    "gliding",
    "steady",
    "warm and easy",
    "weight even",
    "stretch at the wrist",
)
"""Sensations that belong to no one place, or lie on the hand's own picture."""


def patches_of(felt: str) -> tuple[str, ...]:
    """The patches a drill's words name, each once; empty where the sensation has no one place.

    Raises KeyError for words that name no place the pictures know.
    """
    if any(word in felt for word in UNPLACED):
        return ()
    text = felt
    found: list[str] = []
    for phrase, patches in PHRASES:
        if phrase in text:
            text = text.replace(phrase, "")
            found += patches
    if not found:
        raise KeyError(felt)
    return tuple(dict.fromkeys(found))


def patch_eggs(found: Skeleton, patch: str, *, both: bool) -> list[Egg]:
    """The patch on the body, on the drilled side or on both; raises KeyError for a patch it does not know."""
    name = patch.removeprefix("other:")
    if name in TRUNK:
        joint, frame, offset, size = TRUNK[name]
        return [Egg(add(found.joints[joint], within(found.frames[frame], offset)), found.frames[frame], size)]
    joint, frame, offset, size = SIDED[name]
    eggs = []
    for mark, sign in SIDES:
        if both or (mark == "2") == patch.startswith("other:"):
            part = frame + mark if frame in ("thigh", "shank", "upper-arm", "forearm") else frame
            at = joint + mark if joint in ("hip", "knee", "shoulder", "elbow") else joint
            shift = (offset[0], offset[1], offset[2] * sign)
            eggs.append(Egg(add(found.joints[at], within(found.frames[part], shift)), found.frames[part], size))
    return eggs
