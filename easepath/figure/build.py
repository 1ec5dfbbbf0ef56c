"""The bodies a client may see in the pictures: how broad, which hair and skin; bones and positions are those of all."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Final, Literal

from easepath.figure.shape import Egg
from easepath.figure.vectors import add, within

BuildName = Literal["light", "medium", "broad"]
Hair = Literal["short", "tied", "receding"]


@dataclass(frozen=True)
class Build:
    """How a body is drawn round the same bones: shares of the usual thickness, and centimetres the belly stands out.

    Only outward and ahead: the back lies on what it lies on. `words` say it to whoever chooses; `tints` are those of
    the screen that differ.
    """

    words: str
    limb: float = 1.0
    trunk: float = 1.0
    belly: float = 0.0
    hair: Hair = "short"
    tints: Mapping[str, str] = field(default_factory=dict)

    def limb_r(self, radius: float) -> float:
        """How thick a limb is, centimetres, where the usual body has `radius`."""
        return radius * self.limb

    def trunk_egg(self, egg: Egg, *, belly: float = 1.0) -> Egg:
        """A part of the trunk: wider on both sides, and further ahead by `belly` of what the belly stands out."""
        ahead = self.belly * belly / 2
        size = (egg.size[0] + ahead, egg.size[1], egg.size[2] * self.trunk)
        return Egg(add(egg.at, within(egg.frame, (ahead, 0.0, 0.0))), egg.frame, size)


USUAL: Final[BuildName] = "medium"
BUILDS: Final[Mapping[BuildName, Build]] = {
    "light": Build(
        "light build, hair tied back", limb=0.9, trunk=0.9, belly=-1.6, hair="tied",
        tints={"skin": "#D9B189", "skin-far": "#C0966E", "hair": "#3A2E28", "patch": "#C23B0A",
               "shirt": "#E3D6E0", "sleeve": "#E3D6E0",
               "sleeve-far": "#CDBBC9", "shorts": "#6B5474", "shorts-far": "#54405D"},
    ),
    "medium": Build("medium build, short hair"),
    "broad": Build(
        "broad build, grey hair", limb=1.12, trunk=1.12, belly=2.6, hair="receding",
        tints={"hair": "#B9BDBB", "shirt": "#DDE3CC", "sleeve": "#DDE3CC", "sleeve-far": "#C3CBAC",
               "shorts": "#5F6B4A", "shorts-far": "#4A5539"},
    ),
}  # fmt: skip
"""By name; the colours of the clothes differ so that nobody takes one for another at a glance."""


def build_named(name: str) -> BuildName:
    """The name of a body, as a word that is known; raises KeyError for another."""
    known: dict[str, BuildName] = {one: one for one in BUILDS}
    return known[name]
