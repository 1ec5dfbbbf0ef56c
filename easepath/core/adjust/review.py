"""Adjust: one proposal per planned drill and the proposals about the plan; a clinician decides each."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from easepath.core.adjust.adherence import Adherence
from easepath.core.adjust.caps import apply_caps
from easepath.core.adjust.decision import Decision, DrillReview
from easepath.core.adjust.drill_rules import decide
from easepath.core.adjust.pauses import pause_beside
from easepath.core.adjust.plan_rules import PlanProposal, plan_proposals
from easepath.core.adjust.view import Context, DrillView
from easepath.core.dose.words import dose_words
from easepath.core.facts import LogEntry, PlannedDrill
from easepath.core.knowledge.library import Library
from easepath.core.match.rank import Matcher
from easepath.core.reasons import Reason


@dataclass(frozen=True)
class Review:
    """Every proposal of one review."""

    drills: tuple[DrillReview, ...]
    plan: tuple[PlanProposal, ...]
    adherence: Adherence | None
    context: Context

    @property
    def share_done(self) -> float | None:
        """Share of the due dates that were logged, 0-1 and over; None while it cannot be known."""
        return None if self.adherence is None else self.adherence.share

    def cap_lift_of(self, drill: str) -> int:
        """By how many percent the effort cap of a planned drill is lifted now."""
        return next((one.cap_lift for one in self.drills if one.drill.id == drill), 0)

    @property
    def fallen_lifts(self) -> frozenset[str]:
        """The planned drills whose effort cap fell back to what the condition and the factors say."""
        lifted = (one for one in self.drills if one.planned.manner and one.planned.manner.cap_lift)
        return frozenset(one.drill.id for one in lifted if not one.cap_lift)


def review(matcher: Matcher, log: Sequence[LogEntry] | None = None) -> Review:
    """Judge every planned drill and the plan, then apply what binds the whole review.

    `log` are the sessions as they count, by date; left out, those of the situation as they were told.
    """
    context = Context(matcher, matcher.screen.situation.log_by_date if log is None else log)
    drills = pause_beside(context, _each_in_turn(context))
    plan = plan_proposals(context)
    is_worse = any(proposal.rule == "worse" for proposal in plan)
    if any(proposal.rule == "cut-session" for proposal in plan):
        drills = [_held_for_the_cut(context.library, found) for found in drills]
    return Review(apply_caps(context, drills, worse=is_worse), plan, context.adherence, context)


def _each_in_turn(context: Context) -> list[DrillReview]:
    """Every row in the order of the plan: what one was given is no longer there for the next."""
    found = []
    for planned in context.planned:
        one = _review_drill(context, planned)
        if one.decision.to is not None and one.decision.to.drill != one.drill.id:
            context.given.append((one.decision.to.drill, planned.sides))
        found.append(one)
    return found


def _review_drill(context: Context, planned: PlannedDrill) -> DrillReview:
    """Sides planned together take the rule that stands first."""
    judged: list[tuple[DrillView, Decision]] = [(view, decide(view)) for view in context.views(planned)]
    order = list(context.library.rules)
    view, decision = min(judged, key=lambda pair: order.index(pair[1].rule))
    kind = view.last.kind if view.last else None
    return DrillReview(planned, view.drill, view.method.id, decision, kind, view.present, _differs(view), view.cap_lift)


def _differs(view: DrillView) -> Reason | None:
    """That the dose as it was handed over is not what today's ladder has at its step."""
    if not (view.planned.kept and view.present.own):
        return None
    method = view.method.id
    facts = {
        "handed": dose_words(view.present.dose, method), "step": view.step,
        "ladder": dose_words(view.ladder.at(view.planned.step), method),
    }  # fmt: skip
    return Reason("adjust-dose-differs", facts=facts)


def _held_for_the_cut(library: Library, found: DrillReview) -> DrillReview:
    """While the whole session is cut, nothing else changes; stops, pauses and swaps stay."""
    if not library.actions[found.decision.action].changes:
        return found
    decision = Decision("queued", "hold", Reason("adjust-queued", facts={"why": "the whole session is cut first"}))
    return replace(found, decision=decision)
