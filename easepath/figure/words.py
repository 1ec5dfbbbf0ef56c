"""A position in words, from its angles and contacts: what a picture says to whom does not see it."""

from __future__ import annotations

from easepath.core.knowledge.models.figure import Grip
from easepath.core.vocabulary import SideWord
from easepath.figure.hand_scene import HandScene
from easepath.figure.scene import Scene
from easepath.figure.settle import Settled
from easepath.figure.vectors import angle_between

SEATS = {"floor": "sitting on the floor", "bed": "sitting on the bed's edge"}


def other_side(side: SideWord) -> str:
    """The side that is not drilled."""
    return {"left": "right", "right": "left", "both": "other"}[side]


def described(scene: Scene | HandScene, name: str, side: SideWord) -> str:
    """One position in a sentence without its stop, the sides named; KeyError for a position the drill has not."""
    if isinstance(scene, HandScene):
        return _grip(scene.grips[scene.names.index(name)], side)
    key = scene.keys[scene.names.index(name)]
    parts = [_posture(scene, key, side), *_legs(key, side), *_trunk(key, side), *_arms(key, side)]
    return ", ".join(dict.fromkeys(part for part in parts if part))


def alternative(scene: Scene | HandScene, name: str, side: SideWord) -> str:
    """The text in place of a picture: the drill's side, the position, and the movement the arrow shows."""
    first = described(scene, name, side)
    moves = movement(scene, side)
    lead = f"{side.capitalize()} side. " if scene.drill.sides == "each" and side != "both" else ""
    return f"{lead}{first[:1].upper()}{first[1:]}. {moves[:1].upper()}{moves[1:]}."


def movement(scene: Scene | HandScene, side: SideWord) -> str:
    """What the arrow shows, the sides named."""
    words = scene.figure.moves.words
    if side == "both":
        return words
    return (
        words.replace("drilled side", f"{side} side")
        .replace("the other side", f"the {other_side(side)} side")
        .replace("other shoulder", f"{other_side(side)} shoulder")
    )


def _named(mark: str, side: SideWord) -> str:
    """The side a mark means: the drilled one, or the other."""
    if side == "both":
        return "one" if mark == "" else "the other"
    return side if mark == "" else other_side(side)


def _posture(scene: Scene, key: Settled, side: SideWord) -> str:
    rests = set(key.pose.rests or {})
    pelvis = key.body.frames["pelvis"]
    if "side" in rests and abs(pelvis[2][1]) <= 0.8:
        return f"lying half on the {_named('2' if pelvis[2][1] > 0 else '', side)} side"
    if abs(pelvis[2][1]) > 0.8:
        return f"lying on the {_named('2' if pelvis[2][1] > 0 else '', side)} side"
    if rests & {"back", "shoulders"}:
        lifted = "shoulders" in rests and abs((key.pose.pelvis.pitch if key.pose.pelvis else 0) or 0) > 95
        return "lying on the back, hips lifted" if lifted else "lying on the back"
    if pelvis[0][1] < -0.7 and rests & {"front", "thigh"}:
        return "lying face down"
    if "seat" in rests or "hip2" in rests:
        return {"floor": "sitting on the floor", "bed": "sitting on the bed's edge"}.get(
            scene.place, "sitting on a chair"
        )
    knees = [mark for mark in ("", "2") if rests & {"knee" + mark, "shin" + mark}]
    if len(knees) == 2:
        hands = rests & {"hand", "hand2", "elbow", "elbow2"}
        if hands & {"elbow", "elbow2"}:
            return "on knees and forearms"
        return "on hands and knees" if hands and pelvis[1][1] < 0.75 else "kneeling on both knees"
    if knees:
        foot = "" if knees[0] else "2"
        ahead = f", {_named(foot, side)} foot in front" if rests & {"foot" + foot, "heel" + foot, "toes" + foot} else ""
        down = " with the hands down" if rests & {"hand", "hand2"} else ""
        return f"kneeling on the {_named(knees[0], side)} knee{down}{ahead}"
    one = [mark for mark in ("", "2") if rests & {"foot" + mark, "toes" + mark, "heel" + mark}]
    if len(one) == 1:
        return f"standing on the {_named(one[0], side)} leg"
    return "standing"


def _legs(key: Settled, side: SideWord) -> list[str]:
    one, two = _leg(key, ""), _leg(key, "2")
    if one == two:
        return [f"both {_plural(one)}"] if one else []
    return [f"{_named(mark, side)} {words}" for mark, words in (("", one), ("2", two)) if words]


def _plural(words: str) -> str:
    return words.replace("leg ", "legs ", 1).replace("knee ", "knees ", 1).replace("hip ", "hips ", 1)


def _leg(key: Settled, mark: str) -> str:
    """A leg in words; empty where it says nothing beyond the posture."""
    flex, out = key.body.hip_flexion(mark), key.body.hip_angles(mark)[1]
    knee = key.body.knee_angle(mark)
    if knee > 112 and flex < 25:
        return "knee bent, heel toward the seat"
    return _straight(key, mark, flex, out) if knee < 25 else _bent(key, mark, flex, out)


def _straight(key: Settled, mark: str, flex: float, out: float) -> str:
    rests = (key.pose.rests or {}).keys()
    if out > 33:
        return "leg straight out to the side"
    stands = any(part + mark in rests for part in ("foot", "toes"))
    if stands and not {"back", "shoulders", "seat"} & rests:
        return ""
    if flex > 60:
        return "leg straight ahead" if "seat" in rests else "leg raised straight"
    if flex < -8:
        return "leg back, hip stretched in front"
    return "leg raised, straight" if flex > 20 and {"back", "shoulders"} & rests else ""


def _bent(key: Settled, mark: str, flex: float, out: float) -> str:
    rests = (key.pose.rests or {}).keys()
    if any(part + mark in rests for part in ("knee", "shin")):
        return "hip pressed forward" if flex < -8 else ""
    if out > 33:
        return "knee out to the side"
    if flex < -8:
        return "leg behind, hip stretched in front"
    if flex > 103 and "seat" not in rests and not any(part + mark in rests for part in ("foot", "toes")):
        return "knee drawn up"
    return "knee bent" if {"back", "side", "front"} & rests else ""


def _trunk(key: Settled, side: SideWord) -> list[str]:
    low, up = key.body.spine_angles("low"), key.body.spine_angles("up")
    words = []
    if low[0] > 22:
        words.append("back rounded")
    elif low[0] < -15:
        words.append("back arched")
    turn = low[2] + up[2]
    if abs(turn) > 20:
        words.append(f"chest turned to the {_named('' if turn > 0 else '2', side)}")
    upright = key.body.frames["pelvis"][1][1] > 0.3 and not {"hand", "hand2"} & (key.pose.rests or {}).keys()
    if upright and ((key.pose.pelvis.pitch if key.pose.pelvis else 0) or 0) > 20:
        words.append("leaning forward from the hips")
    return words


def _arms(key: Settled, side: SideWord) -> list[str]:
    frames = key.body.frames
    upright = frames["pelvis"][1][1] > 0.3
    up = [
        mark
        for mark in ("", "2")
        if angle_between(frames["upper-arm" + mark][1], frames["up"][1]) > (110 if upright else 140)
        and (not upright or key.body.joints["wrist" + mark][1] > key.body.joints["head"][1] + 8)
    ]
    if len(up) == 2:
        return ["both arms overhead"]
    if up:
        return [f"{_named(up[0], side)} arm overhead"]
    return ["hands on a support"] if key.pose.holds else []


def _grip(grip: Grip, side: SideWord) -> str:
    curl = grip.curl or (0.0, 0.0, 0.0)
    hand = (
        "hand in a fist"
        if curl[0] > 45
        else "fingers hooked"
        if curl[1] > 60
        else "fingers spread"
        if (grip.spread or 0) > 8
        else "hand open"
    )
    wrist = grip.wrist or 0
    bent = "wrist bent in" if wrist > 15 else "wrist bent back" if wrist < -15 else "wrist straight"
    if abs(grip.side or 0) > 12:
        bent = "wrist led to the thumb's side"
    roll = grip.roll or 0
    palm = "palm up" if roll > 135 else "thumb up" if roll > 60 else "palm down"
    return f"{side} {hand}, {bent}, {palm}"
