"""The things in a picture: boxes and rolls that stand in the room, straps and bands that run between points."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from easepath.core.knowledge.models.figure import At, Prop
from easepath.figure.camera import Camera
from easepath.figure.dressed import Piece
from easepath.figure.outline import Area, Limb, Line, Spot, hull, limb
from easepath.figure.settle import resolved
from easepath.figure.shape import Ball, Egg
from easepath.figure.skeleton import Skeleton
from easepath.figure.vectors import Vec, add, dot, middle, sub

BEHIND = -900.0
"""Depth of props: behind every part of the body that may touch them."""
BEFORE = 900.0
"""Depth of what is seen through the body."""
SIZES: dict[str, Vec] = {
    "chair": (40.0, 41.0, 42.0), "desk": (70.0, 74.0, 70.0), "bed": (200.0, 44.0, 90.0), "bench": (80.0, 45.0, 36.0),
    "wall": (4.0, 185.0, 110.0), "wall-beside": (120.0, 185.0, 4.0), "step": (44.0, 16.0, 50.0),
    "pad": (34.0, 3.0, 34.0), "block": (9.0, 15.0, 20.0), "cushion": (36.0, 14.0, 34.0), "pillow": (20.0, 10.0, 34.0),
    "towel": (9.0, 9.0, 34.0), "worktop": (50.0, 92.0, 90.0), "rail": (6.0, 92.0, 90.0),
}  # fmt: skip
"""Length ahead, height and depth of each kind, centimetres, where a prop does not say."""
LINES = {"strap": ("strap", 2.4), "belt": ("strap", 2.4), "band": ("band", 3.0), "stick": ("prop-line", 3.4),
         "cord": ("strap", 1.6)}  # fmt: skip
"""What is drawn as a line: its colour, and its width in points of the picture."""


def prop_pieces(prop: Prop, found: Skeleton, camera: Camera) -> Iterator[Piece]:
    """The pieces of one prop as the body `found` holds or meets it."""
    if prop.kind in LINES:
        yield from _line(prop, found, camera)
    elif prop.kind in BUILDERS:
        yield from BUILDERS[prop.kind](prop, found, camera)
    else:
        yield from _box_prop(prop, found, camera)


def held(prop: Prop) -> bool:
    """Whether a prop goes with the body, and does not stand in the room."""
    return bool(prop.through) or isinstance(prop.at, str | At)


def worn(prop: Prop) -> bool:
    """Whether a prop is on the body alone, and leads to no place in the room."""
    return isinstance(prop.at, str | At) or (bool(prop.through) and all(isinstance(p, str | At) for p in prop.through))


def place_of(prop: Prop, found: Skeleton) -> Vec:
    """Where a prop stands: the middle of its underside."""
    return resolved(found, prop.at if prop.at is not None else (0.0, 0.0, 0.0), 1)


def size_of(prop: Prop) -> Vec:
    """Its length ahead, height and depth, centimetres."""
    return prop.size or SIZES[prop.kind]


def _line(prop: Prop, found: Skeleton, camera: Camera) -> Iterator[Piece]:
    points = [resolved(found, point, 1) for point in prop.through]
    tint, weight = LINES[prop.kind]
    if prop.kind == "band":
        post = points[0]
        foot = (post[0], 0.0, post[2])
        yield Piece(BEHIND + 5, "prop", (limb(camera, foot, 2.6, add(post, (0.0, 14.0, 0.0)), 2.6),), "prop-line")
    depth = max(camera.depth(point) for point in points) + 3
    yield Piece(depth, "none", (Line(tuple(camera.flat(point) for point in points)),), tint, weight)


def _box(camera: Camera, low: Vec, size: Vec, fill: str = "prop", depth: float | None = None) -> Iterator[Piece]:
    """The faces of a box that the eye sees; `low` is the middle of its underside."""
    w, h, d = size[0] / 2, size[1], size[2] / 2
    faces = (
        ((1.0, 0.0, 0.0), ((w, 0, -d), (w, 0, d), (w, h, d), (w, h, -d))),
        ((-1.0, 0.0, 0.0), ((-w, 0, -d), (-w, 0, d), (-w, h, d), (-w, h, -d))),
        ((0.0, 0.0, 1.0), ((-w, 0, d), (w, 0, d), (w, h, d), (-w, h, d))),
        ((0.0, 0.0, -1.0), ((-w, 0, -d), (w, 0, -d), (w, h, -d), (-w, h, -d))),
        ((0.0, 1.0, 0.0), ((-w, h, -d), (w, h, -d), (w, h, d), (-w, h, d))),
    )
    nearness = BEHIND + camera.depth(low) / 100 if depth is None else depth
    for normal, corners in faces:
        if dot(normal, camera.eye) > 0.02:
            spots = tuple(camera.flat(add(low, corner)) for corner in corners)
            yield Piece(nearness, fill if normal[1] or normal[2] else "prop-side", (Area(spots),), "prop-line", 0.7)


def _box_prop(prop: Prop, found: Skeleton, camera: Camera) -> Iterator[Piece]:
    low, size = place_of(prop, found), size_of(prop)
    if held(prop):
        low = sub(low, (0.0, size[1] / 2, 0.0))
    yield from _box(camera, low, size, depth=camera.depth(low) + 1 if held(prop) else None)


def _soft(prop: Prop, found: Skeleton, camera: Camera) -> Iterator[Piece]:
    low, (w, h, d) = place_of(prop, found), size_of(prop)
    centre = low if held(prop) else add(low, (0.0, h / 2, 0.0))
    r = min(w, h, d) / 2
    corners = [
        Ball(add(centre, (sx * (w / 2 - r), 0.0, sz * (d / 2 - r))), r * 0.98) for sx in (-1, 1) for sz in (-1, 1)
    ]
    if h > 2 * r + 0.1:
        up = (0.0, h / 2 - r, 0.0)
        corners = [Ball(add(ball.at, way), ball.r) for ball in corners for way in (up, (0.0, -up[1], 0.0))]
    depth = camera.depth(centre) + 1 if held(prop) else BEHIND + 20
    yield Piece(depth, "soft", (hull(camera, *corners),), "prop-line", 0.8)


def _chair(prop: Prop, found: Skeleton, camera: Camera) -> Iterator[Piece]:
    low, (w, h, d) = place_of(prop, found), size_of(prop)
    for sx in (-1, 1):
        for sz in (-1, 1):
            yield from _box(camera, add(low, (sx * (w / 2 - 2), 0.0, sz * (d / 2 - 2))), (3.0, h - 3, 3.0))
    yield from _box(camera, add(low, (0.0, h - 4, 0.0)), (w, 4.0, d))
    if abs(prop.back) == 1:
        yield from _box(camera, add(low, (prop.back * (w / 2 - 1.5), h, 0.0)), (3.0, 40.0, d))
    elif prop.back:
        side = prop.back // 2
        near = camera.eye[2] * side > 0.3
        at = add(low, (0.0, h, side * (d / 2 - 1.5)))
        yield from _box(camera, at, (w, 40.0, 3.0), depth=camera.depth(at) + 30 if near else None)


def _table(prop: Prop, found: Skeleton, camera: Camera) -> Iterator[Piece]:
    low, (w, h, d) = place_of(prop, found), size_of(prop)
    for sx in (-1, 1):
        for sz in (-1, 1):
            yield from _box(camera, add(low, (sx * (w / 2 - 3), 0.0, sz * (d / 2 - 3))), (4.0, h - 4, 4.0))
    yield from _box(camera, add(low, (0.0, h - 4, 0.0)), (w, 4.0, d))


def _bed(prop: Prop, found: Skeleton, camera: Camera) -> Iterator[Piece]:
    low, (w, h, d) = place_of(prop, found), size_of(prop)
    for sx in (-1, 1):
        yield from _box(camera, add(low, (sx * (w / 2 - 6), 0.0, 0.0)), (6.0, 14.0, d - 6))
    yield from _box(camera, add(low, (0.0, 14.0, 0.0)), (w, 14.0, d))
    yield from _box(camera, add(low, (0.0, 28.0, 0.0)), (w - 2, h - 28, d - 2), fill="soft")


def _wall(prop: Prop, found: Skeleton, camera: Camera) -> Iterator[Piece]:
    low, size = place_of(prop, found), size_of(prop)
    yield from _box(camera, add(low, (prop.back * size[0] / 2, 0.0, 0.0)), size)


def _wall_beside(prop: Prop, found: Skeleton, camera: Camera) -> Iterator[Piece]:
    low, size = place_of(prop, found), size_of(prop)
    yield from _box(camera, add(low, (0.0, 0.0, prop.back * size[2] / 2)), size)


def _ball(prop: Prop, found: Skeleton, camera: Camera) -> Iterator[Piece]:
    at = place_of(prop, found)
    r = (prop.size or (9.0, 9.0, 9.0))[0] / 2
    yield Piece(camera.depth(at) + 4, "band", (hull(camera, Ball(at, r)),))
    yield Piece(BEFORE, "none", (hull(camera, Ball(at, r)),), "band", 1.4)  # its ring is seen through what lies on it


def _hand(prop: Prop, found: Skeleton, camera: Camera) -> Iterator[Piece]:
    """Somebody else's hand that presses from above: the forearm in its sleeve, the fingers at the point."""
    at = place_of(prop, found)
    wrist, elbow = add(at, (-7.0, 10.0, 3.0)), add(at, (-20.0, 34.0, 8.0))
    depth = camera.depth(at) + 40
    yield Piece(depth, "skin", (limb(camera, wrist, 3.4, at, 2.2),))
    yield Piece(depth + 0.1, "soft", (limb(camera, elbow, 5.4, middle(elbow, wrist, 0.9), 4.0),))


def _roll(prop: Prop, found: Skeleton, camera: Camera) -> Iterator[Piece]:
    """A rolled towel: `size` is its thickness twice, and its length; `back` 1 lays it lengthwise."""
    low, (thick, _, long) = place_of(prop, found), size_of(prop)
    centre = low if held(prop) else add(low, (0.0, thick / 2, 0.0))
    way = (long / 2, 0.0, 0.0) if prop.back else (0.0, 0.0, long / 2)
    shape = limb(camera, sub(centre, way), thick / 2, add(centre, way), thick / 2)
    yield Piece(camera.depth(centre) + 2 if held(prop) else BEHIND + 20, "soft", (shape,), "prop-line", 0.9)
    core = Limb(shape.b, shape.rb * 0.45, shape.b, shape.rb * 0.45)
    yield Piece(camera.depth(centre) + 2.1 if held(prop) else BEHIND + 21, "prop-side", (core,), "prop-line", 0.6)


def _weight(prop: Prop, found: Skeleton, camera: Camera) -> Iterator[Piece]:
    at = place_of(prop, found)
    way = (0.0, 0.0, 8.0) if prop.back == 0 else (8.0, 0.0, 0.0)
    a, b = sub(at, way), add(at, way)
    depth = camera.depth(at) + 6
    yield Piece(depth, "metal", (limb(camera, a, 1.6, b, 1.6),))
    for end in (a, b):
        yield Piece(depth + 0.1, "metal", (limb(camera, end, 4.2, middle(end, at, 0.2), 4.2),))


def _ankle_weight(prop: Prop, found: Skeleton, camera: Camera) -> Iterator[Piece]:
    """A weight strapped round the limb at a landmark, lying along the shank."""
    at = place_of(prop, found)
    mark = "2" if isinstance(prop.at, str) and prop.at.endswith("2") else ""
    frame = found.frames["shank" + mark]
    yield Piece(camera.depth(at) + 8, "metal", (hull(camera, Egg(at, frame, (6.4, 5.0, 6.4))),))


def _loop(prop: Prop, found: Skeleton, camera: Camera) -> Iterator[Piece]:
    """A band or belt once round both thighs, or round both feet: its near run."""
    points = [resolved(found, point, 1) for point in prop.through]
    flats: list[Spot] = [camera.flat(point) for point in points]
    depth = max(camera.depth(point) for point in points) + 8
    yield Piece(depth, "none", (Line((*flats, flats[0])),), "band", 2.8)


Builder = Callable[[Prop, Skeleton, Camera], Iterator[Piece]]
BUILDERS: dict[str, Builder] = {
    "chair": _chair, "desk": _table, "bench": _table, "worktop": _table, "bed": _bed, "wall": _wall,
    "wall-beside": _wall_beside, "cushion": _soft, "pillow": _soft, "pad": _soft, "ball": _ball, "towel": _roll,
    "weight": _weight, "ankle-weight": _ankle_weight, "loop": _loop, "hand": _hand,
}  # fmt: skip
