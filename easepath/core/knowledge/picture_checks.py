"""Nothing is left without a picture: every drill has one, and every measure says how it is taken."""

from __future__ import annotations

from easepath.core.errors import Problem
from easepath.core.knowledge.library import Library


def check_figures(library: Library, problems: list[Problem]) -> None:
    """Every drill has a picture, and no picture changes for a place its drill is not done at."""
    for drill in library.drills.values():
        figure = library.figures.get(drill.id)
        if figure is None:
            file, why = library.files[f"drills.{drill.id}"], "missing: how the drill is drawn"
            problems.append(Problem(file, f"drills.{drill.id}.figure", why))
        elif elsewhere := [place for place in figure.places if place not in drill.places]:
            file, why = library.files[f"figures.{drill.id}"], f"the drill is not done at {elsewhere[0]!r}"
            problems.append(Problem(file, f"figures.{drill.id}.places", why))


def check_set_ups(library: Library, problems: list[Problem]) -> None:
    """Every measure says how it is taken, and no ring stands for a step that is not there."""
    for measure in library.measures.values():
        set_up = library.set_ups.get(measure.id)
        if set_up is None:
            file, why = library.files[f"measures.{measure.id}"], "missing: how the test is taken"
            problems.append(Problem(file, f"measures.{measure.id}.set_up", why))
        elif len(set_up.drawing.marks if set_up.drawing else set_up.marks) > len(set_up.steps):
            file = library.files[f"set_ups.{measure.id}"]
            problems.append(Problem(file, f"set_ups.{measure.id}.marks", "more rings than steps"))
