"""A session as it is played: drill after drill and side after side, in rounds where drills are grouped."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from easepath.core.compose.prescription import Prescription, SideDose
from easepath.core.dose.time import SET_UP, SIDE_CHANGE, SessionTime, session_time, side_seconds
from easepath.core.facts import DrillGroup
from easepath.core.knowledge.models import Dose
from easepath.core.vocabulary import Place


@dataclass(frozen=True)
class Played:
    """One side of a drill as it comes, by the drill's place in the session.

    `begins` is its first time, with the seconds to get into place; `turns` says that the side changes before it.
    """

    index: int
    place: Place
    side: SideDose
    begins: bool
    turns: bool


@dataclass(frozen=True)
class Unit:
    """Drills that are played together, one alone or a group in its rounds, rounded up to a whole second."""

    played: tuple[Played, ...]

    @property
    def seconds(self) -> int:
        """Set-ups, every side of every round, and the changes of side."""
        parts = (SET_UP * one.begins + SIDE_CHANGE * one.turns + one.side.seconds for one in self.played)
        return math.ceil(round(sum(parts), 6))


def units_of(items: Sequence[Prescription], groups: Sequence[DrillGroup] = ()) -> tuple[Unit, ...]:
    """A session in order as units; what is done beside it is in none."""
    inside = [(index, item) for index, item in enumerate(items) if not item.drill.beside]
    units = []
    while inside:
        group = group_of(inside[0][1], groups)
        together = [pair for pair in inside if group is not None and group_of(pair[1], groups) is group]
        together = together or inside[:1]
        inside = [pair for pair in inside if pair not in together]
        units.append(Unit(tuple(_alone(*together[0]) if group is None else _rounds(group, together))))
    return tuple(units)


def group_of(item: Prescription, groups: Sequence[DrillGroup]) -> DrillGroup | None:
    """The group a drill is played in; one that returns as a rest, or is done beside the session, is in none."""
    alone = item.rest or item.drill.beside
    return None if alone else next((group for group in groups if item.drill.id in group.drills), None)


def in_rounds(dose: Dose, rounds: int | None) -> Dose:
    """A dose whose circuits are the rounds of its group; None for one round alone."""
    return dose.model_copy(update={"circuits": rounds})


def in_group(item: Prescription, group: DrillGroup) -> Prescription:
    """A drill as it is done in one round of its group; its seconds are those of all rounds."""
    sides = tuple(_once(item, side) for side in item.sides)
    turns = 0 if item.drill.alternate or group.order == "side" else len(sides) - 1
    work = group.rounds * (sum(side.seconds for side in sides) + SIDE_CHANGE * turns)
    return replace(item, sides=sides, seconds=math.ceil(round(SET_UP + work, 6)))


def group_seconds(group: DrillGroup, items: Sequence[Prescription]) -> int:
    """Set-ups, the rounds of every side, and the side changes of a group, rounded up to a whole second.

    The rounds stand for the circuits of its drills.
    """
    return Unit(tuple(_rounds(group, list(enumerate(in_group(item, group) for item in items))))).seconds


def time_played(units: Sequence[Unit], *, floor_care: bool = False) -> SessionTime:
    """The minutes of units played in order and their parts; a change of place inside a round counts in each round."""
    places = [one.place for unit in units for one in unit.played]
    return session_time([unit.seconds for unit in units], places, floor_care=floor_care)


def _once(item: Prescription, side: SideDose) -> SideDose:
    dose = in_rounds(side.dose, None)
    return replace(
        side, dose=dose, seconds=side_seconds(dose, item.drill, item.method, item.breath_s, item.manner.rest_s)
    )


def _alone(index: int, item: Prescription) -> Iterator[Played]:
    for number, side in enumerate(item.sides):
        yield Played(index, item.place, side, begins=number == 0, turns=number > 0 and not item.drill.alternate)


def _rounds(group: DrillGroup, members: Sequence[tuple[int, Prescription]]) -> Iterator[Played]:
    one_round = list(_sides_in_turn(members) if group.order == "side" else _drills_in_turn(members))
    for number in range(group.rounds):
        for one in one_round:
            yield one if number == 0 else replace(one, begins=False)


def _drills_in_turn(members: Sequence[tuple[int, Prescription]]) -> Iterator[Played]:
    for index, item in members:
        yield from _alone(index, item)


def _sides_in_turn(members: Sequence[tuple[int, Prescription]]) -> Iterator[Played]:
    """All that is done on the first side, then all that is left for the other; the change counts once."""
    turning = [item for _, item in members if len(item.sides) > 1 and not item.drill.alternate]
    second = turning[0].sides[1].side if turning else None
    later: list[Played] = []
    for index, item in members:
        for number, side in enumerate(item.sides):
            played = Played(index, item.place, side, begins=number == 0, turns=False)
            if side.side == second and not item.drill.alternate:
                later.append(replace(played, turns=not later))
            else:
                yield played
    yield from later
