"""What the client's factors say about each exposure, on each side."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from easepath.core.facts import Client, ClientFactor, Limit, Situation
from easepath.core.ids import Exposures, Factors
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import (
    LIMIT,
    Effect,
    EffectTable,
    Factor,
    effect_change,
    effect_verdict,
    effect_word,
    graver,
)  # fmt: skip
from easepath.core.knowledge.models.factor import Window
from easepath.core.measure.patterns import PatternResult
from easepath.core.reasons import Reason
from easepath.core.vocabulary import BOTH, MOVEMENT_VARIANTS, SIDES, SideName, Verdict, sides_of

FRESH_STRAIN_DAYS = 3
"""Days in which a torn muscle bleeds; only what settles is allowed."""
LAST_TRIMESTER = 3
"""From it on lying on the back and lying on the belly are another matter."""
CHAIR_AGE = 65
"""Years from which on getting up from the floor is not taken for granted."""
CHAIR_BESIDE: Effect = ("modify", "chair beside")
CENTRE_FIRST: Mapping[str, Verdict] = {
    Exposures.HIP_IR_END: Verdict.MODIFY,
    Exposures.HIP_ANTERIOR_GLIDE: Verdict.EXCLUDE,
}

SideTable = dict[str, list[Reason]]


def inside_window(factor: Factor, client_factor: ClientFactor) -> bool:
    """Whether the factor's window is open; what is not known counts as inside."""
    return _is_inside(factor.when, client_factor)


def _is_inside(window: Window | None, client_factor: ClientFactor) -> bool:
    if window is None:
        return True
    if window.trimester_from is not None:
        return client_factor.trimester is None or client_factor.trimester >= window.trimester_from
    if window.days_since_below is not None:
        return client_factor.days is None or client_factor.days < window.days_since_below
    if window.weeks_since_below is not None:
        return client_factor.weeks is None or client_factor.weeks < window.weeks_since_below
    return True


def table_in_force(factor: Factor, client_factor: ClientFactor, others: frozenset[str] = frozenset()) -> EffectTable:
    """The exposures table that acts now, further tables merged in, the stricter value winning.

    `others` are the ids of every factor in force: some tables act only beside another factor.
    """
    if not inside_window(factor, client_factor):
        return factor.otherwise
    merged = dict(factor.exposures)
    for table in _further_tables(factor, client_factor, others):
        for exposure, effect in table.items():
            merged[exposure] = graver(merged[exposure], effect) if exposure in merged else effect
    return merged


def _further_tables(factor: Factor, client_factor: ClientFactor, others: frozenset[str]) -> Iterator[EffectTable]:
    """The tables of the answers given, of other factors and of the first weeks; no answer yields every table it has."""
    for parameter, tables in factor.when_parameter.items():
        given = client_factor.parameters.get(parameter)
        yield from [tables[given]] if given in tables else tables.values()
    if client_factor.trimester in (None, LAST_TRIMESTER):
        yield factor.last_trimester
    yield from (table for other, table in factor.when_factor.items() if other in others)
    if factor.first is not None and _is_inside(factor.first, client_factor):
        yield factor.first.exposures


def factor_sides(factor: Factor, client_factor: ClientFactor) -> frozenset[SideName]:
    """The sides on which a factor counts; only a factor marked `side: same` is one-sided."""
    return sides_of(client_factor.side) if factor.side == "same" else BOTH


def fresh_strains(library: Library, factors: tuple[ClientFactor, ...]) -> tuple[ClientFactor, ...]:
    """Every strain or sprain on days 0-3, or undated."""
    return tuple(
        factor
        for factor in factors
        if library.factors[factor.id].needs == "days_since"
        and (factor.days is None or factor.days <= FRESH_STRAIN_DAYS)
    )


@dataclass(frozen=True)
class Effects:
    """Reasons by exposure: per loaded side, and for exposures that act on the whole person."""

    by_side: Mapping[SideName, SideTable]
    whole: SideTable
    effort_caps: tuple[tuple[str, int, frozenset[SideName]], ...]
    uncleared_regions: frozenset[str] | None
    floor_care: bool


def effects_of(
    library: Library, situation: Situation, factors: tuple[ClientFactor, ...], patterns: tuple[PatternResult, ...]
) -> Effects:
    """Merge every factor in force, and the caution of a centre-first hip, into one table per side."""
    by_side: dict[SideName, SideTable] = {"left": {}, "right": {}}
    whole: SideTable = {}
    caps: list[tuple[str, int, frozenset[SideName]]] = []
    told = _Told(library, situation.client, frozenset(factor.id for factor in factors))
    for client_factor in factors:
        factor = library.factors[client_factor.id]
        sides = factor_sides(factor, client_factor)
        inside = inside_window(factor, client_factor)
        if inside:
            caps.extend((exposure, percent, sides) for exposure, percent in factor.effort_cap.items())
        for exposure, side, reason in told.reasons(factor, client_factor):
            (whole if side is None else by_side[side]).setdefault(exposure, []).append(reason)
    _add_centre_first(library, by_side, patterns)
    return Effects(by_side, whole, tuple(caps), _uncleared(factors), Exposures.FLOOR in whole)


class _Told:
    """What each factor says, for one client."""

    def __init__(self, library: Library, client: Client, factors: frozenset[str]) -> None:
        self._library = library
        self._client = client
        self._factors = factors

    def reasons(self, factor: Factor, client_factor: ClientFactor) -> Iterator[tuple[str, SideName | None, Reason]]:
        """Every exposure the factor speaks about, the side it speaks for (None: the whole person), and what it says."""
        sides = factor_sides(factor, client_factor)
        for exposure, given in table_in_force(factor, client_factor, self._factors).items():
            if factor.unless_equipment.get(exposure) in self._client.equipment:
                continue
            effect = _on_the_floor(self._client, given) if exposure == Exposures.FLOOR else given
            if effect is None:
                continue
            if self._library.exposures[exposure].acts_on == "whole":
                yield exposure, None, self._reason(factor, exposure, effect, sides)
                continue
            one = self._reason(factor, exposure, effect, sides)
            for side in sides:
                of_side = factor.side != "same" and effect_word(effect) == LIMIT
                yield exposure, side, self._reason(factor, exposure, effect, frozenset({side})) if of_side else one

    def _reason(self, factor: Factor, exposure: str, effect: Effect, at_stake: frozenset[SideName]) -> Reason:
        facts: dict[str, object] = {
            "factor": factor.name,
            "factor_id": factor.id,
            "exposure": exposure,
            "means": self._library.exposures[exposure].means,
        }
        if effect_word(effect) == LIMIT:
            return self._limited(exposure, effect, at_stake, facts)
        verdict = effect_verdict(effect)
        instead = effect_change(effect) or ("left out" if verdict is Verdict.EXCLUDE else "with care")
        return Reason("factor-exposure", verdict, facts | {"instead": instead})

    def _limited(
        self, exposure: str, effect: Effect, at_stake: frozenset[SideName], facts: dict[str, object]
    ) -> Reason:
        """Changed to stay within the recorded limit; refused while any side at stake has none."""
        movement = self._library.exposures[exposure].movement or ""
        known = {side: limits_for(self._client, movement, side) for side in at_stake}
        missing = [side for side in SIDES if side in known and not known[side]]
        named = movement.replace("-", " ")
        if missing:
            side = "both" if len(missing) > 1 else missing[0]
            return Reason(f"no-limit/{facts['factor_id']}", Verdict.EXCLUDE, facts | {"movement": named, "side": side})
        limit = min((one for limits in known.values() for one in limits), key=lambda one: one.degrees)
        said = {"instead": effect_change(effect), "movement": named, "degrees": limit.degrees, "by": limit.by}
        if limit.degrees <= 0:
            return Reason("limit-zero", Verdict.EXCLUDE, facts | said | {"side": limit.side or "both"})
        return Reason("factor-limit", Verdict.MODIFY, facts | said)


def limits_for(client: Client, movement: str, side: SideName) -> list[Limit]:
    """The limits recorded on a movement on a side, on its variants and on what it is a variant of."""
    kin = {movement, *MOVEMENT_VARIANTS.get(movement, ())}
    kin |= {root for root, variants in MOVEMENT_VARIANTS.items() if movement in variants}
    return [limit for limit in client.limits if side in sides_of(limit.side) and limit.movement in kin]


def _on_the_floor(client: Client, effect: Effect) -> Effect | None:
    """A caution on the floor is none for who gets up alone, and asks for a chair of who needs one or may need one."""
    if effect_verdict(effect) is not Verdict.CAUTION:
        return effect
    if client.floor == "alone":
        return None
    old = client.age is not None and client.age >= CHAIR_AGE
    return CHAIR_BESIDE if client.floor == "chair" or (client.floor is None and old) else effect


def _add_centre_first(
    library: Library, by_side: dict[SideName, SideTable], patterns: tuple[PatternResult, ...]
) -> None:
    for pattern in patterns:
        if pattern.result != "centre-first":
            continue
        for side in SIDES:
            if side in pattern.sides:
                for exposure, verdict in CENTRE_FIRST.items():
                    facts = {"exposure": exposure, "means": library.exposures[exposure].means}
                    by_side[side].setdefault(exposure, []).append(Reason("pattern-centre-first", verdict, facts))


def _uncleared(factors: tuple[ClientFactor, ...]) -> frozenset[str] | None:
    """Regions with surgery not yet cleared; an empty set stands for every region, None for none."""
    listed = [factor for factor in factors if factor.id == Factors.SURGERY_UNCLEARED]
    if not listed:
        return None
    if any(factor.region is None for factor in listed):
        return frozenset()
    return frozenset(factor.region for factor in listed if factor.region)
