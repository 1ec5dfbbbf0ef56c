"""The exact choice of drills: branch and bound, with bounds that hold because every gain shrinks as the set grows."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from easepath.core.compose.arrange import Arrangement, Spot, arrange

POINTS_PER_NEED = 100.0
"""A need met outweighs every drill and change it costs; the other points only order what meets the same needs."""
SECOND_SHARE = 0.5
"""A second drill for the same need adds half as much as the first."""
COST_PER_DRILL = 6.0
"""Of two sessions that meet the same needs the one with fewer drills is done more often."""
COST_PER_CHANGE = 2.0
"""Getting up and down is what makes people skip."""
EPSILON = 5e-7
"""Sums of rounded scores differ in the last bits; less than this is a tie."""
MOST_NODES = 40_000
"""Sets looked at before the search ends with the best so far: five times the most that eight needs by hand took."""


@dataclass(frozen=True)
class Item:
    """A drill that may enter: seconds, score, shares of needs (need index, share), needs it covers, ladder, spot.

    `watched` are the watched loads (by index) it puts on an affected side; one that is done `beside` the session takes
    no time and no position of it.
    """

    id: str
    seconds: int
    score: float
    shares: tuple[tuple[int, float], ...]
    covers: frozenset[int]
    ladder: str | None
    spot: Spot
    cost: float = COST_PER_DRILL
    watched: frozenset[int] = frozenset()
    beside: bool = False

    @property
    def modular(self) -> float:
        """What it is worth whatever else is chosen."""
        return self.score / 10 - self.cost


@dataclass(frozen=True)
class Problem:
    """What there is to choose from, and what binds the choice.

    `held` are ids the clinician pinned; `watch` says for each watched load how many drills may have it.
    """

    items: tuple[Item, ...]
    weights: tuple[float, ...]
    musts: frozenset[int]
    seconds: float
    most: int
    rising: int
    top: str | None
    held: tuple[str, ...] = ()
    watch: tuple[int, ...] = ()

    def full(self, chosen: Sequence[Item]) -> frozenset[int]:
        """The watched loads of which the chosen drills leave no more."""
        return frozenset(
            load for load, most in enumerate(self.watch) if sum(load in item.watched for item in chosen) >= most
        )


@dataclass(frozen=True)
class Choice:
    """A chosen set with its arrangement and its worth: needs covered, the top drill held, value.

    `proved`: every other set was looked at or ruled out. Else the search ended first, and this is the best it found.
    """

    items: tuple[Item, ...]
    arrangement: Arrangement
    covered: int
    top: bool
    value: float
    proved: bool = True

    @property
    def placed(self) -> tuple[Item, ...]:
        """The drills the arrangement places, in its order; those done beside the session have none."""
        return tuple(item for item in self.items if not item.beside)

    @property
    def ids(self) -> tuple[str, ...]:
        """Sorted drill ids, the last tie-breaker."""
        return tuple(sorted(item.id for item in self.items))

    def beats(self, other: Choice | None) -> bool:
        """Whether this choice comes before another; among equals the ids that come first."""
        if other is None:
            return True
        mine, theirs = (self.covered, self.top), (other.covered, other.top)
        if mine != theirs:
            return mine > theirs
        if abs(self.value - other.value) > EPSILON:
            return self.value > other.value
        return self.ids < other.ids


def coverage(weights: Sequence[float], shares: Sequence[tuple[float, float]]) -> float:
    """Points of the needs for (best, second best) shares: best plus half the second, at most 1, weighed."""
    return POINTS_PER_NEED * sum(
        weight * min(1.0, best + SECOND_SHARE * second) for weight, (best, second) in zip(weights, shares, strict=True)
    )


def choose(problem: Problem, most_nodes: int = MOST_NODES) -> Choice | None:
    """The best choice there is; None when not even one drill fits. Same problem, same choice: no clock.

    The search ends after `most_nodes` sets, so that no input keeps a server busy; the choice then says so.
    """
    return _Search(problem, most_nodes).run()


def _with_share(pair: tuple[float, float], share: float) -> tuple[float, float]:
    best, second = pair
    if share > best:
        return share, best
    return (best, share) if share > second else pair


class _Search:
    """Depth first over include and exclude, the hardest must-need first."""

    def __init__(self, problem: Problem, most_nodes: int) -> None:
        self.problem = problem
        self.most_nodes = most_nodes
        self.nodes = 0
        self.best: Choice | None = None
        self.items = sorted(problem.items, key=lambda item: (-item.score, item.id))

    def run(self) -> Choice | None:
        """Search everything that a bound does not rule out."""
        ladders: set[str] = set()
        held: list[Item] = []
        for item in self.items:
            free = item.ladder not in ladders and not item.watched & self.problem.full(held)
            if item.id in self.problem.held and free and len(held) < self.problem.most:
                held.append(item)
                ladders |= {item.ladder} if item.ladder else set()
        while self.best is None:
            self.nodes = 0
            self._visit(*self._starting_with(held))
            if not held:
                break
            held.pop()
        return self.best and replace(self.best, proved=self.nodes <= self.most_nodes)

    def _starting_with(
        self, held: list[Item]
    ) -> tuple[list[Item], list[tuple[float, float]], float, frozenset[int], list[Item]]:
        """The search with pinned drills already chosen; when nothing holds them all the worst ranked one gives way."""
        shares = [(0.0, 0.0)] * len(self.problem.weights)
        worth, covered = 0.0, frozenset[int]()
        for item in held:
            worth += self._gain(item, shares)
            for need, share in item.shares:
                shares[need] = _with_share(shares[need], share)
            covered |= item.covers & self.problem.musts
        rest = [item for item in self.items if item not in held]
        return held, shares, worth, covered, rest

    def _visit(
        self,
        chosen: list[Item],
        shares: list[tuple[float, float]],
        worth: float,
        covered: frozenset[int],
        rest: list[Item],
    ) -> None:
        """`worth` is the value of the chosen set without its changes of position."""
        self.nodes += 1
        if self.nodes > self.most_nodes:
            return
        if chosen:
            self._offer(chosen, worth, covered)
        left = self.problem.seconds - sum(item.seconds for item in chosen)
        room = self.problem.most - len(chosen)
        ladders = {item.ladder for item in chosen if item.ladder}
        full = self.problem.full(chosen)
        rest = [i for i in rest if i.seconds <= left and i.ladder not in ladders and not i.watched & full]
        if not rest or room == 0:
            return
        gains = {item.id: self._gain(item, shares) for item in rest}
        if self._hopeless(chosen, shares, worth, covered, rest, gains, room, left):
            return
        open_musts = [
            (sum(1 for item in rest if must in item.covers), must)
            for must in sorted(self.problem.musts - covered)
            if any(must in item.covers for item in rest)
        ]
        if open_musts:
            _, must = min(open_musts)
            branch = [item for item in rest if must in item.covers]
        else:
            branch = [max(rest, key=lambda item: (gains[item.id], item.id))]
        branch.sort(key=lambda item: (-gains[item.id], item.id))
        remaining = list(rest)
        for item in branch:
            remaining.remove(item)
            more = list(shares)
            for need, share in item.shares:
                more[need] = _with_share(more[need], share)
            self._visit(
                [*chosen, item], more, worth + gains[item.id], covered | (item.covers & self.problem.musts), remaining
            )
        self._visit(chosen, shares, worth, covered, remaining)

    def _offer(self, chosen: list[Item], worth: float, covered: frozenset[int]) -> None:
        top = any(item.id == self.problem.top for item in chosen)
        best = self.best
        if best is not None and (len(covered), top, worth + EPSILON) < (best.covered, best.top, best.value):
            return
        spent = sum(item.seconds for item in chosen)
        order = sorted(chosen, key=lambda item: item.id)
        spots = [item.spot for item in order if not item.beside]
        found = arrange(spots, self.problem.rising, self.problem.seconds - spent)
        if found is None:
            return
        choice = Choice(tuple(order), found, len(covered), top, worth - COST_PER_CHANGE * found.changes)
        if choice.beats(best):
            self.best = choice

    def _gain(self, item: Item, shares: list[tuple[float, float]]) -> float:
        """What a drill adds to the chosen set; never more for a larger set."""
        points = 0.0
        for need, share in item.shares:
            best, second = shares[need]
            before = best + SECOND_SHARE * second
            if before < 1.0:
                more, other = _with_share(shares[need], share)
                points += self.problem.weights[need] * (min(1.0, more + SECOND_SHARE * other) - before)
        return POINTS_PER_NEED * points + item.modular

    def _hopeless(
        self,
        chosen: list[Item],
        shares: list[tuple[float, float]],
        worth: float,
        covered: frozenset[int],
        rest: list[Item],
        gains: dict[str, float],
        room: int,
        left: float,
    ) -> bool:
        """Whether no completion can come before the best choice found."""
        if self.best is None:
            return False
        reachable = covered.union(*(item.covers for item in rest)) & self.problem.musts
        held = any(item.id == self.problem.top for item in (*chosen, *rest))
        ceiling = (len(reachable), held)
        mine = (self.best.covered, self.best.top)
        if ceiling != mine:
            return ceiling < mine
        more = min(
            self._by_gains(rest, gains, room, left),
            self._by_needs(rest, shares, room),
        )
        return worth + more < self.best.value - EPSILON

    def _by_gains(self, rest: list[Item], gains: dict[str, float], room: int, left: float) -> float:
        """The best gains that fit in number, and those that fit in time when the last may be cut."""
        positive = sorted((gains[item.id] for item in rest if gains[item.id] > 0), reverse=True)
        in_number = sum(positive[:room])
        in_time, spare = 0.0, left
        for gain, seconds in sorted(
            ((gains[item.id], item.seconds) for item in rest if gains[item.id] > 0),
            key=lambda pair: -pair[0] / max(pair[1], EPSILON),
        ):
            if seconds >= spare:
                in_time += gain * spare / seconds
                break
            in_time += gain
            spare -= seconds
        return min(in_number, in_time)

    def _by_needs(self, rest: list[Item], shares: list[tuple[float, float]], room: int) -> float:
        """What the needs can still give at the most, and the best scores beside it."""
        reach = list(shares)
        for item in rest:
            for need, share in item.shares:
                reach[need] = _with_share(reach[need], share)
        points = coverage(self.problem.weights, reach) - coverage(self.problem.weights, shares)
        scores = sorted((item.modular for item in rest if item.modular > 0), reverse=True)
        return points + sum(scores[:room])
