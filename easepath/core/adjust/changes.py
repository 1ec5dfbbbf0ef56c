"""A change by hand in a review passes the same rules as everything else."""

from __future__ import annotations

from easepath.core.adjust.decision import DrillReview, To
from easepath.core.adjust.review import Review
from easepath.core.compose.session import refusal
from easepath.core.compose.weekly import ladder_for
from easepath.core.errors import CaseError
from easepath.core.match import allowed_methods
from easepath.core.reasons import Reason
from easepath.core.vocabulary import Verdict


def check_change(found: Review, drill_review: DrillReview, to: To) -> tuple[Reason, ...]:
    """Why the rules refuse a change by hand; empty when they allow it. Raises CaseError for unknown ids."""
    matcher = found.context.matcher
    library = matcher.screen.library
    if to.drill not in library.drills:
        raise CaseError("drill", f"there is no drill called {to.drill!r}")
    drill = library.drills[to.drill]
    if to.method not in drill.methods:
        raise CaseError("method", f"{drill.name} is not done as {to.method!r}")
    planned = drill_review.planned
    sides = drill.sides_done(planned.side)
    lift = drill_review.cap_lift if to.drill == planned.drill else 0
    ladder = ladder_for(matcher, drill, to.method, sides, lift)
    if not -1 <= to.step <= ladder.top:
        raise CaseError("step", f"{to.step} is not on the ladder: -1 to {ladder.top}")
    refused = refusal(matcher, drill, planned.sides)
    if refused is not None:
        return (refused,)
    if to.method not in allowed_methods(matcher, drill, sides):
        return (Reason("no-method-left", Verdict.EXCLUDE),)
    if _goes_up(drill_review, to, drill.ladder) and drill_review.decision.action != "progress":
        return (Reason("change-up-refused", Verdict.EXCLUDE, {"rule": library.rules[drill_review.decision.rule].name}),)
    return ()


def _goes_up(drill_review: DrillReview, to: To, ladder: tuple[str, int] | None) -> bool:
    if to.drill == drill_review.drill.id:
        return to.step > drill_review.present.step
    old = drill_review.drill.ladder
    return old is not None and ladder is not None and ladder[0] == old[0] and ladder[1] > old[1]
