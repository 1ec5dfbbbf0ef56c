"""The movements a limit in degrees may be set on: those of this complaint first, each with the degrees it can have."""

from __future__ import annotations

from dataclasses import dataclass

from easepath.core.screening.screen import ScreenResult


@dataclass(frozen=True)
class LimitMovement:
    """A movement with its least and most degrees; `here` where the tests of this complaint measure it."""

    movement: str
    least: float
    most: float
    here: bool


def limit_movements(screen: ScreenResult) -> tuple[LimitMovement, ...]:
    """Every movement that is measured as an angle, those of this complaint first, then by name."""
    library, profile = screen.library, screen.profile
    near = (*profile.measure, *profile.retest, *profile.neighbours) if profile else ()
    here = {library.measures[one].movement for one in near if one in library.measures}
    angles: dict[str, tuple[float, float]] = {}
    for measure in library.measures.values():
        if measure.movement is not None and measure.unit == "deg":
            least, most = angles.get(measure.movement, measure.valid)
            angles[measure.movement] = (min(least, measure.valid[0]), max(most, measure.valid[1]))
    found = [LimitMovement(name, *degrees, here=name in here) for name, degrees in angles.items()]
    return tuple(sorted(found, key=lambda one: (not one.here, one.movement)))
