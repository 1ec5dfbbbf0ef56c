"""What is heavy or deep about a drill, in plain words."""

from __future__ import annotations

from easepath.core.facts import Manner

LEVELS = {"thigh": "down to the thigh", "knee": "down to the knee", "shin": "down to the shin", "floor": "to the floor"}


def load_words(manner: Manner) -> str:
    """Weight, band and depth as they were set by hand: "with 4 kg, medium band, down to the knee"; empty for none."""
    words = (
        f"with {manner.kilograms:g} kg" if manner.kilograms else "",
        f"{manner.band} band" if manner.band else "",
        LEVELS[manner.level] if manner.level else "",
        f"to {manner.height_cm} cm above the floor" if manner.height_cm else "",
    )
    return ", ".join(word for word in words if word)
