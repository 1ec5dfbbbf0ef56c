"""A dose in plain words."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from easepath.core.dose.pace import TEMPO_WORDS
from easepath.core.knowledge.models import Dose


@dataclass(frozen=True)
class Count:
    """What is counted in a dose: the one large number with its unit, and how each of them is done.

    `said` is the number with its unit in a sentence, `then` what stands between it and how it is done. Nothing is
    counted where the number is empty.
    """

    number: str
    unit: str
    said: str
    how: tuple[str, ...] = ()
    then: str = ", "

    @property
    def words(self) -> str:
        """The whole in words."""
        return self.then.join(part for part in (self.said, ", ".join(self.how)) if part)


def dose_words(dose: Dose, method: str, tempo: Sequence[str] = TEMPO_WORDS) -> str:
    """The dose as a client reads it: "2 rounds of 5 times, with half of your strength".

    `tempo` is what the three parts of a repetition are called, in the order of the movement.
    """
    counted = count_of(dose, method, tempo)
    words = counted.words
    if dose.sets and dose.sets > 1:
        words = f"{words}, {dose.sets} times" if _only_held(dose) else f"{dose.sets} sets of {words}"
    if dose.circuits and dose.circuits > 1:
        words = f"{dose.circuits} rounds of {words}"
    return ", ".join((words, *_strength(dose)))


def count_lines(dose: Dose, method: str, tempo: Sequence[str] = TEMPO_WORDS) -> tuple[str, ...]:
    """What stands beside the large number of a dose: how each is done, how strongly, and how often all of it."""
    held = ("hold",) if _only_held(dose) else ()
    lines = (*held, *count_of(dose, method, tempo).how, *_strength(dose))
    if dose.sets and dose.sets > 1:
        lines = (*lines, f"{dose.sets} times" if _only_held(dose) else f"{dose.sets} sets")
    if dose.circuits and dose.circuits > 1:
        lines = (*lines, f"{dose.circuits} rounds")
    return lines


def _strength(dose: Dose) -> tuple[str, ...]:
    effort = () if dose.effort_pct is None else (effort_words(dose.effort_pct),)
    return effort if dose.rate_hz is None else (*effort, f"{dose.rate_hz:g} a second")


def _only_held(dose: Dose) -> bool:
    counted = (dose.reps, dose.breaths, dose.hold_breaths, dose.seconds, dose.contract_s, dose.relax_s)
    return dose.hold_s is not None and all(part is None for part in counted)


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


def count_of(dose: Dose, method: str, tempo: Sequence[str] = TEMPO_WORDS) -> Count:
    """What is counted in a dose, without its sets, rounds and strength."""
    spots = (_count(dose.spots, "spot"),) if dose.spots and dose.spots > 1 else ()
    ways = (f"in {dose.directions} directions",) if dose.directions and dose.directions > 1 else ()
    if dose.contract_s is not None or dose.relax_s is not None:
        pressed = (f"press {dose.contract_s or 0} s", f"ease {dose.relax_s or 0} s")
        return _counted(dose.reps or 1, "time", pressed, ": ")
    if dose.breaths is not None:
        return _breaths(dose, _count(dose.breaths, "breath"), dose.breaths, ways)
    if dose.hold_breaths is not None:
        said = f"stay for {_count(dose.hold_breaths, 'slow breath')}"
        return _breaths(dose, said, dose.hold_breaths, (*ways, *spots))
    if dose.seconds is not None:
        return _lasting(dose.seconds, "")
    if dose.reps is not None:
        hold = (f"hold {dose.hold_s} s",) if dose.hold_s else ()
        beats = zip(dose.tempo_s or (), tempo, strict=False)
        return _counted(dose.reps, "time", (*hold, *(f"{s} s {word}" for s, word in beats if s), *ways, *spots))
    if dose.hold_s is not None:
        return _lasting(dose.hold_s, "hold ", (*ways, *spots))
    return Count("", "", "once" if method else "as shown")


def _counted(number: int, noun: str, how: tuple[str, ...], then: str = ", ") -> Count:
    said = _count(number, noun)
    return Count(str(number), said.partition(" ")[2], said, how, then)


def _breaths(dose: Dose, said: str, number: int, how: tuple[str, ...]) -> Count:
    """So many breaths, or so many times that many."""
    if dose.reps:
        return _counted(dose.reps, "time", (f"{said} each", *how))
    return Count(str(number), "breath" if number == 1 else "breaths", said, how)


def _lasting(seconds: float, before: str, how: tuple[str, ...] = ()) -> Count:
    """So long; below two minutes in seconds, else in minutes."""
    minutes, rest = divmod(round(seconds), 60)
    said = before + seconds_words(seconds)
    if minutes < 2 and (rest or not minutes):
        return Count(str(round(seconds)), "second" if seconds == 1 else "seconds", said, how)
    return Count(f"{minutes}:{rest:02}" if rest else str(minutes), "minute" if minutes == 1 else "minutes", said, how)


def _count(number: int, noun: str) -> str:
    return f"{number} {noun}" if number == 1 else f"{number} {noun}s"
