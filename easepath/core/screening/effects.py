"""What the client's factors say about each exposure, on each side."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from easepath.core.facts import Client, ClientFactor, Situation
from easepath.core.ids import Exposures, Factors
from easepath.core.knowledge.library import Library
from easepath.core.knowledge.models import Effect, EffectTable, Factor, effect_change, effect_verdict
from easepath.core.measure.patterns import PatternResult
from easepath.core.reasons import Reason
from easepath.core.vocabulary import BOTH, SIDES, SideName, Verdict, sides_of

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
    window = factor.when
    if window is None:
        return True
    if window.trimester_from is not None:
        return client_factor.trimester is None or client_factor.trimester >= window.trimester_from
    if window.days_since_below is not None:
        return client_factor.days is None or client_factor.days < window.days_since_below
    if window.weeks_since_below is not None:
        return client_factor.weeks is None or client_factor.weeks < window.weeks_since_below
    return True


def table_in_force(factor: Factor, client_factor: ClientFactor) -> EffectTable:
    """The exposures table that acts now, further tables merged in, the graver verdict winning."""
    if not inside_window(factor, client_factor):
        return factor.otherwise
    merged = dict(factor.exposures)
    for table in _further_tables(factor, client_factor):
        for exposure, effect in table.items():
            if exposure not in merged or effect_verdict(effect) > effect_verdict(merged[exposure]):
                merged[exposure] = effect
    return merged


def _further_tables(factor: Factor, client_factor: ClientFactor) -> Iterator[EffectTable]:
    """The tables of the answers given; a question not answered yields every table it has."""
    for parameter, tables in factor.when_parameter.items():
        given = client_factor.parameters.get(parameter)
        yield from [tables[given]] if given in tables else tables.values()
    if client_factor.trimester in (None, LAST_TRIMESTER):
        yield factor.last_trimester


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
    for client_factor in factors:
        factor = library.factors[client_factor.id]
        sides = factor_sides(factor, client_factor)
        inside = inside_window(factor, client_factor)
        if inside:
            caps.extend((exposure, percent, sides) for exposure, percent in factor.effort_cap.items())
        for exposure, reason in _reasons(library, situation.client, factor, client_factor):
            if library.exposures[exposure].acts_on == "whole":
                whole.setdefault(exposure, []).append(reason)
            else:
                for side in sides:
                    by_side[side].setdefault(exposure, []).append(reason)
    _add_centre_first(library, by_side, patterns)
    return Effects(by_side, whole, tuple(caps), _uncleared(factors), Exposures.FLOOR in whole)


def _reasons(
    library: Library, client: Client, factor: Factor, client_factor: ClientFactor
) -> Iterator[tuple[str, Reason]]:
    for exposure, given in table_in_force(factor, client_factor).items():
        if factor.unless_equipment.get(exposure) in client.equipment:
            continue
        effect = _on_the_floor(client, given) if exposure == Exposures.FLOOR else given
        if effect is None:
            continue
        verdict = effect_verdict(effect)
        facts = {
            "factor": factor.name,
            "factor_id": factor.id,
            "exposure": exposure,
            "means": library.exposures[exposure].means,
            "instead": effect_change(effect) or ("left out" if verdict is Verdict.EXCLUDE else "with care"),
        }
        yield exposure, Reason("factor-exposure", verdict, facts)


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
