"""What a session covers: each need with the share its drills give it, and what could stand in a drill's place."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass

from easepath.core.compose.candidates import COVERS_WEIGHT, OFFERED_RISK, must_needs
from easepath.core.compose.session import Session
from easepath.core.knowledge.models import Drill
from easepath.core.match.rank import Candidate, Matcher
from easepath.core.vocabulary import SideWord

WEEKLY_STRETCH = 300
"""Seconds a week under stretch from which a muscle gains length (Thomas 2018: five minutes)."""


@dataclass(frozen=True)
class Coverage:
    """A need (weight 0-1), the greatest drill weight the session gives it, and the drills that serve it."""

    need: str
    weight: float
    share: float
    must: bool
    drills: tuple[str, ...]

    @property
    def covered(self) -> bool:
        """A need is covered by a drill weight of 0.5 or more."""
        return self.share >= COVERS_WEIGHT


def coverage_of(matcher: Matcher, session: Session) -> tuple[Coverage, ...]:
    """Every need of the affected side, heaviest first; a drill done only on the other side serves none of them."""
    affected = matcher.screen.situation.complaint.affected
    serving = [item.drill for item in session.drills if any(s.side == "both" or s.side in affected for s in item.sides)]
    musts = must_needs(matcher)
    return tuple(
        Coverage(
            need, weight, max((drill.needs.get(need, 0.0) for drill in serving), default=0.0), need in musts,
            tuple(drill.id for drill in serving if need in drill.needs),
        )
        for need, weight in matcher.needs.weights.items()
    )  # fmt: skip


def swaps_for(
    matcher: Matcher, drill: Drill, side: SideWord, present: Collection[str], most: int = 6
) -> tuple[Candidate, ...]:
    """The best ranked drills outside the session, of bearable risk, that serve this drill's heaviest need."""
    need = max(drill.needs, key=lambda n: matcher.weigh(drill, n))
    affected = matcher.screen.situation.complaint.affected
    found: dict[str, Candidate] = {}
    for candidate in matcher.result.ranked:
        on_side = candidate.side in ("both", side) or (side == "both" and candidate.side in affected)
        if on_side and candidate.drill.id not in present and candidate.risk < OFFERED_RISK:
            if need in candidate.drill.needs:
                found.setdefault(candidate.drill.id, candidate)
    return tuple(found.values())[:most]
