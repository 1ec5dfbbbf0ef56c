"""Every drill's picture could be a body and says what the library says; ten kinds of damage are named."""

from __future__ import annotations

import shutil
import subprocess
import sys
from dataclasses import replace
from pathlib import Path
from typing import Any

import pytest

from easepath.core.knowledge import KNOWLEDGE_DIR, models, shipped_library
from easepath.figure.agreement import disagreements
from easepath.figure.album import Album
from easepath.figure.check import figure_problems
from easepath.figure.scene import scene_of
from easepath.figure.soundness import unsound

LIBRARY = shipped_library()
ALBUM = Album(LIBRARY)


@pytest.mark.parametrize("drill", sorted(LIBRARY.drills))
def test_a_drill_is_drawn_as_it_is_listed_at_every_place(drill: str) -> None:
    for place in LIBRARY.drills[drill].places:
        scene = ALBUM.scene(drill, place)
        assert [*unsound(scene), *disagreements(scene)] == []


def test_the_whole_library_passes_the_check_of_the_command_line() -> None:
    assert figure_problems(LIBRARY) == []


def merged(below: Any, above: Any) -> Any:
    """`below` with what `above` says at any depth; a tuple and a value are replaced."""
    if isinstance(below, dict) and isinstance(above, dict):
        return {**below, **{key: merged(below.get(key), value) for key, value in above.items()}}
    return above


def damaged(drill: str, change: dict[str, Any]) -> list[str]:
    """What the checks say of a drill's picture after a change of its pose."""
    said = LIBRARY.figures[drill].model_dump(exclude_unset=True)
    figure = models.Figure.model_validate(merged(said, change))
    scene = scene_of(LIBRARY.stances, figure, LIBRARY.drills[drill])
    return [*unsound(scene), *disagreements(scene)]


DAMAGE = {
    "a hip bent deeper than listed": (
        "hinge-unloaded", {"end": {"legs": {"hip": 125.0}, "pelvis": {"pitch": 99.0}}}, "it is hip-flexion-deep)"),
    "a listed stretch that is not reached": (
        "half-kneel", {"end": {"leg": {"hip": 0.0}}}, "hip-extension-end is listed, but no position reaches 8"),
    "a knee bent deeper than listed": (
        "heel-slide", {"end": {"leg": {"foot": (18.0, 0.0, 9.0)}}}, "it is knee-flexion-deep)"),
    "a back arched where nothing allows it": (
        "hinge-light", {"end": {"low": {"flex": -24.0}}}, "it is lumbar-extension-end)"),
    "a head let down": ("bridge-half", {"end": {"pelvis": {"pitch": -150.0}}}, "head-below-heart"),
    "an arm overhead": ("squat-chair", {"end": {"arms": {"lift": 175.0}}}, "it is shoulder-overhead)"),
    "kneeling where none is listed": ("squat-chair", {"end": {"rests": {"knee": "floor"}}}, "kneeling is shown but not listed"),
    "weight on a hand where none is listed": (
        "half-kneel", {"end": {"rests": {"shin": "floor", "hand": "floor"}}}, "weight through a hand is shown"),
    "lying on the wrong side of the body": ("prone-rest", {"start": {"pelvis": {"pitch": -90.0}}}, "prone is listed but not shown"),
    "a foot out of reach": ("half-kneel", {"end": {"leg2": {"foot": (120.0, 0.0, 9.0)}}}, "cm out of reach"),
    "a foot through the floor": ("counter-hip-out", {"end": {"leg": {"knee": 0.0, "out": 0.0}, "pelvis": {"list": 20.0}}}, "below the ground"),
    "a seat off its chair": ("seated-hip-rock", {"end": {"pin": ("seat", 60.0)}}, "seat is 19 cm off the chair"),
    "a body that falls": ("hinge-unloaded", {"end": {"legs": {"hip": 20.0}}}, "outside its support"),
    "a knee that bends the wrong way": ("straight-leg-lift", {"end": {"leg": {"knee": -30.0}}}, "knee flexion at -30 degrees"),
    "a range shown short of what is required": (
        "chair-knee-lunge", {"start": {"leg": {"knee": 80.0}}, "end": {"leg": {"knee": 80.0}}}, "requires knee-flexion 120"),
    "a wrist bent to the end where none is listed": ("wrist-mid-range", {"end": {"grip": {"wrist": 70.0}}}, "it is wrist-flexion-end)"),
}  # fmt: skip


@pytest.mark.parametrize(("drill", "change", "named"), DAMAGE.values(), ids=DAMAGE.keys())
def test_damage_of_every_kind_is_named(drill: str, change: dict[str, Any], named: str) -> None:
    assert any(named in fault for fault in damaged(drill, change)), damaged(drill, change)


def test_the_way_between_two_positions_is_looked_at_too() -> None:
    long, overhead = {"foot": (80.0, 0.0, 9.0)}, {"foot": (-58.0, 66.0, 9.0), "sole": "free"}

    def deep_knee(start: dict[str, Any], end: dict[str, Any]) -> bool:
        change = {"start": {"leg": start}, "end": {"leg": end}}
        return any("it is knee-flexion-deep)" in fault for fault in damaged("heel-slide", change))

    assert not deep_knee(long, long)
    assert not deep_knee(overhead, overhead)
    assert deep_knee(long, overhead), "on its way from one straight leg to the other the knee folds"


def test_what_a_picture_does_not_show_needs_a_reason_that_excuses_something() -> None:
    assert damaged("half-kneel", {"unseen": {"kneeling": "no reason"}}) == ["unseen 'kneeling' excuses nothing"]


def test_a_reason_never_excuses_what_goes_beyond_the_facts() -> None:
    change = {**DAMAGE["an arm overhead"][1], "unseen": {"a position": "because"}}
    assert any("shoulder-overhead" in fault for fault in damaged("squat-chair", change))


NAMES = {
    "view": ({"view": "from-mars"}, "no such view"),
    "patch": ({"patch": ("left-ear",)}, "no such patch"),
    "part": ({"moves": {"part": "tail", "words": "wags"}}, "no such part"),
}


@pytest.mark.parametrize(("change", "named"), NAMES.values(), ids=NAMES.keys())
def test_a_name_that_is_not_there_is_a_fault(change: dict[str, Any], named: str) -> None:
    said = LIBRARY.figures["half-kneel"].model_dump(exclude_unset=True)
    figure = models.Figure.model_validate(merged(said, change))
    small = replace(LIBRARY, drills={"half-kneel": LIBRARY.drills["half-kneel"]}, figures={"half-kneel": figure})
    try:
        assert any(named in str(fault) for fault in figure_problems(small))
    except KeyError:
        assert named == "no such view"


def test_a_drill_without_a_picture_is_a_fault() -> None:
    figures = {name: figure for name, figure in LIBRARY.figures.items() if name != "half-kneel"}
    assert [fault.key for fault in figure_problems(replace(LIBRARY, figures=figures))] == ["half-kneel"]


def test_a_required_movement_that_pictures_do_not_know_is_a_fault_with_its_file(tmp_path: Path) -> None:
    folder = tmp_path / "knowledge"
    shutil.copytree(KNOWLEDGE_DIR, folder)
    drills = folder / "drills" / "groin" / "lunge-rock.yaml"
    text = drills.read_text(encoding="utf-8")
    asked = "requires: {hip-flexion: 100, knee-flexion: 105}"
    assert asked in text
    drills.write_text(text.replace(asked, "requires: {hip-flexion: 100, ankle-dorsiflexion: 5}", 1), encoding="utf-8")
    said = subprocess.run(
        [sys.executable, "-m", "easepath.figure", "--knowledge", str(folder)], capture_output=True, text=True,
        check=False, cwd=Path(__file__).parents[2],
    )  # fmt: skip
    assert (said.returncode, "Traceback" in said.stderr) == (2, False)
    assert (
        "drills/groin/lunge-rock.yaml: drills.lunge-rock.requires.ankle-dorsiflexion: the pictures do not know"
        in said.stderr
    )
