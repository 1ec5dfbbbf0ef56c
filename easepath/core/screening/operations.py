"""Operations: factors counted in weeks on a joint of the leg, and how fresh they are."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from easepath.core.facts import ClientFactor
from easepath.core.ids import Exposures, Factors
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Factor
from easepath.core.screening.effects import inside_window

LEG_JOINTS = frozenset({"hip", "knee", "ankle", "foot"})
REPLACEMENTS = frozenset({
    Factors.HIP_REPLACEMENT_ANTERIOR, Factors.HIP_REPLACEMENT_LATERAL, Factors.HIP_REPLACEMENT_POSTERIOR,
    Factors.HIP_REPLACEMENT_UNKNOWN, Factors.KNEE_REPLACEMENT,
})  # fmt: skip
CLOT_WEEKS = 12
"""Weeks after an operation on a leg in which a sign in the calf may be a clot."""


def is_operation(factor: Factor) -> bool:
    """Whether a factor is counted in weeks and is on a joint of the leg, or limits what the leg may carry."""
    of_leg = factor.joint in LEG_JOINTS or any(Exposures.LEG_WEIGHT in table for table in factor.tables)
    return factor.needs == "weeks_since" and of_leg


def operations(library: Library, factors: Iterable[ClientFactor]) -> Iterator[ClientFactor]:
    """The operations among some factors."""
    return (factor for factor in factors if is_operation(library.factors[factor.id]))


def operation_in_window(library: Library, factors: Iterable[ClientFactor]) -> bool:
    """Whether an operation is inside its window; one that is undated is."""
    return any(inside_window(library.factors[one.id], one) for one in operations(library, factors))


def operated_of_late(library: Library, factors: Iterable[ClientFactor]) -> bool:
    """Whether an operation is under twelve weeks old, or undated."""
    return any(one.weeks is None or one.weeks < CLOT_WEEKS for one in operations(library, factors))
