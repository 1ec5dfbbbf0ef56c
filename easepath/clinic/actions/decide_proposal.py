"""Decide one proposal of the rules; the first decision of a visit begins its review."""

from __future__ import annotations

from dataclasses import dataclass
from functools import partial
from typing import Any

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, act
from easepath.clinic.actions.revisions import require_open
from easepath.clinic.errors import FieldError, NotFoundError, RefusedError
from easepath.clinic.facts.proposals import ProposalToday, offered_instead, proposals_of
from easepath.clinic.repository import Record, read_again
from easepath.core.adjust.changes import check_change
from easepath.core.adjust.decision import To
from easepath.core.assessment import Assessment
from easepath.core.code_version import code_version
from easepath.core.errors import CaseError


def decide_proposal(
    actor: models.User,
    visit: models.Visit,
    key: str,
    *,
    decision: str,
    reason: str = "",
    changed_to: dict[str, Any] | None = None,
    tried: bool = False,
) -> Record:
    """Accept, change, refuse or open again one of today's proposals; a refusal and a change name their reason.

    Returns what it was decided on: a decision changes nothing that the rules read.
    """
    told = Decision(key, decision, reason.strip(), changed_to, tried)
    return act(actor, "decide-proposal", partial(read_again, visit), lambda record: _decide(actor, record, told))


@dataclass(frozen=True)
class Decision:
    """What was decided about a proposal; `changed_to` names drill, method and step, `tried` says it was tried out."""

    key: str
    decision: str
    reason: str
    changed_to: dict[str, Any] | None
    tried: bool = False


def _decide(actor: models.User, record: Record, told: Decision) -> Act[Record]:
    require_open(record.visit)
    proposal = next((p for p in proposals_of(record.assessment) if p.key == told.key), None)
    version = record.version
    if proposal is None or version is None:
        raise NotFoundError("no such proposal today; the facts have changed, look at the proposals again")
    _check_decision(record.assessment, proposal, told)
    if told.changed_to is not None:
        _check_change(record.assessment, proposal, told.changed_to)

    def write() -> Record:
        review, _ = models.Review.objects.get_or_create(
            complaint=record.complaint, visit=record.visit, of_version=version, closed_at=None,
            defaults={
                "opened_by": actor, "opened_at": clock.now(), "knowledge_version": record.assessment.library.version,
                "code_version": code_version(),
            },
        )  # fmt: skip
        _write(actor, review, proposal, told)
        return record

    details = {"rule": proposal.rule, "drill": proposal.drill, "action": proposal.action, "decision": told.decision,
               "reason": told.reason, "changed_to": told.changed_to, "tried": told.tried}  # fmt: skip
    return Act(write, "decide-proposal", lambda _: details)


def _write(actor: models.User, review: models.Review, proposal: ProposalToday, told: Decision) -> None:
    if told.decision == "open":
        review.proposals.filter(key=proposal.key).delete()
        return
    models.Proposal.objects.update_or_create(
        review=review, key=proposal.key,
        defaults={
            **proposal_fields(proposal), "decision": told.decision, "decision_reason": told.reason,
            "changed_to": told.changed_to, "decided_by": actor, "decided_at": clock.now(),
        },
    )  # fmt: skip


def proposal_fields(proposal: ProposalToday) -> dict[str, Any]:
    """What a stored proposal keeps of what the rule said that day."""
    names = ("about", "drill", "side", "response", "rule", "action", "to", "detail", "facts")
    return {name: getattr(proposal, name) for name in names}


def _check_decision(assessment: Assessment, proposal: ProposalToday, told: Decision) -> None:
    decision, reason, changed_to = told.decision, told.reason, told.changed_to
    fields = {}
    if decision == "accept" and (proposal.to or {}).get("try_first") and not told.tried:
        fields["tried"] = "it asks of the body what the drill before did not: try it out together first, and say so"
    if decision not in ("open", "accept", "change", "refuse"):
        fields["decision"] = "is accept, change, refuse or open"
    if proposal.is_stop and changed_to is not None and changed_to.get("drill") == proposal.drill:
        fields["changed_to"] = "a stop sign ends this drill: choose another in its place, or answer the sign"
    if decision in ("change", "refuse") and not reason and changed_to not in offered_instead(assessment, proposal):
        fields["reason"] = "say why, so that it can be explained later"
    if decision == "change" and (changed_to is None or proposal.about != "drill"):
        fields["changed_to"] = "say which drill, method and step"
    if decision == "accept" and proposal.action == "swap" and proposal.to is None:
        fields["decision"] = "there is no safer drill to swap to: change it by hand, or refuse with a reason"
    if decision == "refuse" and proposal.is_stop:
        fields["decision"] = "a stop sign is not refused: accept it, or have the red flag cleared"
    if fields:
        raise FieldError(fields)


def _check_change(assessment: Assessment, proposal: ProposalToday, changed_to: dict[str, Any]) -> None:
    found = next(f for f in assessment.review.drills if f.drill.id == proposal.drill)
    to = To(str(changed_to.get("drill")), str(changed_to.get("method")), int(changed_to.get("step", 0)))
    try:
        refusals = check_change(assessment.review, found, to)
    except CaseError as fault:
        raise FieldError({f"changed_to.{fault.path}": fault.reason}) from fault
    if refusals:
        raise RefusedError("the rules refuse this change", [r.text(assessment.library) for r in refusals])
