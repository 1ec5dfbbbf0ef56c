"""The body as flat pieces with their depth: limbs with sleeves and shorts, trunk, head; the far side darker."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import cache
from math import cos, pi, sin

from easepath.figure import body
from easepath.figure.build import BUILDS, USUAL, Build, BuildName, Hair
from easepath.figure.camera import Camera
from easepath.figure.outline import Area, Limb, Shape, around, hull, limb
from easepath.figure.shape import Ball, Egg, head_egg, trunk_eggs
from easepath.figure.skeleton import SIDES, Skeleton
from easepath.figure.vectors import Vec, add, dot, middle, seen_from, unit, within

SLEEVE, SHORTS = 0.52, 0.6
"""How much of the upper arm and of the thigh the clothes cover."""
FOLDED = 105.0
"""From this bend on, degrees, a joint is drawn as two pieces, so that both stay readable."""
BELLY = {"pelvis": 0.6, "waist": 1.0, "ribs": 0.6, "chest": 0.2}
"""How much of what a belly stands out is seen at each part of the trunk."""
FAR = 4.0
"""A limb this much further from the eye than its fellow is drawn darker, centimetres."""


@dataclass(frozen=True)
class Piece:
    """Shapes drawn together: `fill` and `line` are tints of the palette, `depth` is nearness to the eye."""

    depth: float
    fill: str
    shapes: tuple[Shape, ...]
    line: str = "ink"
    weight: float = 1.0


def body_pieces(found: Skeleton, camera: Camera, drilled: bool, name: BuildName = USUAL) -> list[Piece]:
    """Every piece of the body; `drilled` puts the cuff on the drilled side."""
    build = BUILDS[name]
    pieces = [*_trunk(found, camera, build), *_head(found, camera, build)]
    for mark, _ in SIDES:
        other = "" if mark else "2"
        cuff = drilled and mark == ""
        far = _depth(found, camera, "hip", "hip") if not mark else _depth(found, camera, "hip2", "hip2")
        fellow = _depth(found, camera, "hip" + other, "hip" + other)
        pieces += _leg(found, camera, mark, "-far" if far < fellow - FAR else "", cuff, build)
        pieces += _arm(found, camera, mark, "-far" if far < fellow - FAR else "", cuff, build)
    return pieces


def _depth(found: Skeleton, camera: Camera, *names: str) -> float:
    return sum(camera.depth(found.joints[name]) for name in names) / len(names)


def _trunk(found: Skeleton, camera: Camera, build: Build) -> Iterator[Piece]:
    eggs = trunk_eggs(found)
    low = Egg(middle(eggs["pelvis"].at, eggs["waist"].at, 0.45), eggs["pelvis"].frame, (9.9, 7.5, 14.4))
    low = build.trunk_egg(low)
    pelvis, waist, ribs, chest = (build.trunk_egg(eggs[part], belly=share) for part, share in BELLY.items())
    shoulders = [Ball(found.joints["shoulder" + mark], build.limb_r(body.SHOULDER_R) - 1.0) for mark, _ in SIDES]
    top = Ball(add(found.joints["up-top"], within(found.frames["up"], (0.0, -1.0, 0.0))), 5.6)
    yield Piece(camera.depth(pelvis.at), "shorts", (hull(camera, pelvis, low),))
    shirt = (hull(camera, low, waist), hull(camera, waist, ribs), hull(camera, ribs, chest), hull(camera, chest, top),
             *(hull(camera, Ball(chest.at, 9.0), ball) for ball in shoulders))  # fmt: skip
    yield Piece(camera.depth(middle(waist.at, chest.at)) + 0.5, "shirt", shirt)


def _head(found: Skeleton, camera: Camera, build: Build) -> Iterator[Piece]:
    egg, frame = head_egg(found), found.frames["neck"]
    neck_r = build.limb_r(body.NECK_R)
    neck = limb(camera, found.joints["up-top"], neck_r, middle(found.joints["neck-top"], egg.at, 0.5), neck_r)
    depth = camera.depth(egg.at)
    yield Piece(min(depth, _depth(found, camera, "up-top")) - 0.6, "skin", (neck,))
    toward = seen_from(frame, camera.eye)
    nose = Ball(add(egg.at, within(frame, (10.3, -1.8, 0.0))), 1.7)
    shapes: list[Shape] = [hull(camera, egg)]
    if toward[0] > -0.3:
        shapes.append(hull(camera, nose))
    yield Piece(depth + 0.1, "skin", tuple(shapes))
    hair = _hair(egg, camera, toward, build.hair)
    if hair:
        yield Piece(depth + 0.2, "hair", (hair,))
    if build.hair == "tied":
        knot = Ball(add(egg.at, within(frame, KNOT)), KNOT_R)
        yield Piece(depth + (0.25 if toward[0] < 0 else -0.1), "hair", (hull(camera, knot),))
    for side in (1, -1):
        ear = (-2.4, -1.6, 8.3 * side)
        if toward[2] * side > 0.25:
            yield Piece(
                depth + 0.3, "skin", (hull(camera, Egg(add(egg.at, within(frame, ear)), frame, (1.7, 2.3, 0.8))),)
            )
        eye = (8.4, 1.4, 4.2 * side)
        if dot(unit((eye[0], 0.0, eye[2])), toward) > 0.15:
            pupil = Ball(add(egg.at, within(frame, eye)), 0.95)
            yield Piece(depth + 0.4, "ink", (hull(camera, pupil),), weight=0.0)


HAIRLINE = (-0.62, 0.78, 0.0)
"""Points of the head behind this direction are hair."""
HAIR_FROM: Mapping[Hair, float] = {"short": 2.6, "tied": 2.6, "receding": 5.4}
"""Centimetres from the middle of the head at which it begins."""
KNOT, KNOT_R = (-6.6, 11.4, 0.0), 3.9
"""Where tied hair sits on the head, and how thick it is, centimetres."""


@cache
def _cap(hair: Hair) -> tuple[tuple[Vec, Vec], ...]:
    """Points of the head behind the hairline, a little outside it, each with the way it faces."""
    found = []
    for i in range(10):
        for j in range(16):
            n = (sin(pi * i / 9) * cos(2 * pi * j / 16), cos(pi * i / 9), sin(pi * i / 9) * sin(2 * pi * j / 16))
            p = (n[0] * body.HEAD_SIZE[0], n[1] * body.HEAD_SIZE[1], n[2] * body.HEAD_SIZE[2])
            if dot(p, HAIRLINE) > HAIR_FROM[hair]:
                normal = (n[0] / body.HEAD_SIZE[0], n[1] / body.HEAD_SIZE[1], n[2] / body.HEAD_SIZE[2])
                found.append(((p[0] * 1.05, p[1] * 1.05, p[2] * 1.05), normal))
    return tuple(found)


def _hair(egg: Egg, camera: Camera, toward: Vec, hair: Hair) -> Area | None:
    """What is seen of the hair: the points of the head behind the hairline that face the eye."""
    spots = [
        camera.flat(add(egg.at, within(egg.frame, point)))
        for point, normal in _cap(hair)
        if dot(normal, toward) >= -0.012
    ]
    return around(spots) if len(spots) > 4 else None


def _shank(camera: Camera, build: Build, knee: Vec, ankle: Vec, heel: Vec, ball: Vec, toe: Vec) -> tuple[Shape, ...]:
    """Lower leg and foot; on paper in fewer pieces. The foot is that of every body."""
    knee_r, shank_r = build.limb_r(body.KNEE_R - 0.4), build.limb_r(body.SHANK_R)
    sole = hull(camera, Ball(ankle, body.ANKLE_R - 0.4), Ball(ball, body.BALL_R), Ball(heel, body.HEEL_R - 0.5))
    toes = limb(camera, ball, body.BALL_R, toe, body.TOE_R)
    if camera.coarse:
        return limb(camera, knee, knee_r, ankle, body.ANKLE_R), sole, toes
    calf = middle(knee, ankle, 0.3)
    return (
        limb(camera, knee, knee_r, calf, shank_r),
        limb(camera, calf, shank_r, ankle, body.ANKLE_R),
        limb(camera, heel, body.HEEL_R, ankle, body.ANKLE_R),
        sole,
        toes,
    )


def _leg(found: Skeleton, camera: Camera, mark: str, tint: str, cuff: bool, build: Build) -> Iterator[Piece]:
    hip, knee, ankle, heel, ball, toe = (
        found.joints[name + mark] for name in ("hip", "knee", "ankle", "heel", "ball", "toe")
    )
    shank = _shank(camera, build, knee, ankle, heel, ball, toe)
    hip_r, knee_r = build.limb_r(body.HIP_R), build.limb_r(body.KNEE_R)
    thigh: tuple[Shape, ...] = (limb(camera, hip, hip_r, knee, knee_r),)
    hem = middle(hip, knee, SHORTS)
    hem_r = hip_r + (knee_r - hip_r) * SHORTS + 0.6
    upper, lower = (
        _depth(found, camera, "hip" + mark, "knee" + mark),
        _depth(found, camera, "knee" + mark, "ankle" + mark),
    )
    if abs(upper - lower) < 0.01:
        lower -= 0.02
    skin = "skin" + tint
    if found.knee_angle(mark) < FOLDED:
        yield Piece(min(upper, lower), skin, (*shank, *thigh))
    else:
        yield Piece(lower, skin, shank)
        yield Piece(upper, skin, thigh)
    yield Piece(max(upper, min(upper, lower)) + 0.03, "shorts" + tint, (limb(camera, hip, hip_r + 0.3, hem, hem_r),))
    if cuff:
        yield _band(
            camera, middle(knee, ankle, 0.72), middle(knee, ankle, 0.84), build.limb_r(body.ANKLE_R + 1.1), lower + 0.05
        )


def _band(camera: Camera, a: Vec, b: Vec, r: float, depth: float) -> Piece:
    """A cuff: a short flat-ended band round a limb."""
    (ax, ay), (bx, by) = camera.flat(a), camera.flat(b)
    dx, dy = bx - ax, by - ay
    far = (dx * dx + dy * dy) ** 0.5
    if far < 1.2:
        return Piece(depth, "cuff", (Limb((ax, ay), r, (bx, by), r),))
    nx, ny = -dy / far * r, dx / far * r
    corners = ((ax + nx, ay + ny), (bx + nx, by + ny), (bx - nx, by - ny), (ax - nx, ay - ny))
    return Piece(depth, "cuff", (Area(corners),))


def _forearm(camera: Camera, build: Build, elbow: Vec, wrist: Vec, knuckle: Vec, fingers: Vec) -> tuple[Shape, ...]:
    """Forearm and hand; on paper in fewer pieces."""
    if camera.coarse:
        hand = limb(camera, wrist, body.PALM_R, fingers, body.FINGER_R)
        return limb(camera, elbow, build.limb_r(body.ELBOW_R), wrist, body.WRIST_R), hand
    belly = middle(elbow, wrist, 0.25)
    return (
        limb(camera, elbow, build.limb_r(body.ELBOW_R - 0.2), belly, build.limb_r(body.FOREARM_R)),
        limb(camera, belly, build.limb_r(body.FOREARM_R), wrist, body.WRIST_R),
        limb(camera, wrist, body.WRIST_R, knuckle, body.PALM_R),
        limb(camera, knuckle, body.PALM_R, fingers, body.FINGER_R),
    )


def _arm(found: Skeleton, camera: Camera, mark: str, tint: str, cuff: bool, build: Build) -> Iterator[Piece]:
    shoulder, elbow, wrist, knuckle, fingers = (
        found.joints[name + mark] for name in ("shoulder", "elbow", "wrist", "knuckle", "fingers")
    )
    shoulder_r, elbow_r = build.limb_r(body.SHOULDER_R), build.limb_r(body.ELBOW_R)
    upper_shape: tuple[Shape, ...] = (limb(camera, shoulder, shoulder_r, elbow, elbow_r),)
    fore = _forearm(camera, build, elbow, wrist, knuckle, fingers)
    upper = _depth(found, camera, "shoulder" + mark, "elbow" + mark)
    lower = _depth(found, camera, "elbow" + mark, "wrist" + mark) + 0.01
    bent = found.elbow_angle(mark) >= FOLDED
    skin = "skin" + tint
    hem = middle(shoulder, elbow, SLEEVE)
    hem_r = shoulder_r + (elbow_r - shoulder_r) * SLEEVE + 0.5
    if bent:
        yield Piece(lower, skin, fore)
        yield Piece(upper, skin, upper_shape)
    else:
        yield Piece(max(upper, lower), skin, (*fore, *upper_shape))
    sleeve = limb(camera, shoulder, shoulder_r + 0.3, hem, hem_r)
    yield Piece((upper if bent else max(upper, lower)) + 0.03, "sleeve" + tint, (sleeve,))
    if cuff:
        yield _band(camera, middle(elbow, wrist, 0.78), middle(elbow, wrist, 0.92), body.WRIST_R + 1.0, lower + 0.06)
