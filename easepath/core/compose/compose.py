"""Compose: the exact session within the minutes, what it covers, and what it leaves uncovered and why."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from easepath.core.compose.arrange import Slot
from easepath.core.compose.candidates import (
    COVERS_WEIGHT,
    MUST_WEIGHT,
    ONLY_SETTLE_PAIN,
    SHORT_MINUTES,
    Entrant,
    entrants,
    items_of,
    most_drills,
    must_needs,
    only_settles,
    watched_loads,
)  # fmt: skip
from easepath.core.compose.optimise import MOST_NODES, Choice, Item, Problem, choose
from easepath.core.compose.play import time_played, units_of
from easepath.core.compose.prescription import Prescription, moved_to
from easepath.core.dose.time import (
    FLOOR_TO_STANDING,
    FLOOR_TO_STANDING_WITH_CARE,
    SessionTime,
    session_time,
)  # fmt: skip
from easepath.core.match.rank import Matcher
from easepath.core.reasons import Reason
from easepath.core.vocabulary import Place

NO_LIMIT_SECONDS = 240 * 60
"""Longer than anybody practises: stands for "as long as it takes"."""
NODES_TO_COVER = MOST_NODES // 10
"""For each of the dozen searches that close in on the fewest minutes."""


@dataclass(frozen=True)
class Uncovered:
    """A need above 0.7 that the session leaves uncovered, and why."""

    need: str
    reason: Reason


@dataclass(frozen=True)
class Composed:
    """A composed session; without a program no drills and the reason.

    `proved` is False where the search ended before every other session was ruled out.
    """

    drills: tuple[Prescription, ...]
    time: SessionTime
    uncovered: tuple[Uncovered, ...]
    reason: Reason | None = None
    minutes_to_cover: float | None = None
    proved: bool = True


def compose(matcher: Matcher, minutes: float | None = None) -> Composed:
    """The exact session for `minutes` (the client's own where not given)."""
    available = minutes if minutes is not None else matcher.screen.situation.client.minutes
    refusal = _refusal(matcher, available)
    if refusal is not None or available is None:
        return Composed((), session_time([], []), (), refusal)
    found = entrants(matcher)
    problem = problem_of(matcher, found, available * 60)
    choice = choose(problem)
    if choice is None:
        uncovered = _uncovered(matcher, problem, frozenset())
        return Composed((), session_time([], []), uncovered, _why_nothing(matcher))
    covered = frozenset().union(*(item.covers for item in choice.items))
    drills = _in_order(matcher, found, choice)
    time = time_played(units_of(drills), floor_care=matcher.screen.rules.floor_care)
    uncovered = _uncovered(matcher, problem, covered)
    short = any(row.reason.rule == "uncovered-minutes" for row in uncovered)
    return Composed(drills, time, uncovered, None, minutes_to_cover(matcher, problem) if short else None, choice.proved)


def problem_of(matcher: Matcher, found: tuple[Entrant, ...], seconds: float) -> Problem:
    """What there is to choose from for this client in so many seconds."""
    needs = list(matcher.needs.weights)
    return Problem(
        items=items_of(matcher, found),
        weights=tuple(matcher.needs.weights.values()),
        musts=frozenset(needs.index(need) for need in must_needs(matcher)),
        seconds=seconds,
        most=most_drills(matcher, seconds / 60),
        rising=FLOOR_TO_STANDING_WITH_CARE if matcher.screen.rules.floor_care else FLOOR_TO_STANDING,
        top=found[0].drill.id if found else None,
        held=matcher.screen.situation.pinned,
        watch=tuple(watched_loads(matcher).values()),
    )


def minutes_to_cover(matcher: Matcher, problem: Problem) -> float | None:
    """The fewest minutes in which every need that can be covered is covered; None when nothing can be, or when it
    cannot be told within the sets that are looked at.
    """
    reachable = frozenset().union(*(item.covers for item in problem.items)) & problem.musts
    helpful = tuple(replace(i, score=0.0, cost=0.0, shares=()) for i in problem.items if i.covers & reachable)
    most = most_drills(matcher, NO_LIMIT_SECONDS / 60)
    unlimited = replace(problem, items=helpful, weights=(), top=None, seconds=NO_LIMIT_SECONDS, most=most)
    best = choose(unlimited, NODES_TO_COVER)
    if best is None or not best.proved:
        return None
    low, high = 0.0, _seconds_for(matcher, best)
    while high - low > 1:
        middle = (low + high) / 2
        shorter = replace(unlimited, seconds=middle, most=most_drills(matcher, middle / 60))
        attempt = choose(shorter, NODES_TO_COVER)
        if attempt is not None and not attempt.proved:
            return None
        if attempt is not None and attempt.covered == best.covered:
            high = min(middle, _seconds_for(matcher, attempt))
        else:
            low = middle
    return math.ceil(100 * high / 60) / 100  # rounded down it would be a second short


def _seconds_for(matcher: Matcher, choice: Choice) -> float:
    """The seconds in which a session may hold that choice: what it takes, and no fewer than allow so many drills."""
    takes = sum(item.seconds for item in choice.items) + choice.arrangement.seconds
    shortest = SHORT_MINUTES * 60 + 1
    return takes if len(choice.items) <= most_drills(matcher, takes / 60) else max(takes, shortest)


def _refusal(matcher: Matcher, minutes: float | None) -> Reason | None:
    sign = matcher.screen.suspended_by
    if sign is not None:
        return Reason("compose-suspended", facts={"symptom": sign.symptom, "date": str(sign.date)})
    if not matcher.screen.issues_program:
        return Reason("compose-refused", facts={"outcome": matcher.screen.outcome})
    return Reason("compose-no-minutes") if minutes is None else None


def _in_order(matcher: Matcher, found: tuple[Entrant, ...], choice: Choice) -> tuple[Prescription, ...]:
    """The chosen drills block by block, within a phase and place by score; those beside the session last."""
    entrant_by_id = {entrant.drill.id: entrant for entrant in found}
    blocks = {block: index for index, block in enumerate(choice.arrangement.blocks)}

    def position(placed: tuple[Item, Slot, Place]) -> tuple[int, float, str]:
        item, slot, place = placed
        return blocks[slot, place], -item.score, item.id

    placed = zip(choice.placed, choice.arrangement.slots, choice.arrangement.places, strict=True)
    beside = sorted((item for item in choice.items if item.beside), key=lambda item: (-item.score, item.id))
    return tuple(
        moved_to(matcher, entrant_by_id[item.id].prescription, place)
        for item, place in [
            *((item, place) for item, _, place in sorted(placed, key=position)),
            *((item, entrant_by_id[item.id].places[0]) for item in beside),
        ]
    )


def _uncovered(matcher: Matcher, problem: Problem, covered: frozenset[int]) -> tuple[Uncovered, ...]:
    needs = list(matcher.needs.weights)
    can = frozenset().union(*(item.covers for item in problem.items)) if problem.items else frozenset()
    rows = []
    for index in sorted(problem.musts - covered):
        rule = "uncovered-minutes" if index in can else "uncovered-no-drill"
        facts = {"need": needs[index].replace(":", " "), "weight": problem.weights[index], "threshold": MUST_WEIGHT,
                 "share": COVERS_WEIGHT}  # fmt: skip
        rows.append(Uncovered(needs[index], Reason(rule, facts=facts)))
    return tuple(rows)


def _why_nothing(matcher: Matcher) -> Reason:
    """Very strong pain lets in only what settles; else the minutes are too few."""
    situation = matcher.screen.situation
    if only_settles(situation):
        facts = {"pain": situation.complaint.pain.now, "threshold": ONLY_SETTLE_PAIN}
        return Reason("compose-only-settles", facts=facts)
    return Reason("compose-nothing-fits")
