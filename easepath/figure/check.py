"""The honest check of all pictures: every drill at every place could be a body, and says what the library says."""

from __future__ import annotations

from easepath.core.errors import Problem
from easepath.core.knowledge.library import Library
from easepath.figure.agreement import disagreements, unknown_movements
from easepath.figure.album import every_scene, every_test
from easepath.figure.camera import VIEWS
from easepath.figure.felt import SIDED, TRUNK, patches_of
from easepath.figure.frame import Look
from easepath.figure.hand import ARM_PATCH, PATCHES
from easepath.figure.hand_scene import HandScene
from easepath.figure.picture import picture
from easepath.figure.scene import AnyScene, Scene
from easepath.figure.soundness import unsound


def figure_problems(library: Library) -> list[Problem]:
    """Every fault of every picture; empty when all are sound. Drills without a figure are a fault, too."""
    missing = [drill for drill in library.drills if drill not in library.figures]
    found = [Problem("figures", drill, "no picture") for drill in missing]
    found += [Problem("figures", drill, "no such drill") for drill in library.figures if drill not in library.drills]
    if found:
        return found
    for scene in every_scene(library):
        where = f"{scene.drill.id} ({scene.place if isinstance(scene, Scene) else 'hand'})"
        found += _unknown_movements(library, scene)
        faults = [*unsound(scene), *disagreements(scene), *_words(scene)] or _undrawn(scene)
        found += [Problem("figures", where, fault) for fault in dict.fromkeys(faults)]
    for scene in every_test(library):
        faults = [*unsound(scene), *_views(scene)] or _undrawn(scene)
        found += [Problem("set_ups", scene.drill.id, fault) for fault in dict.fromkeys(faults)]
    return list(dict.fromkeys(found))


def _unknown_movements(library: Library, scene: AnyScene) -> list[Problem]:
    """Movements a drill asks for that the pictures do not know; a hand's picture shows none of them."""
    if isinstance(scene, HandScene):
        return []
    entry = f"drills.{scene.drill.id}"
    reason = "the pictures do not know this movement, so that nobody can check what they show of it"
    return [Problem(library.files[entry], f"{entry}.{key}", reason) for key in unknown_movements(scene.drill)]


def _undrawn(scene: AnyScene) -> list[str]:
    """Positions whose drawing names a part of the body or of the room that is not there."""
    found = []
    for name in scene.names:
        try:
            picture(scene, name, Look())
        except KeyError as fault:
            found.append(f"{name}: no such part: {fault}")
    return found


def _views(scene: AnyScene) -> list[str]:
    return [f"no such view: {view}" for view in (scene.view, scene.figure.inset) if view and view not in VIEWS]


def _words(scene: AnyScene) -> list[str]:
    """What a figure names that is not there: views and patches."""
    found = _views(scene)
    known = {*PATCHES, ARM_PATCH} if isinstance(scene, HandScene) else {*TRUNK, *SIDED}
    try:
        named = scene.figure.patch if scene.figure.patch is not None else patches_of(scene.drill.felt)
    except KeyError:
        return [*found, f"felt {scene.drill.felt!r} names no place the pictures know"]
    return found + [f"no such patch: {name}" for name in named if name.removeprefix("other:") not in known]
