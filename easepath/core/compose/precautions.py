"""What stands on the first page of a sheet: what the client minds whatever the drill, and what no drill goes past."""

from __future__ import annotations

from easepath.core.facts import Limit
from easepath.core.knowledge.library import Library
from easepath.core.screening.screen import ScreenResult
from easepath.core.vocabulary import SideWord

WHOSE: dict[SideWord | None, str] = {"left": "your left", "right": "your right", "both": "either", None: "either"}


def precautions_of(screen: ScreenResult) -> tuple[str, ...]:
    """What this client minds whatever the drill, in words for clients: each factor's line in the order recorded."""
    lines = screen.library.precautions
    return tuple(dict.fromkeys(lines[one.id].line for one in screen.factors if one.id in lines))


def limits_of(library: Library, limits: tuple[Limit, ...]) -> tuple[str, ...]:
    """What each recorded limit means to the client; of two on one movement and side the smaller."""
    smallest: dict[tuple[str, SideWord | None], Limit] = {}
    for limit in sorted(limits, key=lambda one: -one.degrees):
        smallest[limit.movement, limit.side] = limit
    said = (limit_sentence(library, one.movement, one.side, one.degrees) for one in smallest.values())
    return tuple(sorted({sentence for sentence in said if sentence is not None}))


def limit_sentence(library: Library, movement: str, side: SideWord | None, degrees: float) -> str | None:
    """A limit in the client's words; None where the movement has none. `degrees` are kilograms for one of weight."""
    line = library.limit_lines.get(movement)
    return None if line is None else line.line.format(whose=WHOSE[side], degrees=f"{degrees:g}")
