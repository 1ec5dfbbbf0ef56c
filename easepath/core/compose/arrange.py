"""Arranging chosen drills: a place for each, and the order in which the fewest changes of position are needed."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import permutations, product

from easepath.core.dose.time import POSITION_CHANGE
from easepath.core.vocabulary import Place

Slot = tuple[int, int]
"""Where a drill stands: its phase in the order in force, and how far an order rule moved it behind others."""
Spell = int
Block = tuple[Slot, Place]
Path = tuple[int, tuple[Block, ...], tuple[tuple[int, Place], ...]]
"""Changes so far, the blocks in order, and the place of each drill by its index."""
BEFORE, ON_FLOOR, AFTER = 0, 1, 2


@dataclass(frozen=True)
class Spot:
    """What arranging needs to know of a drill: its phase as a slot, its mildest places, and the order rules it is in.

    A rule (by its number) moves the drills that follow behind those of the same session that lead.
    """

    slot: Slot
    places: tuple[Place, ...]
    leads: frozenset[int] = frozenset()
    follows: frozenset[int] = frozenset()


@dataclass(frozen=True)
class Arrangement:
    """Slots and places by drill, the order of (slot, place) blocks, how often the position changes, its seconds."""

    slots: tuple[Slot, ...]
    places: tuple[Place, ...]
    blocks: tuple[Block, ...]
    changes: int
    seconds: int


def arrange(spots: Sequence[Spot], rising: int, budget: float) -> Arrangement | None:
    """The arrangement with the fewest changes within `budget` seconds and at most one spell on the floor."""
    slots = slots_in(spots)
    placed = tuple((slot, spot.places) for slot, spot in zip(slots, spots, strict=True))
    found = [a for a in _arrangements(placed, rising) if a.seconds <= budget + 1e-9]
    return min(found, key=lambda a: (a.changes, a.seconds, a.blocks, a.places), default=None)


def slots_in(spots: Sequence[Spot]) -> tuple[Slot, ...]:
    """Where each drill of one session stands: its phase, or behind what an order rule names of this session."""
    last: dict[int, int] = {}
    for spot in spots:
        for rule in spot.leads:
            last[rule] = max(spot.slot[0], last.get(rule, -1))
    return tuple(
        _behind(spot, max((last[rule] for rule in spot.follows if rule in last), default=-1)) for spot in spots
    )


def _behind(spot: Spot, latest: int) -> Slot:
    return spot.slot if latest < spot.slot[0] else (latest, 1)


@lru_cache(maxsize=65536)
def _arrangements(spots: tuple[tuple[Slot, tuple[Place, ...]], ...], rising: int) -> tuple[Arrangement, ...]:
    """The best arrangement with and without the floor; none where the floor would be needed twice."""
    slots = sorted({slot for slot, _ in spots})
    states: dict[tuple[Place | None, Spell], Path] = {(None, BEFORE): (0, (), ())}
    for slot in slots:
        members = [index for index, spot in enumerate(spots) if spot[0] == slot]
        following: dict[tuple[Place | None, Spell], Path] = {}
        for assigned in product(*(spots[index][1] for index in members)):
            for order in permutations(sorted(set(assigned))):
                for (last, spell), (changes, blocks, places) in states.items():
                    after = _walk(order, last, spell)
                    if after is None:
                        continue
                    more, end = after
                    path = (
                        changes + more,
                        (*blocks, *((slot, place) for place in order)),
                        (*places, *zip(members, assigned, strict=True)),
                    )
                    key = (order[-1], end)
                    if key not in following or path < following[key]:
                        following[key] = path
        states = following
    return tuple(_finish(path, tuple(slot for slot, _ in spots), rising) for path in _best(states))


def _walk(order: tuple[Place, ...], last: Place | None, spell: Spell) -> tuple[int, Spell] | None:
    """Changes of position and the state of the floor spell after these places; None for a second spell."""
    changes = 0
    for place in order:
        if last is not None and place != last:
            changes += 1
        if place == "floor":
            if spell == AFTER:
                return None
            spell = ON_FLOOR
        elif spell == ON_FLOOR:
            spell = AFTER
        last = place
    return changes, spell


def _best(states: dict[tuple[Place | None, Spell], Path]) -> list[Path]:
    """The best end without the floor and the best with it."""
    without = [path for (_, spell), path in states.items() if spell == BEFORE]
    using = [path for (_, spell), path in states.items() if spell != BEFORE]
    return [min(paths) for paths in (without, using) if paths]


def _finish(path: Path, slots: tuple[Slot, ...], rising: int) -> Arrangement:
    changes, blocks, placed = path
    places = tuple(place for _, place in sorted(placed))
    floor = rising if "floor" in places else 0
    return Arrangement(slots, places, blocks, changes, changes * POSITION_CHANGE + floor)
