"""The picture of a hand drill before it is drawn: its grips, the table, what it holds, the helping hand."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cached_property

from easepath.core.knowledge import models
from easepath.core.knowledge.models.figure import Grip
from easepath.figure.build import USUAL, BuildName
from easepath.figure.camera import Camera
from easepath.figure.dressed import Piece
from easepath.figure.hand import HandBody, between_grips, hand_pieces, helper_hand, posed
from easepath.figure.outline import Area, limb
from easepath.figure.vectors import add, middle, within

TABLE_TOP, TABLE_LONG, TABLE_DEEP = -4.6, 31.0, 15.0
STEPS = 6
"""Positions drawn between two key positions of the moving picture."""


@dataclass(frozen=True, eq=False)
class HandScene:
    """One hand drill: its grips from the first to the last, and what is round them."""

    drill: models.Drill
    figure: models.Drawing
    grips: tuple[Grip, ...]
    names: tuple[str, ...]
    view: str
    largest: float = 6.4

    @property
    def faults(self) -> list[str]:
        """What could not be done; angles alone always can."""
        return []

    def body(self, name: str) -> HandBody:
        """The hand at a key position; raises KeyError for a name the drill does not have."""
        if name not in self.names:
            raise KeyError(name)
        return self._posed(self.grips[self.names.index(name)])

    @cached_property
    def path(self) -> list[HandBody]:
        """The hands of the movement, from start to end."""
        found = [self._posed(self.grips[0])]
        for a, b in zip(self.grips, self.grips[1:], strict=False):
            found += [self._posed(between_grips(a, b, (k + 1) / STEPS)) for k in range(STEPS)]
        return found

    @property
    def first_ends(self) -> tuple[HandBody, HandBody]:
        """The hand at both ends of the first stretch of the movement."""
        return self._posed(self.grips[0]), self._posed(self.grips[min(1, len(self.grips) - 1)])

    @cached_property
    def halfway(self) -> HandBody:
        """The hand in the middle of the first stretch of the movement."""
        return self._posed(between_grips(self.grips[0], self.grips[min(1, len(self.grips) - 1)], 0.5))

    def _posed(self, grip: Grip) -> HandBody:
        return posed(grip, upper_arm=self._has("upper-arm"))

    def _has(self, kind: str) -> bool:
        return any(prop.kind == kind for prop in self.figure.props)

    def pieces(
        self, found: HandBody, name: str, camera: Camera, *, drilled: bool, build: BuildName = USUAL
    ) -> Iterator[Piece]:
        """Every piece at a position; a hand is drawn alike for every body."""
        yield from hand_pieces(found, camera, drilled=drilled)
        for prop in self.figure.props:
            if prop.poses and name not in prop.poses:
                continue
            if prop.kind == "table":
                yield from _table(camera)
            elif prop.kind == "helper":
                yield from hand_pieces(helper_hand(found, above=prop.back >= 0), camera, drilled=False, tint="-far")
            elif prop.kind == "towel":
                yield _towel(found, camera)


def _table(camera: Camera) -> Iterator[Piece]:
    x0, x1 = -9.0, TABLE_LONG - 9.0
    top = [
        camera.flat((x, TABLE_TOP, z))
        for x, z in ((x0, -TABLE_DEEP), (x1, -TABLE_DEEP), (x1, TABLE_DEEP), (x0, TABLE_DEEP))
    ]
    edge = [
        camera.flat((x, y, TABLE_DEEP))
        for x, y in ((x0, TABLE_TOP), (x1, TABLE_TOP), (x1, TABLE_TOP - 2.6), (x0, TABLE_TOP - 2.6))
    ]
    end = [
        camera.flat((x1, y, z))
        for y, z in (
            (TABLE_TOP, TABLE_DEEP),
            (TABLE_TOP, -TABLE_DEEP),
            (TABLE_TOP - 2.6, -TABLE_DEEP),
            (TABLE_TOP - 2.6, TABLE_DEEP),
        )
    ]
    yield Piece(-900.0, "prop", (Area(tuple(top)),), "prop-line", 0.7)
    yield Piece(-899.0, "prop-side", (Area(tuple(edge)),), "prop-line", 0.7)
    if camera.eye[0] > 0.02:
        yield Piece(-899.5, "prop-side", (Area(tuple(end)),), "prop-line", 0.7)


def _towel(found: HandBody, camera: Camera) -> Piece:
    """A rolled towel in the closed hand, across the palm."""
    hand = found.frames["hand"]
    at = add(middle(found.joints["palm"], found.joints["knuckle"], 0.7), within(hand, (0.4, -2.6, 0.0)))
    a, b = add(at, within(hand, (0.0, 0.0, -9.0))), add(at, within(hand, (0.0, 0.0, 9.0)))
    return Piece(camera.depth(at) + 0.2, "soft", (limb(camera, a, 2.4, b, 2.4),), "prop-line", 0.8)
