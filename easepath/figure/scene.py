"""A drill's picture before it is drawn: its key positions in their place, its props, and the camera."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import cached_property
from typing import Any

from easepath.core.knowledge import models
from easepath.core.knowledge.models.figure import PlaceSet, Pose, Prop
from easepath.core.vocabulary import Place
from easepath.figure.body import SURFACES
from easepath.figure.build import USUAL, BuildName
from easepath.figure.camera import Camera
from easepath.figure.dressed import Piece, body_pieces
from easepath.figure.hand_scene import HandScene
from easepath.figure.motion import between, path_of
from easepath.figure.pose import laid_over, stance_pose
from easepath.figure.props import SIZES, held, prop_pieces
from easepath.figure.settle import Settled, settled
from easepath.figure.skeleton import Skeleton

HAND_STANCE = "hand"
BED_TOP = SURFACES["bed"]
STEPS = 6
"""Positions drawn between two key positions of the moving picture."""


@dataclass(frozen=True, eq=False)
class Scene:
    """One drill at one place: key positions, the first to the last, and everything round the body."""

    drill: models.Drill
    figure: models.Drawing
    place: Place
    keys: tuple[Settled, ...]
    names: tuple[str, ...]
    props: tuple[Prop, ...]
    view: str
    ground: float = 0.0
    largest: float = 2.5
    """Units of the picture a centimetre takes at most, so that small postures do not swell."""

    @cached_property
    def path(self) -> list[Skeleton]:
        """The bodies of the movement, from start to end."""
        return path_of(list(self.keys), STEPS)

    @property
    def first_ends(self) -> tuple[Skeleton, Skeleton]:
        """The body at both ends of the first stretch of the movement."""
        return self.keys[0].body, self.keys[min(1, len(self.keys) - 1)].body

    @cached_property
    def halfway(self) -> Skeleton:
        """The body in the middle of the first stretch of the movement."""
        return between(self.keys[0], self.keys[min(1, len(self.keys) - 1)], 0.5)

    def body(self, name: str) -> Skeleton:
        """The body at a key position; raises KeyError for a name the drill does not have."""
        if name not in self.names:
            raise KeyError(name)
        return self.keys[self.names.index(name)].body

    def props_at(self, name: str) -> list[tuple[Prop, Skeleton]]:
        """The props of a position, each with the body that places it: what stands in the room stays where it began."""
        shown = [prop for prop in self.props if not prop.poses or name in prop.poses]
        return [(prop, self.body(name) if held(prop) else self.keys[0].body) for prop in shown]

    def pieces(
        self, found: Skeleton, name: str, camera: Camera, *, drilled: bool, build: BuildName = USUAL
    ) -> Iterator[Piece]:
        """Every piece at a position, the body `found` on the way to it."""
        yield from body_pieces(found, camera, drilled, build)
        for prop, home in self.props_at(name):
            yield from prop_pieces(prop, found if home is self.body(name) else home, camera)
        if self.ground:
            yield from prop_pieces(_bed_below(self.keys[0].body, self.ground), found, camera)

    @property
    def faults(self) -> list[str]:
        """What could not be done as the poses say, by position."""
        return [f"{name}: {fault}" for name, key in zip(self.names, self.keys, strict=True) for fault in key.faults]


AnyScene = Scene | HandScene
AnyBody = Any
"""A body or a hand: each scene draws its own."""


def _bed_below(found: Skeleton, ground: float) -> Prop:
    """The bed a lying drill is done on, long and wide enough for the body."""
    xs = [point[0] for point in found.joints.values()]
    zs = [point[2] for point in found.joints.values()]
    at = ((min(xs) + max(xs)) / 2, ground, (min(zs) + max(zs)) / 2)
    return Prop(
        kind="bed", at=at, size=(max(200.0, max(xs) - min(xs) + 40), -ground, max(90.0, max(zs) - min(zs) + 30))
    )


def scene_of(
    stances: Mapping[str, models.Stance], figure: models.Drawing, drill: models.Drill, place: Place | None = None
) -> Scene | HandScene:
    """The scene of a drill at a place, its own where none is said; raises KeyError for one it has not."""
    home = home_place(figure, drill)
    place = place or home
    if place not in drill.places:
        raise KeyError(place)
    change = figure.places.get(place, PlaceSet())
    stance = change.stance or figure.stance
    below = stance_pose(stances, stance)
    start = laid_over(laid_over(below, figure.start), change.start)
    poses, names = [start], ["start"]
    for number, mid in enumerate(figure.mid, 1):
        poses.append(laid_over(start, mid))
        names.append("mid" if len(figure.mid) == 1 else f"mid-{number}")
    if figure.end is not None or change.end.model_fields_set:
        poses.append(laid_over(laid_over(start, figure.end or Pose()), change.end))
        names.append("end")
    kept = () if change.props is not None and change.stance is None else stance_props(stances, stance)
    props = kept + (figure.props if change.props is None else change.props)
    if place not in figure.places:
        props = furnished(props, place)
    view = change.view or figure.view or stances[stance].view
    if stance == HAND_STANCE:
        return HandScene(drill, figure, tuple(pose.grip for pose in poses if pose.grip), tuple(names), view)
    keys = tuple(settled(pose) for pose in poses)
    moved = home == "floor" or (_lies_down(start) and not any(prop.kind == "bed" for prop in props))
    lying_on_bed = place == "bed" and moved and change.stance is None
    return Scene(drill, figure, place, keys, tuple(names), props, view, -BED_TOP if lying_on_bed else 0.0)


def _lies_down(pose: Pose) -> bool:
    """Whether the trunk lies on the ground, so that a bed can take the ground's place."""
    return any((pose.rests or {}).get(part) == "floor" for part in ("back", "front", "side"))


def furnished(props: tuple[Prop, ...], place: Place) -> tuple[Prop, ...]:
    """What stands in the room at another place: a desk before the chair, the bed's edge in the chair's place."""
    chairs = [prop for prop in props if prop.kind == "chair" and prop.at is not None]
    if place == "desk" and chairs and not any(prop.kind in ("desk", "worktop") for prop in props):
        return (*props, Prop(kind="desk", at=(68.0, 0.0, 0.0)))
    if place == "bed" and chairs:
        height = (chairs[0].size or SIZES["chair"])[1]
        bed = Prop(kind="bed", at=(-72.0, 0.0, 0.0), size=(200.0, height, 100.0))
        return (*(prop for prop in props if prop not in chairs), bed)
    return props


def home_place(figure: models.Drawing, drill: models.Drill) -> Place:
    """The place a figure's own poses are drawn at: the first of the drill's places it makes no change for."""
    plain = [place for place in drill.places if place not in figure.places]
    lying = "floor" in plain and "bed" in plain
    return "floor" if lying else (plain or list(drill.places))[0]


def stance_props(stances: Mapping[str, models.Stance], identifier: str) -> tuple[Prop, ...]:
    """What stands in the room of a stance."""
    stance = stances[identifier]
    return stance.props or (stance_props(stances, stance.like) if stance.like else ())
