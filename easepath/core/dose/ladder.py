"""The dose ladder: fixed steps from start to top, one part changed per step."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from easepath.core.ids import Methods
from easepath.core.knowledge.models import Dose, Drill, Method, MethodDose

REMAINING_ORDER = ("circuits", "sets", "reps", "hold_s")
COUNTED = (
    "sets", "reps", "hold_s", "breaths", "hold_breaths", "effort_pct", "seconds", "rate_hz", "contract_s", "relax_s",
    "directions", "circuits", "spots",
)  # fmt: skip
HALVED = ("reps", "breaths", "hold_breaths", "hold_s", "contract_s", "relax_s", "seconds")
HOLDS = ("hold_s", "hold_breaths")
"""Parts that a dose without them does not hold at all."""
ISOMETRIC = frozenset({Methods.ISOMETRIC, Methods.ISOMETRIC_BREATH})
EASY_EFFORT = (20, 30)
"""Percent of the strongest effort: what half of an easy press is never below, nor above."""


@dataclass(frozen=True)
class DoseShape:
    """Start and top of a drill in one method, after every cap; efforts in percent."""

    start: Dose
    top: Dose
    slow_breath: bool


def dose_shape(drill: Drill, method: Method, cap: int | None = None) -> DoseShape:
    """The drill's own range in its first method, else the method's; efforts lowered to `cap`."""
    if method.id == drill.methods[0]:
        start, top = drill.dose.start, drill.dose.top
        if start.tempo_s is None and method.dose.tempo_s is not None:
            tempo = method.dose.tempo_s
            start, top = start.model_copy(update={"tempo_s": tempo}), top.model_copy(update={"tempo_s": tempo})
    else:
        start, top = _ends(method.usual or method.dose, method)
    return DoseShape(_capped(start, cap), _capped(top, cap), method.dose.slow_breath)


def _ends(shape: MethodDose, method: Method) -> tuple[Dose, Dose]:
    ends: tuple[dict[str, Any], dict[str, Any]] = ({}, {})
    for part in COUNTED:
        limits = getattr(shape, part, None)
        if limits is not None:
            ends[0][part], ends[1][part] = limits
    tempo = shape.tempo_s or method.dose.tempo_s
    if tempo is not None:
        ends[0]["tempo_s"] = ends[1]["tempo_s"] = tempo
    return Dose(**ends[0]), Dose(**ends[1])


def _capped(dose: Dose, cap: int | None) -> Dose:
    if cap is None or dose.effort_pct is None or dose.effort_pct <= cap:
        return dose
    return dose.model_copy(update={"effort_pct": cap})


@lru_cache(maxsize=8192)
def _ladder(start: Dose, top: Dose, progresses: tuple[str, ...]) -> tuple[Dose, ...]:
    steps = [start]
    for part in _part_order(start, top, progresses):
        limit = getattr(top, part)
        while (now := getattr(steps[-1], part)) != limit:
            base = (0 if part in HOLDS else 1) if now is None else now
            steps.append(steps[-1].model_copy(update={part: _raised(part, base, start, top, limit)}))
    return tuple(steps)


def _part_order(start: Dose, top: Dose, progresses: tuple[str, ...]) -> Iterator[str]:
    differing = [
        part for part in Dose.model_fields
        if getattr(top, part) is not None and getattr(top, part) != getattr(start, part)
    ]  # fmt: skip
    named = [part for part in progresses if part in differing]
    rest = [part for part in REMAINING_ORDER if part in differing and part not in named]
    yield from (*named, *rest, *(part for part in differing if part not in named and part not in rest))


def _raised(part: str, now: Any, start: Dose, top: Dose, limit: Any) -> Any:
    if part == "tempo_s" or now > limit:
        return limit
    if part == "hold_s":
        step: float = 1 if now < 10 else 10 if now < 60 else 30
    elif part == "reps":
        step = 1 if limit - (start.reps or 1) <= 3 else 2
    elif part == "effort_pct":
        step = 10
    elif part in ("contract_s", "relax_s"):
        step = 5
    elif part == "rate_hz":
        step = 0.5
    elif part == "seconds":
        step = max(math.ceil(now * 0.2 - 1e-9), 120 if now >= 300 else 15)
    else:
        step = 1
    return min(limit, now + step)


@dataclass(frozen=True)
class DoseLadder:
    """Every step of a drill in one method; step -1 is half the start."""

    steps: tuple[Dose, ...]
    eased: Dose
    slow_breath: bool
    cap: int | None = None

    @property
    def top(self) -> int:
        """The number of the highest step."""
        return len(self.steps) - 1

    def at(self, step: int) -> Dose:
        """The dose at a step; below the start the eased one, above the top the top."""
        return self.eased if step < 0 else self.steps[min(step, self.top)]

    def capped(self, dose: Dose) -> Dose:
        """A dose with its effort at or below the cap of this ladder, in percent."""
        return _capped(dose, self.cap)

    def clamp(self, step: int) -> int:
        """The step itself, a step above the top counting as the top."""
        return min(max(step, -1), self.top)


@lru_cache(maxsize=8192)
def _eased(start: Dose, easy_isometric: bool) -> Dose:
    changes: dict[str, Any] = {
        part: math.ceil(value / 2) for part in HALVED if (value := getattr(start, part)) is not None
    }
    if start.effort_pct is not None:
        half = math.ceil(start.effort_pct / 2 / 5) * 5
        low, high = EASY_EFFORT
        changes["effort_pct"] = min(start.effort_pct, max(half, low), high) if easy_isometric else half
    return start.model_copy(update=changes)


def dose_ladder(drill: Drill, method: Method, *, cap: int | None = None, high_irritability: bool = False) -> DoseLadder:
    """The ladder of `drill` in `method` with its efforts capped at `cap` percent."""
    shape = dose_shape(drill, method, cap)
    steps = _ladder(shape.start, shape.top, method.progresses)
    eased = _eased(shape.start, high_irritability and method.id in ISOMETRIC)
    return DoseLadder(steps, eased, shape.slow_breath, cap)


def one_more_set(dose: Dose) -> Dose:
    """The dose with one set more; a dose that names no sets is one set."""
    return dose.model_copy(update={"sets": (dose.sets or 1) + 1})


__all__ = ["DoseLadder", "DoseShape", "dose_ladder", "dose_shape", "one_more_set"]
