"""What follows at home from what is told, as a table that is looked up where the rules cannot be asked."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from easepath.core.adjust.decision import DrillReview
from easepath.core.adjust.joints import SITES, joints_of_sign, loads_joint
from easepath.core.adjust.nerve import families_of, families_paused
from easepath.core.adjust.review import Review
from easepath.core.adjust.risks import PAUSED, risks_of
from easepath.core.adjust.view import Context
from easepath.core.facts import LogEntry
from easepath.core.respond import Responder
from easepath.core.screening.home_signs import answered_by
from easepath.core.vocabulary import (
    BODY_SYMPTOMS,
    JOINT_SYMPTOMS,
    NERVE_SYMPTOMS,
    SIGNS,
    SUSPENDING,
    SYMPTOMS,
    SideWord,
    Symptom,
)

PAINS = range(11)
"""Pain as it is told, 0 to 10."""
NEVER = 11
"""A pain that cannot be told: nothing of this kind flares."""


@dataclass(frozen=True)
class Follows:
    """Which drills rest after one of some signs in a drill; of the rows that fit, the first holds.

    `felt` are the places it holds for, none where it holds for every other; `all` says that no drill goes on.
    """

    drill: str
    symptoms: tuple[Symptom, ...]
    felt: tuple[str, ...]
    rests: tuple[str, ...]
    all: bool = False


@dataclass(frozen=True)
class Flares:
    """By the pain before (0-10) the lowest pain that makes a flare of a drill: during it, and the next morning."""

    drill: str
    during: tuple[int, ...]
    morning: tuple[int, ...]


Flagged = Mapping[tuple[str, ...], tuple[Symptom, ...]]
"""By places, none where it is every place, the signs that raise a red flag there."""


def follows(found: Review) -> tuple[Follows, ...]:
    """The table of signs for every planned drill, as the rules would pause beside it."""
    planned = {one.planned.side or "both" for one in found.drills}
    flagged = {side: _flagged(found.context, side) for side in planned}
    return tuple(row for one in found.drills for row in _of_drill(found, one, flagged[one.planned.side or "both"]))


def _of_drill(found: Review, told: DrillReview, flagged: Flagged) -> Iterator[Follows]:
    drill = told.drill.id
    yield Follows(drill, _in_order(SUSPENDING), (), (), all=True)
    for felt, symptoms in flagged.items():
        yield Follows(drill, symptoms, felt, (), all=True)
    for symptom in _in_order(frozenset(PAUSED)):
        beside = [q for q in found.drills if risks_of(found.context, q) & PAUSED[symptom]]
        yield Follows(drill, (symptom,), (), _named(told, beside))
    yield from _of_nerves(found, told)
    yield from _of_joints(found, told)


def _flagged(context: Context, side: SideWord) -> Flagged:
    """Signs that raise a red flag for this client in any drill on a side, by the places they hold for."""
    found: dict[tuple[str, ...], tuple[Symptom, ...]] = {}
    for symptom in _in_order(SIGNS - SUSPENDING):
        raised = tuple(site for site in ("", *context.library.sites) if _raises(context, side, symptom, site))
        if raised:
            places = () if "" in raised else raised
            found[places] = (*found.get(places, ()), symptom)
    return found


def _raises(context: Context, side: SideWord, symptom: Symptom, site: str) -> bool:
    entry = LogEntry(date=dt.date.min, drill="", side=side, symptom=symptom, felt=site or None)
    return bool(answered_by(context.library, entry, context.screen.factors))


def _of_nerves(found: Review, told: DrillReview) -> Iterator[Follows]:
    library, symptoms = found.context.library, _in_order(NERVE_SYMPTOMS - BODY_SYMPTOMS)
    by_family: dict[frozenset[str], list[str]] = {}
    for site, row in library.sites.items():
        if row.family is not None:
            by_family.setdefault(families_paused(library, told.drill, site), []).append(site)
    for families, sites in [*by_family.items(), (families_paused(library, told.drill, None), [])]:
        beside = [q for q in found.drills if families_of(q.drill) & families]
        yield Follows(told.drill.id, symptoms, tuple(sites), _named(told, beside))


def _of_joints(found: Review, told: DrillReview) -> Iterator[Follows]:
    library, symptoms = found.context.library, _in_order(JOINT_SYMPTOMS)
    by_joint: dict[frozenset[str], list[str]] = {}
    for site in SITES:
        by_joint.setdefault(joints_of_sign(library, told.drill, site), []).append(site)
    for joints, sites in [*by_joint.items(), (joints_of_sign(library, told.drill, None), [])]:
        beside = [
            q for q in found.drills
            if any(
                loads_joint(library, q.drill, frozenset(q.drill.sides_done(q.planned.side)), joint, side)
                for joint in joints for side in told.planned.sides
            )
        ]  # fmt: skip
        yield Follows(told.drill.id, symptoms, tuple(sites), _named(told, beside))


def _in_order(symptoms: frozenset[Symptom]) -> tuple[Symptom, ...]:
    return tuple(symptom for symptom in SYMPTOMS if symptom in symptoms)


def _named(told: DrillReview, beside: list[DrillReview]) -> tuple[str, ...]:
    return tuple(dict.fromkeys((told.drill.id, *(one.drill.id for one in beside))))


def flares(context: Context) -> tuple[Flares, ...]:
    """By planned drill the pains that flare, before anything else is told."""
    responder = Responder(context.screen, context.methods, ())
    return tuple(
        Flares(
            row.drill,
            tuple(_lowest(responder, row.drill, before, "during") for before in PAINS),
            tuple(_lowest(responder, row.drill, before, "next") for before in PAINS),
        )
        for row in context.planned
    )


def _lowest(responder: Responder, drill: str, before: int, told: str) -> int:
    """The lowest pain told of a drill that is a flare, began from a pain; a higher one is one too."""
    low, high = 0, NEVER
    while low < high:
        middle = (low + high) // 2
        entry = LogEntry.model_validate(
            {"date": dt.date.min, "drill": drill, "before": before, told: middle}, strict=False
        )
        if responder.classify(entry).kind == "flared":
            high = middle
        else:
            low = middle + 1
    return low
