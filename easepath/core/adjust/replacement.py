"""What may take the place of a drill that a sign ends: the same need, and nothing of what hurt."""

from __future__ import annotations

from collections.abc import Iterator

from easepath.core.adjust.decision import Decision, DrillReview, To
from easepath.core.adjust.moves import EASED_STEP, first_method, swap_candidates
from easepath.core.adjust.pauses import pause_beside
from easepath.core.adjust.review import Review
from easepath.core.adjust.view import DrillView
from easepath.core.compose.session import refusal
from easepath.core.facts import PlannedDrill
from easepath.core.knowledge.models import Drill
from easepath.core.reasons import Reason

ENDED = frozenset({"stop", "pause"})
MOST = 3
"""More than a few are a library, not an offer."""


def replacements(found: Review, of: DrillReview) -> tuple[To, ...]:
    """The best ranked drills for the need of a stopped or paused one, at half their start dose; best first.

    None that the screen refuses on one of its sides, that another row has, or that the same sign would pause.
    """
    if of.decision.action not in ENDED:
        return ()
    views = found.context.views(of.planned)
    fitting = (drill for drill in _candidates(views) if _may_stand_in(found, of, drill))
    return tuple(
        To(drill.id, first_method(views[0], drill), EASED_STEP) for drill, _ in zip(fitting, range(MOST), strict=False)
    )


def _candidates(views: tuple[DrillView, ...]) -> Iterator[Drill]:
    """Every drill once, in its rank on the first side, open on all."""
    matcher = views[0].context.matcher
    for drill in dict.fromkeys(candidate.drill.id for candidate in swap_candidates(views[0])):
        model = matcher.screen.library.drill(drill)
        if all(matcher.is_open(model, view.side) for view in views):
            yield model


def _may_stand_in(found: Review, of: DrillReview, drill: Drill) -> bool:
    """Whether neither a rule nor the sign itself keeps a drill from standing where the other stood."""
    if refusal(found.context.matcher, drill, of.planned.sides) is not None:
        return False
    method = first_method(found.context.views(of.planned)[0], drill)
    planned = PlannedDrill(drill=drill.id, side=of.planned.side, method=method, step=EASED_STEP)
    kept = Decision("steady", "hold", Reason("adjust-steady"))
    beside = pause_beside(found.context, [*found.drills, DrillReview(planned, drill, method, kept, None, of.present)])
    return beside[-1].decision.action not in ENDED
