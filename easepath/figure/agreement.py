"""Whether a picture says what the library says: its joint angles against exposures and required ranges, both ways."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from easepath.core.knowledge.models import Drill
from easepath.figure.body import KNEE_R
from easepath.figure.hand_scene import HandScene
from easepath.figure.scene import Scene
from easepath.figure.settle import Settled
from easepath.figure.skeleton import Skeleton
from easepath.figure.vectors import angle_between, dot, sub

Value = Callable[[Settled, str], float]
"""What is looked at on one side of a body: degrees, or centimetres of the head and past the midline."""


@dataclass(frozen=True)
class Rule:
    """An exposure and its angle: listed, some position reaches `reach`; a position past `carry` has it listed."""

    exposure: str
    value: Value
    reach: float
    carry: float | None
    whole: bool = False


MISSING = ("no position reaches", "but the picture shows", "listed but not shown", "no hand rests")
"""What a figure may give a reason for: facts a picture does not show. What it shows beyond the facts has no excuse."""


def _hip(key: Settled, mark: str) -> float:
    return key.body.hip_flexion(mark)


def _abduction(key: Settled, mark: str) -> float:
    return key.body.hip_angles(mark)[1]


def _past_midline(key: Settled, mark: str) -> float:
    """How far the inner side of a knee lies past the middle of the pelvis, centimetres; 0 on its own side."""
    body = key.body
    across = dot(body.frames["pelvis"][2], sub(body.joints["knee" + mark], body.joints["pelvis"]))
    outward = across if mark == "" else -across
    return max(0.0, KNEE_R - outward)


def _rotation(key: Settled, mark: str) -> float:
    return key.body.hip_angles(mark)[2]


def _knee(key: Settled, mark: str) -> float:
    return key.body.knee_angle(mark)


def _straight_leg(key: Settled, mark: str) -> float:
    """Hip flexion less the knee's bend, which lengthens the hamstring; led far out, the adductors come first."""
    left = _hip(key, mark) - max(0.0, _knee(key, mark))
    return min(left, 77.0) if _abduction(key, mark) > 45 else left


def _arm(key: Settled, mark: str) -> float:
    return angle_between(key.body.frames["upper-arm" + mark][1], key.body.frames["up"][1])


def _spine_turn(key: Settled, _mark: str) -> float:
    return abs(key.body.spine_angles("low")[2] + key.body.spine_angles("up")[2])


def _head_low(key: Settled, _mark: str) -> float:
    return key.body.joints["up-mid"][1] - key.body.joints["head"][1]


def _crossed_in(key: Settled, mark: str) -> float:
    """How far a bent hip that is not turned out leads its knee past the midline, centimetres."""
    turned_out = _rotation(key, mark) > 25
    return _past_midline(key, mark) if _hip(key, mark) > 68 and not turned_out else 0.0


def _calf(key: Settled, mark: str) -> float:
    """Dorsiflexion of a foot that stands flat."""
    foot = key.body.frames["foot" + mark]
    return key.body.ankle_angle(mark) if foot[1][1] > 0.97 else 0.0


RULES = (
    Rule("hip-flexion-deep", _hip, 100, 102),
    Rule("hip-flexion-90", _hip, 88, 91.5),
    Rule("hip-extension-end", lambda k, m: -_hip(k, m), 8, 12.5),
    Rule("knee-flexion-deep", _knee, 119, 122.5),
    Rule("hip-er-end", _rotation, 25, None),
    Rule("hip-ir-end", lambda k, m: -_rotation(k, m), 20, None),
    Rule("hip-adduction-cross", _past_midline, 3, 9),
    Rule("hip-flexion-adduction-ir", _crossed_in, 3, 10),
    Rule("adductor-end", _abduction, 33, None),
    Rule("hamstring-end", _straight_leg, 55, 78),
    Rule("calf-end", _calf, 15, None),
    Rule("shoulder-overhead", _arm, 120, 150),
    Rule("lumbar-flexion-end", lambda k, _: k.body.spine_angles("low")[0], 30, 31, whole=True),
    Rule("lumbar-extension-end", lambda k, _: -k.body.spine_angles("low")[0], 18, 18.5, whole=True),
    Rule("spine-rotation-end", _spine_turn, 35, 42, whole=True),
    Rule("head-below-heart", _head_low, 1, 14, whole=True),
)
"""Thresholds as the exposures word them ("past about 100 degrees"), with a little room where the words leave it."""


LOADED_KNEE = Rule("knee-flexion-deep-loaded", _knee, 85, 112)
"""A knee that carries weight is deep earlier than one that hangs: its cartilage is pressed."""


def disagreements(scene: Scene | HandScene) -> list[str]:
    """Every way in which the positions and the drill's facts contradict each other, in words; empty when they agree."""
    if isinstance(scene, HandScene):
        return list(_hand(scene))
    found = [*_angles(scene), *_loads(scene), *_lying(scene), *_ranges(scene)]
    said = {words: (f"{words} ", f"{words},") for words in scene.figure.unseen}
    missing = [fault for fault in found if any(word in fault for word in MISSING)]
    excused = [fault for fault in missing for starts in said.values() if fault.startswith(starts)]
    idle = [words for words, starts in said.items() if not any(fault.startswith(starts) for fault in excused)]
    return [fault for fault in found if fault not in excused] + [f"unseen {words!r} excuses nothing" for words in idle]


def _listed(scene: Scene | HandScene) -> tuple[frozenset[str], frozenset[str]]:
    """The exposures in force at the place on the drilled side and on the other."""
    drill = scene.drill
    place = scene.place if isinstance(scene, Scene) else drill.places[0]
    same = frozenset(drill.exposures) | frozenset(drill.exposures_at.get(place, ()))
    return same, same if drill.sides == "both" else frozenset(drill.exposures_other)


def _angles(scene: Scene) -> Iterator[str]:
    """What some position must reach, and what no position, nor the way between two, may pass unlisted."""
    same, other = _listed(scene)
    way = [Settled(step, scene.keys[0].pose) for step in scene.path]
    for rule in RULES:
        both = rule.whole or scene.drill.sides == "both"
        for marks, known, where in (
            ((("", "2"), same, ""),) if both else ((("",), same, ""), (("2",), other, " on the other side"))
        ):
            best = max(rule.value(key, mark) for key in scene.keys for mark in marks)
            most = max(rule.value(step, mark) for step in way for mark in marks)
            yield from _judged(rule, best, rule.exposure in known, where, most)


def _judged(rule: Rule, best: float, listed: bool, where: str, most: float | None = None) -> Iterator[str]:
    if listed and best < rule.reach - 0.5:
        yield f"{rule.exposure}{where} is listed, but no position reaches {rule.reach:g} (at most {best:.0f})"
    most = best if most is None else max(best, most)
    if not listed and rule.carry is not None and most > rule.carry:
        yield f"a position reaches {most:.0f} (from {rule.carry:g} it is {rule.exposure}{where}), which is not listed"


def _loads(scene: Scene) -> Iterator[str]:
    """What carries weight: kneeling, bent loaded knees, hands."""
    same, other = _listed(scene)
    for mark, known, where in (("", same, ""), ("2", other, " on the other side")):
        kneels = any(_kneels(key, mark) for key in scene.keys)
        if kneels != ("kneeling" in known):
            said = "is shown but not listed" if kneels else "is listed but not shown"
            yield f"kneeling{where} {said}"
        loaded = max((_knee(key, mark) for key in scene.keys if _loaded(key, mark)), default=0.0)
        yield from _judged(
            Rule("knee-flexion-deep-loaded", _knee, 85, 112), loaded, "knee-flexion-deep-loaded" in known, where
        )
    hands = any(_rests(key, "hand", "") or _rests(key, "hand", "2") for key in scene.keys)
    weight = {"wrist-weight"} & same or "wrist-extension-end" in same | other
    if hands and not weight:
        yield "weight through a hand is shown but not listed"
    if "wrist-weight" in same and not hands:
        yield "wrist-weight is listed but no hand rests"


def _rests(key: Settled, part: str, mark: str) -> bool:
    return part + mark in (key.pose.rests or {})


def _kneels(key: Settled, mark: str) -> bool:
    if _on_trunk(key) or _posture(key) == "side":
        return False
    return _rests(key, "knee", mark) or _rests(key, "shin", mark)


def _loaded(key: Settled, mark: str) -> bool:
    carries = any(_rests(key, part, mark) for part in ("knee", "shin", "foot", "toes"))
    return carries and not _on_trunk(key)


def _on_trunk(key: Settled) -> bool:
    """Whether the trunk itself lies or sits on something."""
    trunk = {"back", "front", "side", "seat", "shoulders", "hip2", "thigh"}
    return bool(trunk & (key.pose.rests or {}).keys())


LYING = {"supine": 1.0, "prone": -1.0}
"""Which way the front of a lying body looks: up or down."""


def _lying(scene: Scene) -> Iterator[str]:
    """Which way the body lies: on the back, face down, on a side."""
    same, other = _listed(scene)
    found = {_posture(key) for key in scene.keys}
    for word in LYING:
        if (word in found) != (word in same) and not (word in found and found & {"side"}):
            yield f"{word} {'is shown but not listed' if word in found else 'is listed but not shown'}"
    sides = {"side-lying-on-hip", "side-lying-top-hip"} & (same | other)
    if ("side" in found) != bool(sides):
        yield f"side-lying {'is shown but not listed' if 'side' in found else 'is listed but not shown'}"


def _posture(key: Settled) -> str:
    body: Skeleton = key.body
    pelvis = body.frames["pelvis"]
    if abs(pelvis[2][1]) > 0.8:
        return "side"
    rests = (key.pose.rests or {}).keys()
    if rests & {"back", "shoulders"} and pelvis[0][1] > 0.7:
        return "supine"
    if rests & {"front", "thigh"} and pelvis[0][1] < -0.7:
        return "prone"
    return "up"


def _wrist(key: Settled, mark: str) -> float:
    """Extension of a wrist that carries, degrees."""
    frames = key.body.frames
    return angle_between(frames["hand" + mark][1], frames["forearm" + mark][1]) if _rests(key, "hand", mark) else 0.0


REQUIRED: dict[str, tuple[Value, float]] = {
    "knee-flexion": (_knee, 45),
    "knee-flexion-hip-extended": (lambda k, m: _knee(k, m) if _hip(k, m) < 20 else 0.0, 45),
    "hip-flexion": (_hip, 30),
    "hip-external-rotation": (_rotation, 75),
    "hip-internal-rotation": (lambda k, m: -_rotation(k, m), 75),
    "wrist-extension": (_wrist, 45),
}
"""Movement -> how a position shows it, and how far beyond the required range a picture may go, degrees."""
SHORT = 6.0
"""Degrees by which a picture may miss what a position asks for before anybody sees it."""


def unknown_movements(drill: Drill) -> list[str]:
    """Keys of the movements a drill asks for that no picture can be compared with."""
    asked = (("requires", drill.requires), ("requires_other", drill.requires_other))
    return [f"{name}.{movement}" for name, needed in asked for movement in needed if movement not in REQUIRED]


def _ranges(scene: Scene) -> Iterator[str]:
    """The ranges a position asks for are the ranges it shows."""
    drill = scene.drill
    for mark, needed in (
        ("", drill.requires),
        ("2", drill.requires if drill.sides == "both" else drill.requires_other),
    ):
        for movement, degrees in needed.items():
            if movement not in REQUIRED:
                continue
            value, beyond = REQUIRED[movement]
            best = max(value(key, mark) for key in scene.keys)
            where = " on the other side" if mark else ""
            if best < degrees - SHORT:
                yield f"requires {movement} {degrees:g}{where}, but the picture shows {best:.0f}"
            elif best > degrees + beyond:
                yield f"shows {movement} {best:.0f}{where}, far beyond the required {degrees:g}"


def _hand(scene: HandScene) -> Iterator[str]:
    """Wrist angles of a hand's picture against the ends of wrist flexion and extension."""
    same, _ = _listed(scene)
    for exposure, sign in (("wrist-flexion-end", 1), ("wrist-extension-end", -1)):
        best = max(sign * (grip.wrist or 0) for grip in scene.grips)
        yield from _judged(Rule(exposure, _hip, 38, 45), best, exposure in same, "")
