"""Adjust: proposals drill by drill and for the plan, with their caps and gates, and what happens at home meanwhile."""

from easepath.core.adjust.at_home import AtHome, at_home
from easepath.core.adjust.decision import Decision, DrillReview, To
from easepath.core.adjust.gates import GateResult
from easepath.core.adjust.plan_rules import PlanProposal
from easepath.core.adjust.review import Review, review
from easepath.core.adjust.view import Context

__all__ = [
    "AtHome", "Context", "Decision", "DrillReview", "GateResult", "PlanProposal", "Review", "To", "at_home", "review",
]  # fmt: skip
