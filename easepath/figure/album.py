"""Every drill's pictures by drill, side, position, place, size and style; drawn once, then kept."""

from __future__ import annotations

import hashlib
from dataclasses import dataclass
from functools import lru_cache
from pathlib import Path
from typing import Any, Final

from easepath.core.code_version import code_version
from easepath.core.dose.words import dose_words
from easepath.core.errors import UnknownIdError
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Drawing, Drill, Measure
from easepath.core.languages import ENGLISH, spoken
from easepath.core.vocabulary import Place, SideWord
from easepath.figure.build import BUILDS, USUAL, BuildName
from easepath.figure.frame import STROKES, WIDTH, Look, trimmed
from easepath.figure.hand_scene import HandScene
from easepath.figure.motion import beats_of
from easepath.figure.palette import STYLES
from easepath.figure.picture import flipbook, picture
from easepath.figure.scene import Scene, scene_of
from easepath.figure.words import alternative, movement

HERE: Final = Path(__file__).resolve().parent
SIDES: tuple[SideWord, ...] = ("left", "right", "both")
TEST: Final = "test-"
"""What stands before a measure in the name of its pictures: a drill may be called as a measure is."""


@dataclass(frozen=True)
class Wanted:
    """Which picture: `pose` is a position's name (`end` means the last), `place` the drill's own where None."""

    drill: str
    side: SideWord = "both"
    pose: str = "end"
    place: Place | None = None
    size: str = "medium"
    style: str = "screen"
    build: BuildName = USUAL
    language: str = ENGLISH


class Album:
    """The pictures of one library."""

    def __init__(self, library: Library) -> None:
        self.library = library
        self._names: dict[tuple[str, BuildName], str] = {}
        self._scenes: dict[tuple[str, str | None], Scene | HandScene] = {}
        self.svg = lru_cache(maxsize=4096)(self._svg)
        self.alt = lru_cache(maxsize=4096)(self._alt)

    def name(self, drill: str, build: BuildName = USUAL) -> str:
        """The name of a drill's pictures as they are drawn now; raises UnknownIdError for a drill it does not have.

        Its id, and a hash of its facts, its figure, the body and the drawing code.
        """
        if (drill, build) not in self._names:
            self._names[drill, build] = f"{drill}.{self._hash(drill, build)}"
        return self._names[drill, build]

    def build_of(self, name: str) -> BuildName:
        """The body that pictures of this name show; raises UnknownIdError for a name that no drill has now."""
        drill = name.rpartition(".")[0]
        found: BuildName | None = next((build for build in BUILDS if self.name(drill, build) == name), None)
        if found is None:
            raise UnknownIdError("picture", name)
        return found

    def _hash(self, drill: str, build: BuildName) -> str:
        parts = [*self._subject(drill), *self.library.stances.values()]
        digest = hashlib.sha256(f"{code_version(HERE)} {build}".encode())
        for part in parts:
            digest.update(part.model_dump_json().encode())
        return digest.hexdigest()[:12]

    def _subject(self, name: str) -> tuple[Drill, Drawing]:
        """What is drawn under a name: a drill, or a test in its own drawing or a drill's; raises UnknownIdError."""
        set_up = self.library.set_ups.get(name.removeprefix(TEST)) if name.startswith(TEST) else None
        if set_up is None:
            return self.library.drill(name), self.library.figures[name]
        measure = self.library.measures[set_up.measure]
        if set_up.drawing is not None:
            return tested(measure, (set_up.place,)), set_up.drawing
        figure = self.library.figures[self.library.drill(set_up.like or "").id]
        places = self.library.drill(figure.drill).places
        return tested(measure, places), figure.model_copy(update={"marks": set_up.marks, "patch": ()})

    def of_test(self, measure: str) -> tuple[str, str] | None:
        """The name of the pictures that show how a test is taken, and the position; None where there is none."""
        set_up = self.library.set_ups[measure]
        return (self.name(f"{TEST}{measure}"), set_up.pose) if set_up.drawing or set_up.like else None

    def scene(self, drill: str, place: Place | None = None) -> Scene | HandScene:
        """The scene of a drill or a test; raises UnknownIdError for one, or a place, it does not have."""
        found, figure = self._subject(drill)
        if place is not None and place not in found.places:
            raise UnknownIdError("place", place)
        key = (drill, place)
        if key not in self._scenes:
            self._scenes[key] = scene_of(self.library.stances, figure, found, place)
        return self._scenes[key]

    def _checked(self, wanted: Wanted) -> tuple[Scene | HandScene, str, SideWord]:
        """Scene, position and side; raises UnknownIdError naming what is not there."""
        scene = self.scene(wanted.drill, wanted.place)
        pose = scene.names[-1] if wanted.pose == "end" else wanted.pose
        for kind, value, known in (
            ("position", pose, scene.names), ("side", wanted.side, SIDES), ("size", wanted.size, STROKES),
            ("style", wanted.style, STYLES), ("language", wanted.language, (ENGLISH, *self.library.languages)),
        ):  # fmt: skip
            if value not in known:
                raise UnknownIdError(kind, value)
        one_sided = scene.drill.sides == "each"
        side: SideWord = wanted.side if one_sided and wanted.side != "both" else "right" if one_sided else "both"
        return scene, pose, side

    def _svg(self, wanted: Wanted) -> str:
        """The picture, of a one-sided drill without a side the right one; raises UnknownIdError for unknown words."""
        scene, pose, side = self._checked(wanted)
        return picture(scene, pose, self._look(wanted, side))

    def _look(self, wanted: Wanted, side: SideWord) -> Look:
        word = spoken(self.library, wanted.language).say(side)
        return Look(side, wanted.size, wanted.style, wanted.build, word)

    def words(self, drill: str, side: SideWord, place: Place) -> str:
        """The text in place of a drill's end position on a side at a place."""
        return self.alt(Wanted(drill, side, place=place))

    def _alt(self, wanted: Wanted) -> str:
        """The text in place of the picture."""
        scene, pose, side = self._checked(wanted)
        return alternative(scene, pose, side)

    def motion(self, wanted: Wanted) -> dict[str, Any]:
        """The moving picture as plain data: its steps as SVG insides, the beats that lead through them, its words."""
        if wanted.drill.startswith(TEST):
            raise UnknownIdError("moving picture", wanted.drill)
        scene, _, side = self._checked(wanted)
        look = self._look(wanted, side)
        steps, (top, height) = flipbook(scene, look), trimmed(scene, look)
        beats = beats_of(scene.drill, len(steps))
        return {
            "viewbox": f"0 {top:.0f} {WIDTH:.0f} {height:.0f}",
            "steps": steps,
            "beats": [beat.as_data() for beat in beats],
            "positions": list(scene.names),
            "alt": alternative(scene, scene.names[-1], side),
            "moves": movement(scene, side),
            "dose": dose_words(scene.drill.dose.start, scene.drill.methods[0]),
        }


def tested(measure: Measure, places: tuple[Place, ...]) -> Drill:
    """A test as the pictures draw a drill: its sides and its place; it is nobody's drill, and has no film."""
    told: dict[str, Any] = {
        "id": f"{TEST}{measure.id}", "name": measure.name, "sides": "each" if measure.both_sides else "both",
        "places": places, "felt": "",
    }  # fmt: skip
    return Drill.model_construct(None, **told)


def every_test(library: Library) -> list[Scene | HandScene]:
    """Every test that is drawn; a drill that is not there is told by the checks of the knowledge."""
    album = Album(library)
    drawn = [row.measure for row in library.set_ups.values() if row.drawing or row.like in library.drills]
    return [album.scene(f"{TEST}{measure}") for measure in drawn]


def every_scene(library: Library) -> list[Scene | HandScene]:
    """Every drill at every place it allows."""
    album = Album(library)
    return [album.scene(drill.id, place) for drill in library.drills.values() for place in drill.places]


_ALBUMS: dict[str, Album] = {}


def album_of(library: Library) -> Album:
    """The one album of a library; its version names its content."""
    if library.version not in _ALBUMS:
        _ALBUMS[library.version] = Album(library)
    return _ALBUMS[library.version]
