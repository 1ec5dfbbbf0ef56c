"""A dose in plain words."""

from __future__ import annotations

from collections.abc import Sequence

from easepath.core.dose.pace import TEMPO_WORDS
from easepath.core.knowledge.models import Dose


def dose_words(dose: Dose, method: str, tempo: Sequence[str] = TEMPO_WORDS) -> str:
    """The dose as a client reads it: "2 rounds of 5 times, with half of your strength".

    `tempo` is what the three parts of a repetition are called, in the order of the movement.
    """
    parts = [_main(dose, method, tempo)]
    if dose.sets and dose.sets > 1:
        only_held = parts[0].startswith("hold")
        parts = [f"{parts[0]}, {dose.sets} times" if only_held else f"{dose.sets} sets of {parts[0]}"]
    if dose.circuits and dose.circuits > 1:
        parts = [f"{dose.circuits} rounds of {parts[0]}"]
    if dose.effort_pct is not None:
        parts.append(effort_words(dose.effort_pct))
    if dose.rate_hz is not None:
        parts.append(f"{dose.rate_hz:g} a second")
    return ", ".join(parts)


EFFORTS = (
    (20, "very lightly", "a fifth"),
    (30, "lightly, about a third of your strength", "a third"),
    (40, "with a bit less than half of your strength", "a bit less than half"),
    (50, "with half of your strength", "half"),
    (60, "with a bit more than half of your strength", "a bit more than half"),
    (70, "firmly, about two thirds of your strength", "two thirds"),
    (80, "firmly, most of your strength", "most"),
    (90, "with nearly all your strength", "nearly all"),
    (100, "with all you have without pain", "all"),
)
"""Percent of the strongest effort from which on a word holds: how to press, and how much of the strength that is."""


def effort_words(percent: int) -> str:
    """How hard to press, as people can judge it; the words of the highest step that is no more."""
    return _effort(percent)[1]


def share_words(percent: int) -> str:
    """How much of one's strength an effort is; the words of the highest step that is no more."""
    return _effort(percent)[2]


def _effort(percent: int) -> tuple[int, str, str]:
    return next((row for row in reversed(EFFORTS) if row[0] <= percent), EFFORTS[0])


def seconds_words(seconds: float) -> str:
    """Minutes and seconds: "1 min 20 s"."""
    minutes, rest = divmod(round(seconds), 60)
    return f"{minutes} min {rest} s" if minutes and rest else f"{minutes} min" if minutes else f"{rest} s"


def _main(dose: Dose, method: str, tempo_words: Sequence[str]) -> str:
    spots = f", {_count(dose.spots, 'spot')}" if dose.spots and dose.spots > 1 else ""
    ways = f", in {dose.directions} directions" if dose.directions and dose.directions > 1 else ""
    if dose.contract_s is not None or dose.relax_s is not None:
        return f"{_count(dose.reps or 1, 'time')}: press {dose.contract_s or 0} s, ease {dose.relax_s or 0} s"
    if dose.breaths is not None:
        breaths = _count(dose.breaths, "breath")
        return (f"{_count(dose.reps, 'time')}, {breaths} each" if dose.reps else breaths) + ways
    if dose.hold_breaths is not None:
        held = f"stay for {_count(dose.hold_breaths, 'slow breath')}"
        return (f"{_count(dose.reps, 'time')}, {held} each" if dose.reps else held) + ways + spots
    if dose.seconds is not None:
        return seconds_words(dose.seconds)
    if dose.reps is not None:
        hold = f", hold {dose.hold_s} s" if dose.hold_s else ""
        tempo = "".join(
            f", {seconds} s {word}" for seconds, word in zip(dose.tempo_s or (), tempo_words, strict=False) if seconds
        )
        return f"{_count(dose.reps, 'time')}{hold}{tempo}{ways}{spots}"
    if dose.hold_s is not None:
        return f"hold {seconds_words(dose.hold_s)}{ways}{spots}"
    return "once" if method else "as shown"


def _count(number: int, noun: str) -> str:
    return f"{number} {noun}" if number == 1 else f"{number} {noun}s"
