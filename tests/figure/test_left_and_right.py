"""Left and right are never swapped between the body, the picture, its mark and its words: every one-sided drill."""

from __future__ import annotations

import re

import pytest

from easepath.core.knowledge import shipped_library
from easepath.core.vocabulary import SideWord
from easepath.figure.album import Album, Wanted
from easepath.figure.camera import Camera
from easepath.figure.hand_scene import HandScene
from easepath.figure.palette import SCREEN
from easepath.figure.skeleton import Skeleton
from easepath.figure.vectors import Vec, cross, dot, sub

LIBRARY = shipped_library()
ALBUM = Album(LIBRARY)
ONE_SIDED = sorted(drill.id for drill in LIBRARY.drills.values() if drill.sides == "each")
OTHER = {"left": "right", "right": "left"}


def seen(camera: Camera, way: Vec) -> Vec:
    """A direction as it is on the picture: right, up, and toward the eye."""
    x, y = camera.flat(way)
    return (x, -y, camera.depth(way))


def drilled_side(body: Skeleton, camera: Camera) -> str:
    """On which side of the body, as the picture shows it, the drilled hip lies."""
    ahead, up, _ = body.frames["pelvis"]
    across = sub(body.joints["hip"], body.joints["hip2"])
    right = cross(seen(camera, ahead), seen(camera, up))
    return "right" if dot(right, seen(camera, across)) > 0 else "left"


@pytest.mark.parametrize("drill", ONE_SIDED)
@pytest.mark.parametrize("side", ["left", "right"])
def test_body_mark_and_words_agree_on_the_side(drill: str, side: SideWord) -> None:
    scene = ALBUM.scene(drill)
    for name in scene.names:
        if not isinstance(scene, HandScene):
            assert drilled_side(scene.body(name), Camera.at(scene.view, mirror=side == "left")) == side
        svg = ALBUM.svg(Wanted(drill, side, name))
        assert re.findall(r"<text[^>]*>(\w+)</text>", svg) == [side]
        assert svg.count(SCREEN["cuff"]) >= 2, "a cuff on the drilled limb, and one beside the word"
        assert ALBUM.alt(Wanted(drill, side, name)).startswith(f"{side.capitalize()} side. ")


def swapped(text: str) -> str:
    """A text with left and right changed over."""
    return re.sub(r"left|right|Left|Right", lambda m: OTHER.get(m[0]) or OTHER[m[0].lower()].capitalize(), text)


@pytest.mark.parametrize("drill", ONE_SIDED)
def test_the_left_picture_is_the_mirror_of_the_right_in_lines_and_words(drill: str) -> None:
    left, right = (ALBUM.svg(Wanted(drill, side)) for side in ("left", "right"))
    cuffs = [re.findall(rf'd="M([\d.-]+) ([\d.-]+)[^"]*" fill="{SCREEN["cuff"]}"', svg) for svg in (left, right)]
    boxes = [re.findall(rf'd="([^"]*)" fill="{SCREEN["cuff"]}"', svg) for svg in (left, right)]
    assert len(cuffs[0]) == len(cuffs[1]) > 0
    for one, two in zip(*boxes, strict=True):
        assert centre(one)[0] + centre(two)[0] == pytest.approx(400, abs=1.5)
        assert centre(one)[1] == pytest.approx(centre(two)[1], abs=1.0)
    assert swapped(ALBUM.alt(Wanted(drill, "left"))) == ALBUM.alt(Wanted(drill, "right"))


def centre(path: str) -> tuple[float, float]:
    """The middle of a path's box, from the ends of its pieces."""
    spots = [(float(x), float(y)) for x, y in re.findall(r"(?:M|L|A[\d.]+ [\d.]+ 0 [01] 0 )([\d.-]+) ([\d.-]+)", path)]
    xs, ys = [x for x, _ in spots], [y for _, y in spots]
    return (min(xs) + max(xs)) / 2, (min(ys) + max(ys)) / 2


@pytest.mark.parametrize("drill", sorted(set(LIBRARY.drills) - set(ONE_SIDED)))
def test_a_drill_for_both_sides_names_none(drill: str) -> None:
    assert "<text" not in ALBUM.svg(Wanted(drill, "both"))
    assert ALBUM.svg(Wanted(drill, "left")) == ALBUM.svg(Wanted(drill, "right"))
    assert not re.search(r"\b(left|right)\b (side|leg|knee|foot|arm)", ALBUM.alt(Wanted(drill, "both")))


WORDS = [
    ("half-kneel", "left", "Left side. Kneeling on the left knee, right foot in front, left hip pressed forward."),
    ("half-kneel", "right", "Right side. Kneeling on the right knee, left foot in front, right hip pressed forward."),
    ("side-leg-raise", "left", "Left side. Lying on the right side"),
    ("side-plank-knees", "left", "Left side. Lying on the left side"),
    ("counter-hip-out", "right", "Right side. Standing on the left leg"),
    ("one-leg-stand", "left", "Left side. Standing on the left leg"),
    ("strap-hamstring", "right", "Lying on the back, right leg raised straight, left knee bent."),
    ("bird-dog", "left", "right arm overhead"),
    ("knee-to-shoulder", "left", "toward the right shoulder"),
    ("cat-camel", "both", "On hands and knees, back rounded."),
    ("childs-pose", "both", "Kneeling on both knees, back rounded"),
    ("prone-press-up", "both", "Lying face down, back arched"),
    ("windmill-drill", "left", "chest turned to the left"),
    ("fist-flexion-hold", "left", "Left hand in a fist, wrist bent in, thumb up."),
    ("squat-chair", "both", "Standing, leaning forward from the hips."),
]


@pytest.mark.parametrize(("drill", "side", "words"), WORDS)
def test_a_position_in_words(drill: str, side: SideWord, words: str) -> None:
    assert words in ALBUM.alt(Wanted(drill, side))
