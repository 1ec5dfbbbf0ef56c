"""Adjust: proposals drill by drill and for the plan, with their caps and gates."""

from easepath.core.adjust.decision import Decision, DrillReview, To
from easepath.core.adjust.gates import GateResult
from easepath.core.adjust.plan_rules import PlanProposal
from easepath.core.adjust.review import Review, review

__all__ = ["Decision", "DrillReview", "GateResult", "PlanProposal", "Review", "To", "review"]
