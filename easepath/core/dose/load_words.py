"""What is heavy or deep about a drill, in plain words."""

from __future__ import annotations

from collections.abc import Mapping

from easepath.core.facts import Manner

LEVELS = {"thigh": "down to the thigh", "knee": "down to the knee", "shin": "down to the shin", "floor": "to the floor"}


def load_words(manner: Manner, bands: Mapping[str, str] | None = None) -> str:
    """Weight, band and depth as they were set by hand: "with 4 kg, medium band, down to the knee"; empty for none.

    `bands` are the clinic's own names for its bands by strength; one that has a name is told with it.
    """
    called = (bands or {}).get(manner.band or "")
    words = (
        f"with {manner.kilograms:g} kg" if manner.kilograms else "",
        f"{manner.band} band" + (f" ({called})" if called else "") if manner.band else "",
        LEVELS[manner.level] if manner.level else "",
        f"to {manner.height_cm} cm above the floor" if manner.height_cm else "",
    )
    return ", ".join(word for word in words if word)
