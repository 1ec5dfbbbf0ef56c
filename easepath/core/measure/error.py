"""The clinic's own measurement error, from its repeated trials, blended with the shipped one."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from easepath.core.facts import OwnError

MDC_FACTOR = 1.96 * math.sqrt(2)
"""From a standard error to the change that chance explains in one of twenty comparisons of two values."""
DEFAULT_WEIGHT = 20
"""Degrees of freedom the shipped figure counts as, so that a few repeats do not turn it over."""
LEAST_SHARE = 0.7
"""The error in use is never a smaller share of the shipped one: a clinic's repeats miss what differs between days."""


@dataclass(frozen=True)
class BlendedError:
    """The three figures shown together: shipped, the clinic's own (None before any repeat), and the one in use."""

    default: float
    own: OwnError | None
    used: float


def own_error(sittings: Iterable[Sequence[float]]) -> OwnError | None:
    """Pooled within-sitting error over every sitting of two or more trials; None without any."""
    squares, freedom = 0.0, 0
    for trials in sittings:
        if len(trials) < 2:
            continue
        mean = sum(trials) / len(trials)
        squares += sum((trial - mean) ** 2 for trial in trials)
        freedom += len(trials) - 1
    if freedom == 0:
        return None
    sem = math.sqrt(squares / freedom)
    return OwnError(sem=sem, mdc=MDC_FACTOR * sem, degrees_of_freedom=freedom)


def blend(default: float, own: OwnError | None) -> BlendedError:
    """The minimal detectable change in use: both errors weighed by their evidence, never below 0.7 of the shipped.

    Repeats in one sitting understate the error between days, hence the floor.
    """
    if own is None:
        return BlendedError(default, None, default)
    freedom = own.degrees_of_freedom
    mixed = math.sqrt((DEFAULT_WEIGHT * default**2 + freedom * own.mdc**2) / (DEFAULT_WEIGHT + freedom))
    return BlendedError(default, own, max(LEAST_SHARE * default, mixed))
