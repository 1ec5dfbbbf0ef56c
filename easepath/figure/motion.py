"""The way between two positions: each joint turns along its shortest way; hands, feet and the pinned part stay."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise

from easepath.core.knowledge.models import Drill
from easepath.core.knowledge.models.figure import Pose
from easepath.figure import body
from easepath.figure.reach import two_bones
from easepath.figure.settle import ON_TOES, Settled, joint_of
from easepath.figure.skeleton import SIDES, Skeleton, set_foot, set_hand, strung
from easepath.figure.vectors import blend, middle, relative, scale, sub, turned

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
    strung(found, {mark: _toes(a.pose, mark) * (1 - share) + _toes(b.pose, mark) * share for mark, _ in SIDES})
    assert a.pose.pin
    assert b.pose.pin
    pin = joint_of(a.pose.pin[0])
    if pin == joint_of(b.pose.pin[0]):
        there = middle(a.body.joints[pin], b.body.joints[pin], share)
        found.moved(sub(there, found.joints[pin]))
    for mark, _ in SIDES:
        _hold_ends(found, a, b, mark, share)
    return found


def _toes(pose: Pose, mark: str) -> float:
    leg = pose.leg2 if mark else pose.leg
    assert leg
    return (leg.toes or ON_TOES) if leg.sole == "toes" else (leg.toes or 0.0)


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
