"""What is heavy or deep rises by a person's hand alone, and from one review to the next only a little."""

from __future__ import annotations

from collections.abc import Iterator
from typing import get_args

from easepath.core.facts import Manner
from easepath.core.facts.plan import BandStrength, Level

MOST_MORE = 1.1
"""Of its kilograms a load rises by a tenth at most in one review."""
LADDERS: dict[str, tuple[str, ...]] = {"band": get_args(BandStrength), "level": get_args(Level)}
"""What rises in named steps, the lightest or highest first."""


def raised_too_far(was: Manner, now: Manner) -> Iterator[tuple[str, str]]:
    """What rises by more than one review allows, or a lifted cap, by its field: what asks for a reason, and why."""
    if now.cap_lift and not was.cap_lift:
        yield "cap_lift", "lifting an effort cap asks for a reason: say why"
    if was.kilograms and now.kilograms and round(now.kilograms, 6) > round(was.kilograms * MOST_MORE, 6):
        yield "kilograms", f"at most {was.kilograms * MOST_MORE:.3g} kg in one review, or say why"
    for name, steps in LADDERS.items():
        old, new = getattr(was, name), getattr(now, name)
        if old is not None and new is not None and steps.index(new) > steps.index(old) + 1:
            yield name, f"at most {steps[steps.index(old) + 1]} in one review, or say why"
