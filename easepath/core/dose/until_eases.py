"""A hold that lasts until it lets go: never under the dose's hold, nor over the top of its method."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from easepath.core.dose.pace import Beat
from easepath.core.dose.words import seconds_words
from easepath.core.knowledge.models import Dose, Method


@dataclass(frozen=True)
class Eases:
    """How long such a hold lasts at least and at most, seconds, and how it is said to a client."""

    least: float
    most: float
    words: str


def until_eases(method: Method, dose: Dose, breath_s: float) -> Eases | None:
    """The bounds of a hold of this method that waits until it lets go, by the clock or by the client's own breath.

    None where the method holds for its own time, or the dose is at the method's top.
    """
    if not method.until_eases:
        return None
    if dose.hold_s is not None and method.dose.hold_s is not None:
        least, most, said, seconds = dose.hold_s, method.dose.hold_s[1], seconds_words(method.dose.hold_s[1]), 1.0
    elif dose.hold_breaths is not None and method.dose.hold_breaths is not None:
        least, most, seconds = dose.hold_breaths, method.dose.hold_breaths[1], breath_s
        said = f"{most} slow breaths"
    else:
        return None
    if least >= most:
        return None
    return Eases(least * seconds, most * seconds, f"stay until it lets go, at most {said}")


def waits_after(beats: Sequence[Beat], dose: Dose) -> tuple[bool, ...]:
    """By beat whether a hold ends with it: the one before letting go, or the last breath of a hold in breaths."""
    if dose.hold_breaths is not None:
        return tuple(beat.word.startswith("breathe out") and beat.number % dose.hold_breaths == 0 for beat in beats)
    following = (*beats[1:], None)
    return tuple(after is not None and after.word == "let go" for after in following)
