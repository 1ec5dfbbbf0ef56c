"""The order inside a session: phases as the client has them, moved by the order rules of the condition."""

from __future__ import annotations

from easepath.core.compose.arrange import Slot
from easepath.core.knowledge.models import Drill
from easepath.core.match.rank import Matcher
from easepath.core.vocabulary import PHASES, PhaseName

CONTROL_FIRST: tuple[PhaseName, ...] = (
    "settle", "activate", "strengthen", "release", "mobilise", "lengthen", "integrate",
)  # fmt: skip


def phase_order(matcher: Matcher) -> tuple[PhaseName, ...]:
    """The phase order in force for this client."""
    control = matcher.screen.situation.client.phase_order == "control-first"
    return CONTROL_FIRST if control else PHASES


def drill_slots(matcher: Matcher) -> _Slots:
    """Where each drill stands: its phase, moved behind what an order rule of the condition names first."""
    return _Slots(matcher)


class _Slots:
    def __init__(self, matcher: Matcher) -> None:
        self._phases = {phase: index for index, phase in enumerate(phase_order(matcher))}
        profile = matcher.screen.profile
        self._rules = [tuple(line.split(" before ")) for line in (profile.order if profile else ())]
        drills = matcher.screen.library.drills.values()
        self._latest = {
            first: max((self._phases[d.phase] for d in drills if d.main_need == first), default=-1)
            for first, _ in self._rules
        }

    def __call__(self, drill: Drill) -> Slot:
        base = self._phases[drill.phase]
        behind = [self._latest[first] for first, second in self._rules if drill.main_need == second]
        latest = max(behind, default=-1)
        return (base, 0) if latest < base else (latest, 1)
