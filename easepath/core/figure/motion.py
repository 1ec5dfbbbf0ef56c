"""The way between two positions: each joint turns along its shortest way; hands, feet and the pinned part stay."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise

from easepath.core.figure import body
from easepath.core.figure.reach import two_bones
from easepath.core.figure.settle import PINS, TRUNK_PINS, Settled
from easepath.core.figure.skeleton import SIDES, Skeleton, set_foot, set_hand
from easepath.core.figure.vectors import add, blend, middle, relative, scale, sub, turned, within
from easepath.core.knowledge.models import Drill
from easepath.core.knowledge.models.figure import Pose

CHAIN = (
    ("pelvis", None), ("low-half", "pelvis"), ("low", "low-half"), ("up-half", "low"), ("up", "up-half"),
    ("neck-half", "up"), ("neck", "neck-half"),
    *((part + mark, base + mark if base not in ("pelvis", "up") else base) for mark, _ in SIDES for part, base in (
        ("thigh", "pelvis"), ("shank", "thigh"), ("foot", "shank"), ("upper-arm", "up"), ("forearm", "upper-arm"),
        ("hand", "forearm"))),
)  # fmt: skip


def between(a: Settled, b: Settled, share: float) -> Skeleton:
    """The body `share` of the way from one position to the next."""
    if share <= 0:
        return a.body
    if share >= 1:
        return b.body
    found = Skeleton()
    for part, base in CHAIN:
        if base is None:
            found.frames[part] = blend(a.body.frames[part], b.body.frames[part], share)
            continue
        one = relative(a.body.frames[base], a.body.frames[part])
        two = relative(b.body.frames[base], b.body.frames[part])
        found.frames[part] = turned(found.frames[base], blend(one, two, share))
    found.joints["pelvis"] = middle(a.body.joints["pelvis"], b.body.joints["pelvis"], share)
    _string(found, a.pose, b.pose, share)
    pin = _pinned(a.pose)
    if pin == _pinned(b.pose):
        there = middle(a.body.joints[pin], b.body.joints[pin], share)
        found.moved(sub(there, found.joints[pin]))
    for mark, _ in SIDES:
        _hold_ends(found, a, b, mark, share)
    return found


def _pinned(pose: Pose) -> str:
    assert pose.pin
    part = pose.pin[0]
    base, mark = (part[:-1], "2") if part.endswith("2") else (part, "")
    return PINS[base] + mark if base in PINS else TRUNK_PINS.get(base, "pelvis")


def _string(found: Skeleton, a: Pose, b: Pose, share: float) -> None:
    """Joints along the frames, from the pelvis outward."""
    joints, frames = found.joints, found.frames
    at = joints["low-back"] = add(joints["pelvis"], scale(frames["pelvis"][1], body.PELVIS_TO_LOW_BACK))
    for name, size in (("low", body.LOW_BACK), ("up", body.UPPER_BACK)):
        at = joints[name + "-mid"] = add(at, scale(frames[name + "-half"][1], size / 2))
        at = joints[name + "-top"] = add(at, scale(frames[name][1], size / 2))
    at = joints["neck-top"] = add(at, scale(frames["neck-half"][1], body.NECK))
    joints["head"] = add(at, within(frames["neck"], (body.HEAD_AHEAD, body.HEAD_UP, 0.0)))
    for mark, sign in SIDES:
        joints["hip" + mark] = add(joints["pelvis"], within(frames["pelvis"], (0.0, 0.0, sign * body.HIP_OUT)))
        side = within(frames["up"], (0.0, -body.SHOULDER_DROP, sign * body.SHOULDER_OUT))
        joints["shoulder" + mark] = add(joints["up-top"], side)
        _limbs(found, mark, _toes(a, mark) * (1 - share) + _toes(b, mark) * share)


def _toes(pose: Pose, mark: str) -> float:
    leg = pose.leg2 if mark else pose.leg
    assert leg
    return (leg.toes or 45.0) if leg.sole == "toes" else (leg.toes or 0.0)


def _limbs(found: Skeleton, mark: str, toes: float) -> None:
    joints, frames = found.joints, found.frames
    for a, b, c, upper, lower, size, rest in (
        ("hip", "knee", "ankle", "thigh", "shank", body.THIGH, body.SHANK),
        ("shoulder", "elbow", "wrist", "upper-arm", "forearm", body.UPPER_ARM, body.FOREARM),
    ):
        joints[b + mark] = sub(joints[a + mark], scale(frames[upper + mark][1], size))
        joints[c + mark] = sub(joints[b + mark], scale(frames[lower + mark][1], rest))
    set_foot(found, mark, toes)
    set_hand(found, mark)


def _hold_ends(found: Skeleton, a: Settled, b: Settled, mark: str, share: float) -> None:
    """A hand or foot that has its place at both ends keeps to the straight line between them."""
    legs = (a.pose.leg2, b.pose.leg2) if mark else (a.pose.leg, b.pose.leg)
    arms = (a.pose.arm2, b.pose.arm2) if mark else (a.pose.arm, b.pose.arm)
    if all(leg and leg.foot is not None for leg in legs):
        _hold(found, a, b, mark, share, ("hip", "knee", "ankle"), ("thigh", "shank", "foot"), 1)
    if all(arm and arm.hand is not None for arm in arms):
        _hold(found, a, b, mark, share, ("shoulder", "elbow", "wrist"), ("upper-arm", "forearm", "hand"), -1)


def _hold(
    found: Skeleton,
    a: Settled,
    b: Settled,
    mark: str,
    share: float,
    names: tuple[str, str, str],
    parts: tuple[str, str, str],
    hinge: int,
) -> None:
    root, joint, end = (name + mark for name in names)
    upper, lower, last = (part + mark for part in parts)
    sizes = (body.THIGH, body.SHANK) if hinge > 0 else (body.UPPER_ARM, body.FOREARM)
    target = middle(a.body.joints[end], b.body.joints[end], share)
    toward = scale(found.frames[upper][0], hinge)
    turn = blend(a.body.frames[last], b.body.frames[last], share)
    one, two, _ = two_bones(found.joints[root], target, *sizes, toward, hinge)
    found.frames[upper], found.frames[lower], found.frames[last] = one, two, turn
    found.joints[joint] = knee = sub(found.joints[root], scale(one[1], sizes[0]))
    found.joints[end] = sub(knee, scale(two[1], sizes[1]))
    if hinge > 0:
        toes = _toes(a.pose, mark) * (1 - share) + _toes(b.pose, mark) * share
        set_foot(found, mark, toes)
    else:
        set_hand(found, mark)


def eased(share: float) -> float:
    """A movement that starts and ends gently: 0 to 1."""
    return share * share * (3 - 2 * share)


def path_of(keys: list[Settled], steps: int) -> list[Skeleton]:
    """Bodies from the first key position to the last, `steps` between each two."""
    found = [keys[0].body]
    for a, b in pairwise(keys):
        found += [between(a, b, (k + 1) / steps) for k in range(steps)]
    return found


@dataclass(frozen=True)
class Beat:
    """A stretch of the moving picture: from one step to another in so many seconds; `held` is the hold it means."""

    from_step: int
    to_step: int
    seconds: float
    held: int | None = None

    def as_data(self) -> dict[str, int | float | None]:
        """As plain data."""
        return {"start": self.from_step, "stop": self.to_step, "seconds": self.seconds, "held": self.held}


LONGEST_HOLD = 5.0
"""A hold is shown for this many seconds at most; the words say how long it is."""


def beats_of(drill: Drill, steps: int) -> list[Beat]:
    """There, hold, back and a pause at the drill's own tempo: the dose's three counts, else its repetition halved."""
    dose, last = drill.dose.start, steps - 1
    if last < 1:
        return [Beat(0, 0, min(float(dose.hold_s or 4), LONGEST_HOLD), dose.hold_s)]
    if dose.tempo_s:
        there, hold, back = (float(count) for count in dose.tempo_s)
    else:
        one = float(drill.dose.rep_s)
        hold = float(dose.hold_s or 0)
        there = back = max(1.2, (one - (hold if hold < one else 0.0)) / 2)
    held = dose.hold_s if dose.hold_s and not dose.tempo_s else None
    return [
        Beat(0, last, there),
        Beat(last, last, min(hold, LONGEST_HOLD) or 0.4, held),
        Beat(last, 0, back),
        Beat(0, 0, 0.8),
    ]
