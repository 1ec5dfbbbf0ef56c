"""The session at the second set of places: each drill as it can be done there, or what takes its place."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from easepath.core.compose.candidates import loads_affected, only_settles, watched_loads
from easepath.core.compose.coverage import swaps_for
from easepath.core.compose.prescription import prescribe
from easepath.core.compose.session import Chosen, Order, Session, assemble, refusal
from easepath.core.facts import DrillGroup
from easepath.core.knowledge.models import Drill
from easepath.core.match import allowed_methods
from easepath.core.match.rank import Matcher
from easepath.core.vocabulary import Place

MOST_LOOKED_AT = 20
"""Ranked drills looked at for one that may take a place; the best stand first."""


@dataclass(frozen=True)
class ThereRow:
    """A drill of the sheet and what is done for it there; None where it is left out."""

    planned: Chosen
    done: Chosen | None

    @property
    def is_replaced(self) -> bool:
        """Whether another drill stands in for it."""
        return self.done is not None and self.done.drill != self.planned.drill


@dataclass(frozen=True)
class SessionElsewhere:
    """The session there, and row by row of the sheet what became of it."""

    rows: tuple[ThereRow, ...]
    session: Session

    @property
    def stands_for(self) -> dict[str, str]:
        """By drill that is done there in another's place, the drill of the sheet."""
        return {row.done.drill: row.planned.drill for row in self.rows if row.done is not None and row.is_replaced}

    @property
    def left_out(self) -> tuple[str, ...]:
        """The drills of the sheet that nothing is done for there."""
        done = {item.drill.id for item in self.session.drills}
        stood_for = {self.stands_for.get(drill, drill) for drill in done}
        return tuple(r.planned.drill for r in self.rows if not r.planned.rest and r.planned.drill not in stood_for)


def session_elsewhere(
    there: Matcher, chosen: tuple[Chosen, ...], groups: tuple[DrillGroup, ...] = (), *, order: Order = "rules"
) -> SessionElsewhere:
    """The sheet as it is done where `there` was screened; what cannot be done is replaced by the best that can, or out.

    What a clinician chose goes first, as far as the rules allow it there. A drill that only returns as a rest stays
    where it is done itself.
    """
    rows: list[ThereRow] = []
    for one in chosen:
        if not one.rest:
            rows.append(ThereRow(one, _done(there, one, chosen, [r.done for r in rows if r.done is not None])))
    same = {row.planned.drill for row in rows if row.done is not None and not row.is_replaced}
    rests = [ThereRow(one, replace(one, place=None) if one.drill in same else None) for one in chosen if one.rest]
    found = tuple(sorted([*rows, *rests], key=lambda row: chosen.index(row.planned)))
    session = assemble(there, tuple(r.done for r in found if r.done is not None), _held(groups, rows), order=order)
    return SessionElsewhere(found, session)


def doable(matcher: Matcher, one: Chosen) -> bool:
    """Whether a drill can be done with what is there: open on a chosen side, in its method, with all it needs."""
    drill = matcher.screen.library.drills[one.drill]
    if refusal(matcher, drill, one.sides) is not None:
        return False
    sides = tuple(side for side in drill.sides_done(one.side) if matcher.may_be_planned(drill, side))
    if one.method and one.method not in allowed_methods(matcher, drill, sides):
        return False
    return prescribe(matcher, drill, sides=sides, method=one.method, place=one.place) is not None


def places_for(matcher: Matcher, one: Chosen) -> tuple[Place, ...]:
    """Where a drill can be done with what is there, in its method; none where it cannot be done at all."""
    if not doable(matcher, replace(one, place=None)):
        return ()
    drill, here = matcher.screen.library.drills[one.drill], matcher.screen.situation.client.places
    asked = (
        prescribe(matcher, drill, sides=drill.sides_done(one.side), method=one.method, place=p) for p in drill.places
    )
    found = dict.fromkeys(item.place for item in asked if item is not None)
    return tuple(place for place in found if place in here)


def replacements(matcher: Matcher, one: Chosen, beside: Sequence[Chosen]) -> Iterator[Drill]:
    """What may take a drill's place there, the best first: nothing that stands `beside` it, whose ladder is taken, or
    that loads what the condition watches more than it may.
    """
    library, drill = matcher.screen.library, matcher.screen.library.drills[one.drill]
    taken = [row for row in beside if row.drill != one.drill]
    ladders = {ladder[0] for row in taken if (ladder := library.drills[row.drill].ladder)}
    present = {row.drill for row in taken} | {one.drill}
    for candidate in swaps_for(matcher, drill, one.side or "both", present, most=MOST_LOOKED_AT):
        other = candidate.drill
        is_free = other.ladder is None or other.ladder[0] not in ladders
        settles = other.phase == "settle" or not only_settles(matcher.screen.situation)
        if is_free and settles and _within_watch(matcher, other, one, taken):
            yield other


def put_there(one: Chosen, drill: Drill) -> Chosen:
    """Another drill in the place of a row: on its sides, at the start dose of the rules."""
    return Chosen(drill.id, side="both" if drill.sides == "both" else one.side)


def _done(matcher: Matcher, one: Chosen, chosen: tuple[Chosen, ...], done: list[Chosen]) -> Chosen | None:
    by_hand = one.there
    if by_hand is not None and by_hand.leave_out:
        return None
    beside = [*done, *(row for row in chosen if not row.rest)]
    by_choice = matcher.screen.library.drills.get(by_hand.instead or "") if by_hand is not None else None
    if by_choice is not None:
        instead = put_there(one, by_choice)
        if instead.drill not in {row.drill for row in done} and doable(matcher, instead):
            return instead
    same = replace(one, place=_place_there(matcher, one))
    if doable(matcher, same):
        return same
    found = (put_there(one, drill) for drill in replacements(matcher, one, beside))
    return next((other for other in found if doable(matcher, other)), None)


def _place_there(matcher: Matcher, one: Chosen) -> Place | None:
    """Where it is done there: as chosen, else where it is done at home if that place is there too."""
    places = matcher.screen.situation.client.places
    chosen = one.there.place if one.there is not None else None
    return next((place for place in (chosen, one.place) if place in places), None)


def _within_watch(matcher: Matcher, drill: Drill, one: Chosen, beside: Sequence[Chosen]) -> bool:
    """Whether what the condition watches is loaded by no more drills than it may with this one among them."""
    more = _watched(matcher, put_there(one, drill))
    counts = Counter(load for row in {row.drill: row for row in beside}.values() for load in _watched(matcher, row))
    return all(counts[load] < most for load, most in watched_loads(matcher).items() if load in more)


def _watched(matcher: Matcher, row: Chosen) -> frozenset[str]:
    """What the condition watches of what a drill loads."""
    drill = matcher.screen.library.drills[row.drill]
    sides = frozenset(drill.sides_done(row.side))
    return frozenset(load for load in watched_loads(matcher) if loads_affected(matcher, drill, sides, load))


def _held(groups: tuple[DrillGroup, ...], rows: Sequence[ThereRow]) -> tuple[DrillGroup, ...]:
    """The groups with what is done there in the place of their drills."""
    done = {row.planned.drill: row.done.drill for row in rows if row.done is not None}
    held = (group.model_copy(update={"drills": tuple(done[d] for d in group.drills if d in done)}) for group in groups)
    return tuple(group for group in held if group.drills)
