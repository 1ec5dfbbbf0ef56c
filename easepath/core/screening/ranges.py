"""Required and reached ranges against what is measured and what a surgeon or clinician allows."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping

from easepath.core.facts import ClientFactor, Limit, Situation
from easepath.core.ids import Movements
from easepath.core.knowledge.library import Library
from easepath.core.measure.values import Measurements
from easepath.core.reasons import Reason
from easepath.core.screening.effects import factor_sides, inside_window
from easepath.core.screening.operations import operations
from easepath.core.story import complaint_regions
from easepath.core.vocabulary import (
    MOVEMENT_VARIANTS,
    SIDES,
    SideName,
    Verdict,
    joint_of,
    sides_of,
)  # fmt: skip

TOLERATED_SHORTFALL = 10.0
"""Degrees a position may ask for beyond what was measured and still be reached with less depth or support."""
LIMIT_NOT_PAST = "limit-not-past"
"""The reason that a drill stays short of a recorded limit."""
SEAT = 90.0
"""Degrees to which an ordinary seat bends hip and knee."""


class Ranges:
    """What a movement has, on each side of one client, in degrees."""

    def __init__(
        self, library: Library, situation: Situation, measured: Measurements, factors: tuple[ClientFactor, ...]
    ) -> None:
        self._limits = situation.client.limits
        self._measured = self._lowest_measured(library, measured)
        self._operated = {side: frozenset(_operated(library, factors, side)) for side in SIDES}
        self._sits_square = situation.client.sits_square is True
        self._touched = {side: frozenset(_touched(library, situation, measured, factors, side)) for side in SIDES}
        self._guarded = {side: frozenset(_guarded(library, factors, side)) for side in SIDES}
        self._needs: dict[tuple[str, float, SideName], tuple[Reason, ...]] = {}

    @staticmethod
    def _lowest_measured(library: Library, measured: Measurements) -> dict[tuple[str, SideName], float]:
        lowest: dict[tuple[str, SideName], float] = {}
        for measure in library.measures.values():
            for side in SIDES:
                latest = measured.latest_anywhere(measure.id, measured.key(measure.id, side))
                if measure.movement and latest is not None:
                    key = (measure.movement, side)
                    lowest[key] = min(latest.value, lowest.get(key, latest.value))
        return lowest

    def limits_on(self, movement: str, side: SideName) -> list[Limit]:
        """The limits that bind a movement on a side, those of the movement it is a variant of included."""
        if not self._limits:
            return []
        return [
            limit for limit in self._limits
            if side in sides_of(limit.side)
            and (limit.movement == movement or movement in MOVEMENT_VARIANTS.get(limit.movement, ()))
        ]  # fmt: skip

    def past(self, reached: Mapping[str, float], side: SideName) -> Reason | None:
        """That every movement is measured and, limits counted, as far as said; None while one is not. Never empty."""
        has = {movement: self._measured.get((movement, side)) for movement in reached}
        for movement, degrees in reached.items():
            measured = has[movement]
            if measured is None:
                return None
            if min(measured, *[limit.degrees for limit in self.limits_on(movement, side)], math.inf) < degrees:
                return None
        first = next(iter(reached))
        return Reason("past-range", facts={"movement": first.replace("-", " "), "side": side, "has": has[first]})

    def required(self, requires: Mapping[str, float], side: SideName) -> list[Reason]:
        """A reason for every required movement that is short, or unmeasured in a touched joint."""
        found: list[Reason] = []
        for movement, degrees in requires.items():
            key = (movement, degrees, side)
            if key not in self._needs:
                self._needs[key] = self._requirement(movement, degrees, side)
            found += self._needs[key]
        return found

    def _requirement(self, movement: str, degrees: float, side: SideName) -> tuple[Reason, ...]:
        measured = self._measured.get((movement, side))
        if measured is None and self._sits(movement, degrees, side):
            measured = SEAT
        limits = self.limits_on(movement, side)
        known = [limit.degrees for limit in limits] + ([] if measured is None else [measured])
        facts: dict[str, object] = {"movement": movement.replace("-", " "), "side": side, "needed": degrees}
        surgeons = any(limit.by == "surgeon" and limit.degrees < degrees for limit in limits)
        stated = facts | {"by": "surgeon"} if surgeons else facts
        short = self._shortfall(stated, degrees, min(known)) if known else None
        missing = self._unmeasured(facts, movement, side) if measured is None else None
        return tuple(reason for reason in (short, missing) if reason is not None)

    def _sits(self, movement: str, degrees: float, side: SideName) -> bool:
        """Whether an ordinary seat has shown the bend that is asked for; never on a side that was operated on."""
        bends = movement in (Movements.HIP_FLEXION, Movements.KNEE_FLEXION) and degrees <= SEAT
        return self._sits_square and bends and not self._operated[side]

    def _shortfall(self, facts: dict[str, object], needed: float, has: float) -> Reason | None:
        short = round(needed - has, 6)
        if short <= 0:
            return None
        verdict = Verdict.MODIFY if short <= TOLERATED_SHORTFALL else Verdict.EXCLUDE
        rule = "range-short" if verdict is Verdict.MODIFY else "range-far-short"
        return Reason(rule, verdict, facts | {"has": has, "short": short, "threshold": TOLERATED_SHORTFALL})

    def _unmeasured(self, facts: dict[str, object], movement: str, side: SideName) -> Reason | None:
        joint = joint_of(movement)
        if joint in self._guarded[side]:
            return Reason("range-unmeasured-refused", Verdict.EXCLUDE, facts)
        if joint in self._touched[side]:
            return Reason("range-measure-first", Verdict.CAUTION, facts)
        return None

    def reached(self, reaches: tuple[str, ...], side: SideName) -> Iterator[Reason]:
        """A reason for every limit on a movement the drill pushes to its end."""
        for movement in reaches if self._limits else ():
            for limit in self.limits_on(movement, side):
                facts = {
                    "movement": movement.replace("-", " "), "side": side, "degrees": limit.degrees, "by": limit.by,
                }  # fmt: skip
                if limit.degrees == 0:
                    yield Reason("limit-zero", Verdict.EXCLUDE, facts)
                else:
                    yield Reason(LIMIT_NOT_PAST, Verdict.MODIFY, facts)


def _touched(
    library: Library, situation: Situation, measured: Measurements, factors: tuple[ClientFactor, ...], side: SideName
) -> Iterator[str]:
    if side in situation.complaint.affected:
        yield from library.complaint_joints(complaint_regions(library, situation.complaint))
        for finding in library.findings:
            if finding.joint and finding.observed in situation.complaint.observed:
                yield finding.joint
    for factor in factors:
        if side in factor_sides(library.factors[factor.id], factor):
            yield from _factor_joints(library, factor)
    for row in measured.rows.values():
        movement = library.measures[row.measure].movement
        if movement and row.grade not in (None, "none") and row.side in (side, "both"):
            yield joint_of(movement)


def _factor_joints(library: Library, client_factor: ClientFactor) -> Iterator[str]:
    joint = library.factors[client_factor.id].joint
    if joint != "region":
        if joint:
            yield joint
        return
    regions = frozenset({client_factor.region}) if client_factor.region else frozenset(library.regions)
    yield from library.complaint_joints(regions)


def _operated(library: Library, factors: tuple[ClientFactor, ...], side: SideName) -> Iterator[str]:
    """Operations inside their window that count on a side."""
    for factor in operations(library, factors):
        model = library.factors[factor.id]
        if inside_window(model, factor) and side in factor_sides(model, factor):
            yield factor.id


def _guarded(library: Library, factors: tuple[ClientFactor, ...], side: SideName) -> Iterator[str]:
    for factor in factors:
        model = library.factors[factor.id]
        if model.unmeasured == "exclude" and side in factor_sides(model, factor):
            yield from _factor_joints(library, factor)
