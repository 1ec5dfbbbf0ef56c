"""Whether a picture could be a body: limbs of one length, nothing through the floor, contacts that touch, balance."""

from __future__ import annotations

from collections.abc import Iterator
from math import hypot

from easepath.figure import body as b
from easepath.figure.hand_scene import HandScene
from easepath.figure.outline import Spot, around
from easepath.figure.scene import Scene
from easepath.figure.settle import Settled, height_of
from easepath.figure.shape import CONTACTS, Ball, lowest, reaches_to, solids
from easepath.figure.skeleton import SIDES, Skeleton
from easepath.figure.vectors import Vec, add, length, middle, scale, sub

SINK, TOUCH, MARGIN = 2.6, 3.2, 5.0
"""Centimetres a solid may press into the ground, a contact miss its surface, and support reach beyond the solids."""
LIMITS = {
    "hip flexion": (-32, 145), "hip abduction": (-36, 66), "hip rotation": (-105, 105), "knee flexion": (-4, 158),
    "ankle dorsiflexion": (-85, 45), "shoulder": (0, 185), "elbow": (-6, 158), "low back": (-38, 42),
    "upper back": (-32, 40), "neck": (-40, 50),
}  # fmt: skip
"""How far a joint goes in anyone, degrees; beyond it the numbers are a slip."""
BONES = (
    ("hip", "knee", b.THIGH), ("knee", "ankle", b.SHANK), ("shoulder", "elbow", b.UPPER_ARM),
    ("elbow", "wrist", b.FOREARM),
)  # fmt: skip


def unsound(scene: Scene | HandScene) -> list[str]:
    """Every way in which a position could not be taken up, in words; empty when all are sound."""
    if isinstance(scene, HandScene):
        return []
    found = list(scene.faults)
    for name, key in zip(scene.names, scene.keys, strict=True):
        checks = (*_bones(key.body), *_limits(key.body), *_sunk(key), *_untouched(scene, key), *_falls(key))
        found += [f"{name}: {fault}" for fault in checks]
    for step in scene.path:
        found += [f"on the way: {fault}" for fault in _bones(step)]
    return found


def _bones(body: Skeleton) -> Iterator[str]:
    for mark, _ in SIDES:
        for a, z, size in BONES:
            found = length(sub(body.joints[a + mark], body.joints[z + mark]))
            if abs(found - size) > 0.3:
                yield f"{a}{mark} to {z}{mark} is {found:.1f} cm long, not {size:g}"


def _limits(body: Skeleton) -> Iterator[str]:
    for mark, _ in SIDES:
        _, out, turn = body.hip_angles(mark)
        shown = {
            "hip flexion": body.hip_flexion(mark), "hip abduction": out, "hip rotation": turn,
            "knee flexion": body.knee_angle(mark), "ankle dorsiflexion": body.ankle_angle(mark),
            "elbow": body.elbow_angle(mark),
        }  # fmt: skip
        yield from (
            _beyond(name + mark, value, LIMITS[name]) for name, value in shown.items() if _past(value, LIMITS[name])
        )
    for name, part in (("low back", "low"), ("upper back", "up"), ("neck", "neck")):
        value = body.spine_angles(part)[0]
        if _past(value, LIMITS[name]):
            yield _beyond(name, value, LIMITS[name])


def _past(value: float, limits: tuple[float, float]) -> bool:
    return not limits[0] <= value <= limits[1]


def _beyond(name: str, value: float, limits: tuple[float, float]) -> str:
    return f"{name} at {value:.0f} degrees, outside {limits[0]:g} to {limits[1]:g}"


def _sunk(key: Settled) -> Iterator[str]:
    """What presses deeper into the ground than flesh gives."""
    for part, solid in solids(key.body):
        low = solid.at[1] - (solid.r if isinstance(solid, Ball) else solid.reach((0.0, 1.0, 0.0)))
        if low < -SINK - (2.0 if part == "head" else 0.0):
            yield f"{part} lies {-low:.0f} cm below the ground"


def _untouched(scene: Scene, key: Settled) -> Iterator[str]:
    """Contacts that do not touch what they rest on."""
    for part, surface in (key.pose.rests or {}).items():
        if part not in CONTACTS:
            yield f"no such contact: {part}"
        elif surface == "wall":
            yield from _off_the_wall(scene, key, part)
        else:
            off = lowest(key.body, part) - height_of(surface)
            if abs(off) > TOUCH:
                yield f"{part} is {off:.0f} cm off the {surface}"


def _off_the_wall(scene: Scene, key: Settled, part: str) -> Iterator[str]:
    walls = [prop for prop in scene.props if prop.kind == "wall" and isinstance(prop.at, tuple)]
    if not walls:
        yield f"{part} rests on a wall that is not there"
        return
    at = walls[0].at
    assert isinstance(at, tuple)
    way: Vec = (float(walls[0].back), 0.0, 0.0)
    off = at[0] * walls[0].back - reaches_to(key.body, part, way)
    if abs(off) > TOUCH + 2:
        yield f"{part} is {off:.0f} cm off the wall"


def centre_of_mass(body: Skeleton) -> Vec:
    """The body's centre of mass from the shares of its parts."""
    joints = body.joints
    parts: list[tuple[float, Vec]] = [
        (b.WEIGHT["head"], joints["head"]), (b.WEIGHT["chest"], joints["up-mid"]),
        (b.WEIGHT["waist"], joints["low-mid"]), (b.WEIGHT["pelvis"], joints["pelvis"]),
    ]  # fmt: skip
    for mark, _ in SIDES:
        parts += [
            (b.WEIGHT["upper-arm"], middle(joints["shoulder" + mark], joints["elbow" + mark], 0.44)),
            (b.WEIGHT["forearm"], middle(joints["elbow" + mark], joints["knuckle" + mark], 0.55)),
            (b.WEIGHT["thigh"], middle(joints["hip" + mark], joints["knee" + mark], 0.43)),
            (b.WEIGHT["shank"], middle(joints["knee" + mark], joints["ankle" + mark], 0.43)),
            (b.WEIGHT["foot"], joints["ball" + mark]),
        ]
    whole = sum(share for share, _ in parts)
    total: Vec = (0.0, 0.0, 0.0)
    for share, at in parts:
        total = add(total, scale(at, share / whole))
    return total


def _falls(key: Settled) -> Iterator[str]:
    """A body that stands over nothing, unless it holds on or lies."""
    rests = key.pose.rests or {}
    if key.pose.holds or not rests or rests.keys() & {"back", "front", "side", "shoulders"}:
        return
    spots: list[Spot] = []
    for part, surface in rests.items():
        if surface == "wall" or part not in CONTACTS:
            continue
        ground = height_of(surface)
        for name, solid in solids(key.body):
            if name in CONTACTS[part]:
                r = solid.r if isinstance(solid, Ball) else solid.reach((0.0, -1.0, 0.0))
                if solid.at[1] - r < ground + 6:
                    spots += _disc(solid.at, solid.r if isinstance(solid, Ball) else solid.reach((1.0, 0.0, 0.0)))
    if not spots:
        yield "nothing carries the body"
        return
    mass = centre_of_mass(key.body)
    off = _outside((mass[0], mass[2]), around(spots).spots)
    if off > MARGIN:
        yield f"the body's weight lies {off:.0f} cm outside its support"


def _disc(at: Vec, r: float) -> list[Spot]:
    return [(at[0] + dx * r, at[2] + dz * r) for dx, dz in ((1, 0), (-1, 0), (0, 1), (0, -1))]


def _outside(spot: Spot, corners: tuple[Spot, ...]) -> float:
    """How far a spot lies outside a convex outline; 0 inside."""
    worst, inside = 1e9, True
    for (ax, ay), (bx, by) in zip(corners, (*corners[1:], corners[0]), strict=True):
        dx, dy = bx - ax, by - ay
        far = hypot(dx, dy) or 1.0
        if (dx * (spot[1] - ay) - dy * (spot[0] - ax)) / far < 0:
            inside = False
        share = max(0.0, min(1.0, ((spot[0] - ax) * dx + (spot[1] - ay) * dy) / far**2))
        worst = min(worst, hypot(spot[0] - ax - share * dx, spot[1] - ay - share * dy))
    return 0.0 if inside else worst
