"""Today's proposals of the rules about the running plan, each under a key that outlives the wording of its sentence."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field
from typing import Any, Literal

from easepath.clinic import models
from easepath.core.adjust import DrillReview, PlanProposal
from easepath.core.adjust.by_hand import by_hand
from easepath.core.adjust.decision import Action
from easepath.core.adjust.replacement import replacements
from easepath.core.assessment import Assessment
from easepath.core.knowledge import shipped_library
from easepath.core.knowledge.models import Action as ActionRule
from easepath.core.reasons import Reason

ActionWord = Action | Literal["", "open-gate"]
"""What a proposal does; empty where a rule about the plan only tells."""


@dataclass(frozen=True)
class ProposalToday:
    """What one rule proposes for a drill or for the plan today, with the facts it read."""

    about: Literal["drill", "plan"]
    rule: str
    action: ActionWord
    detail: str
    drill: str = ""
    side: Literal["", "left", "right", "both"] = ""
    response: Literal["", "calm", "stirred", "flared", "waiting"] = ""
    subject: str = ""
    to: dict[str, Any] | None = None
    facts: dict[str, Any] = field(default_factory=dict)
    differs: str = ""
    source: str | None = None
    by_hand: tuple[str, ...] = ()

    @property
    def does(self) -> ActionRule | None:
        """What follows from it; None where a rule about the plan only tells."""
        return shipped_library().actions.get(self.action)

    @property
    def is_stop(self) -> bool:
        """A stop sign: it holds at home at once, and is not refused."""
        return self.does is not None and self.does.at_home == "pauses"

    @property
    def key(self) -> str:
        """Drill, side, rule and action; for the plan what the rule is about."""
        return ":".join((self.about, self.drill, self.side, self.rule, self.action, self.subject))

    def waits(self, row: models.Proposal | None) -> bool:
        """Whether a clinician has still to decide it; what was accepted of another target is open again."""
        if row is None and (self.does is None or not self.does.decided):
            return False
        return row is None or (row.decision == "accept" and row.to != self.to)


def proposals_of(assessment: Assessment) -> tuple[ProposalToday, ...]:
    """Every proposal of today, the drills in plan order, then the plan."""
    return (*_drills(assessment), *_plan(assessment))


def decisions_of(visit: models.Visit, version: models.PlanVersion) -> dict[str, models.Proposal]:
    """What was decided in the open review of a version, by key."""
    rows = models.Proposal.objects.filter(review__visit=visit, review__of_version=version, review__closed_at=None)
    return {row.key: row for row in rows.exclude(decision="open").select_related("decided_by")}


def offered_instead(assessment: Assessment, proposal: ProposalToday) -> list[dict[str, Any]]:
    """What is offered in the place of a drill that a sign ends or pauses; nothing for any other proposal."""
    drills = assessment.review.drills if proposal.about == "drill" else ()
    found = next((one for one in drills if one.drill.id == proposal.drill), None)
    return [] if found is None else [to.as_data() for to in replacements(assessment.review, found)]


def undecided(assessment: Assessment, decided: dict[str, models.Proposal]) -> list[ProposalToday]:
    """The proposals that wait for a clinician."""
    return [proposal for proposal in proposals_of(assessment) if proposal.waits(decided.get(proposal.key))]


def _drills(assessment: Assessment) -> Iterator[ProposalToday]:
    for found in assessment.review.drills:
        decision = found.decision
        yield ProposalToday(
            "drill", decision.rule, decision.action, decision.reason.text(assessment.library), found.drill.id,
            found.planned.side or "both", found.kind or "", to=decision.to.as_data() if decision.to else None,
            facts=dict(decision.reason.facts), differs=_differs(assessment, found),
            source=decision.reason.source(assessment.library), by_hand=_by_hand(assessment, found),
        )  # fmt: skip


def _by_hand(assessment: Assessment, found: DrillReview) -> tuple[str, ...]:
    """Why the rules would have left the drill out, in words."""
    words = by_hand(assessment.review.context, found.planned)
    return tuple(Reason(f"by-hand-{word}").text(assessment.library) for word in words)


def _differs(assessment: Assessment, found: DrillReview) -> str:
    return "" if found.differs is None else found.differs.text(assessment.library)


def _plan(assessment: Assessment) -> Iterator[ProposalToday]:
    for proposal in assessment.review.plan:
        facts = dict(proposal.reason.facts)
        yield ProposalToday(
            "plan", proposal.rule, _plan_action(proposal), proposal.reason.text(assessment.library),
            subject=f"{facts.get('measure', '')} {facts.get('side', '')}".strip(),
            facts=facts | _gate_facts(assessment, proposal), source=proposal.reason.source(assessment.library),
        )  # fmt: skip


def _plan_action(proposal: PlanProposal) -> ActionWord:
    gate = proposal.gate
    return "open-gate" if gate is not None and gate.opens and not gate.last else ""


def _gate_facts(assessment: Assessment, proposal: PlanProposal) -> dict[str, Any]:
    gate = proposal.gate
    if gate is None:
        return {}
    missing = [{"text": r.text(assessment.library), "word": r.facts.get("word")} for r in gate.missing]
    return {"opens": gate.opens, "last": gate.last, "missing": missing}
