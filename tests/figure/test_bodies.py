"""Three bodies on the same bones: every drill in each stays on its paper; breath is a shape; a name tells the body."""

from __future__ import annotations

import re

import pytest

from easepath.core.errors import UnknownIdError
from easepath.core.knowledge import shipped_library
from easepath.figure.album import Album, Wanted
from easepath.figure.build import BUILDS, BuildName, build_named
from easepath.figure.scene import Scene

LIBRARY = shipped_library()
ALBUM = Album(LIBRARY)
PATH = re.compile(r'<path d="([^"]*)" fill="(#[0-9A-F]{6})"')
BREATHS = sorted(drill for drill, figure in LIBRARY.figures.items() if figure.breath)
OTHERS: list[BuildName] = ["light", "broad"]
EDGE = 1.5
"""Units of the picture that an outline may go over the edge."""


@pytest.mark.parametrize("drill", sorted(LIBRARY.drills))
@pytest.mark.parametrize("build", OTHERS)
def test_every_body_stays_on_its_paper(drill: str, build: BuildName) -> None:
    worn = {tint for name, tint in BUILDS[build].tints.items() if name in ("skin", "shirt", "shorts")}
    for name in ALBUM.scene(drill).names:
        drawn = ALBUM.svg(Wanted(drill, "right", name, build=build))
        for path, tint in PATH.findall(drawn):
            if tint in worn:
                xs = [float(x) for x in re.findall(r"[ML]([\d.-]+) ", path)]
                assert -EDGE <= min(xs) <= max(xs) <= 400 + EDGE


@pytest.mark.parametrize("style", ["screen", "print"])
def test_the_bodies_differ_on_the_screen_and_on_paper(style: str) -> None:
    drawn = {ALBUM.svg(Wanted("calf-wall", "right", style=style, build=build)) for build in BUILDS}
    assert len(drawn) == len(BUILDS)


def test_a_body_changes_neither_what_is_done_nor_what_it_is_called() -> None:
    texts = {ALBUM.alt(Wanted("calf-wall", "left", build=build)) for build in BUILDS}
    arrows = {
        re.search(r'<path d="[^"]*" fill="none" stroke="#A23E10"[^>]*>', ALBUM.svg(Wanted("calf-wall", build=build)))[0]  # type: ignore[index]
        for build in BUILDS
    }
    assert (len(texts), len(arrows)) == (1, 1)


def test_the_name_of_a_picture_tells_its_body() -> None:
    names = {build: ALBUM.name("calf-wall", build) for build in BUILDS}
    assert len(set(names.values())) == len(BUILDS)
    assert {build: ALBUM.build_of(name) for build, name in names.items()} == {build: build for build in BUILDS}
    for unknown in ("calf-wall.000000000000", "no-drill.000000000000", ""):
        with pytest.raises(UnknownIdError):
            ALBUM.build_of(unknown)
    with pytest.raises(KeyError):
        build_named("tall")


@pytest.mark.parametrize("drill", BREATHS)
@pytest.mark.parametrize("style", ["screen", "print"])
def test_a_breath_is_two_dashed_rings_and_needs_no_arrow_that_presses(drill: str, style: str) -> None:
    scene = ALBUM.scene(drill)
    drawn = ALBUM.svg(Wanted(drill, style=style))
    assert drawn.count('stroke-dasharray="5 5"') == 2
    assert isinstance(scene, Scene)
    assert ("<polygon" in drawn) == (scene.figure.moves.press is None)


def test_who_breathes_only_is_drawn_breathing() -> None:
    told = {drill for drill, figure in LIBRARY.figures.items() if "with the breath" in figure.moves.words}
    assert told
    assert told <= set(BREATHS)


def test_what_the_body_wears_is_seen_in_the_small_view_too() -> None:
    band = ALBUM.svg(Wanted("bridge-band"))
    assert band.count('stroke="#8A3A52"') == 2  # from the side, and from the feet
