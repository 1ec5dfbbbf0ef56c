"""The order inside a session: phases as the client has them, moved by the order rules of the condition."""

from __future__ import annotations

from easepath.core.compose.arrange import Spot
from easepath.core.knowledge.models import Drill
from easepath.core.match.rank import Matcher
from easepath.core.vocabulary import PHASES, PhaseName, Place

CONTROL_FIRST: tuple[PhaseName, ...] = (
    "settle", "activate", "strengthen", "release", "mobilise", "lengthen", "integrate",
)  # fmt: skip


def phase_order(matcher: Matcher) -> tuple[PhaseName, ...]:
    """The phase order in force for this client."""
    control = matcher.screen.situation.client.phase_order == "control-first"
    return CONTROL_FIRST if control else PHASES


class OrderRules:
    """Where a drill stands for this client: its phase, and the order rules of the condition it leads or follows."""

    def __init__(self, matcher: Matcher) -> None:
        self._phases = {phase: index for index, phase in enumerate(phase_order(matcher))}
        profile = matcher.screen.profile
        self._rules = [tuple(line.split(" before ")) for line in (profile.order if profile else ())]

    def spot(self, drill: Drill, places: tuple[Place, ...]) -> Spot:
        """The drill as arranging sees it; where it really stands depends on the other drills of the session."""
        return Spot(
            (self._phases[drill.phase], 0), places,
            frozenset(n for n, (first, _) in enumerate(self._rules) if drill.main_need == first),
            frozenset(n for n, (_, second) in enumerate(self._rules) if drill.main_need == second),
        )  # fmt: skip
