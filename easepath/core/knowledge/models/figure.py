"""A picture's pose: joint angles in clinical terms, or where a hand or foot is; what rests on what; the props.

Angles in degrees, lengths in centimetres. Points are (ahead, up, out): x along the way the person first faces, y above
the ground, z outward to the limb's own side. Names with a 2 at the end mean the side that is not drilled.
"""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from easepath.core.knowledge.models.base import Entry, Id
from easepath.core.vocabulary import Place

Triple = tuple[float, float, float]


class At(Entry):
    """A point beside a landmark of the body: `by` ahead, up and out from it."""

    at: str
    by: Triple = (0.0, 0.0, 0.0)


Point = Triple | str | At


class Stand(Entry):
    """How the pelvis lies in space: tipped forward, leaning and turned to the drilled side, and which way it heads."""

    pitch: float | None = None
    list: float | None = None
    turn: float | None = None
    yaw: float | None = None


class Bend(Entry):
    """A part of the spine: rounded (minus: arched), bent and turned to the drilled side."""

    flex: float | None = None
    side: float | None = None
    turn: float | None = None


class Leg(Entry):
    """A leg by joint angles, or with `foot` where the ankle's ground point is; `bend` is where the knee points."""

    hip: float | None = None
    out: float | None = None
    er: float | None = None
    knee: float | None = None
    ankle: float | None = None
    toes: float | None = None
    foot: Point | None = None
    sole: Literal["flat", "toes", "free", "heel", "shin"] | None = None
    point: Triple | None = None
    bend: Triple | None = None


class Arm(Entry):
    """An arm by joint angles, by `hand` where the wrist is, by `forearm` on what it lies; `bend` is the elbow's way."""

    lift: float | None = None
    out: float | None = None
    er: float | None = None
    elbow: float | None = None
    wrist: float | None = None
    hand: Point | None = None
    palm: Literal["flat", "free", "wall", "fist"] | None = None
    forearm: str | float | None = None
    fingers: Triple | None = None
    bend: Triple | None = None


class Grip(Entry):
    """A hand and its forearm: the forearm's rise, roll (0 palm down, 90 thumb up, 180 palm up), wrist and fingers.

    `wrist` is flexion (minus: extension), `side` toward the thumb, `curl` the three finger joints, all in degrees.
    """

    rise: float | None = None
    roll: float | None = None
    wrist: float | None = None
    side: float | None = None
    curl: Triple | None = None
    spread: float | None = None
    thumb: float | None = None


class Pose(Entry):
    """One position; what a pose leaves out it takes from the one it starts from."""

    grip: Grip | None = None
    pelvis: Stand | None = None
    low: Bend | None = None
    up: Bend | None = None
    neck: Bend | None = None
    legs: Leg | None = None
    leg: Leg | None = None
    leg2: Leg | None = None
    arms: Arm | None = None
    arm: Arm | None = None
    arm2: Arm | None = None
    pin: tuple[str, str | float] | None = None
    at: tuple[float, float] | None = None
    rests: dict[str, str | float] | None = None
    holds: bool | None = None


class Prop(Entry):
    """A thing in the picture: a box or roll at a point, or a line through points."""

    kind: Id
    at: Point | None = None
    size: Triple | None = None
    through: tuple[Point, ...] = ()
    back: int = 0
    poses: tuple[str, ...] = ()


class Moves(Entry):
    """What the arrow shows: the landmark that moves (`way` where its own way reads badly) or presses, and the words."""

    part: str
    words: str
    press: Triple | None = None
    way: Triple | None = None
    back: bool = False


class Stance(Entry):
    """A position many drills start from."""

    id: Id
    like: Id | None = None
    pose: Pose
    view: str = "side"
    props: tuple[Prop, ...] = ()


class PlaceSet(Entry):
    """What is different when the drill is done at that place."""

    stance: Id | None = None
    start: Pose = Field(default_factory=Pose)
    end: Pose = Field(default_factory=Pose)
    props: tuple[Prop, ...] | None = None
    view: str | None = None


class Drawing(Entry):
    """A picture: its stance, what starts and ends differently, and the path between.

    `unseen` says of an exposure or range that the facts list and the picture does not show, why not; `marks` are points
    with a numbered ring; `breath` is the part of the trunk that widens with the breath.
    """

    stance: Id
    view: str | None = None
    inset: str | None = None
    start: Pose = Field(default_factory=Pose)
    mid: tuple[Pose, ...] = ()
    end: Pose | None = None
    props: tuple[Prop, ...] = ()
    moves: Moves
    breath: Literal["belly", "ribs", "back-ribs"] | None = None
    patch: tuple[Id, ...] | None = None
    unseen: dict[str, str] = Field(default_factory=dict)
    places: dict[Place, PlaceSet] = Field(default_factory=dict)
    marks: tuple[Point, ...] = ()


class Figure(Drawing):
    """The picture of a drill."""

    drill: Id
