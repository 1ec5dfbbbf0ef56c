"""A review: open it, decide each proposal, close it into at most one new version."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.actions.base import record
from easepath.clinic.actions.make_version import compose_session, make_version
from easepath.clinic.actions.save_draft import draft_from_version
from easepath.clinic.errors import FieldError, NotFoundError, RefusedError
from easepath.clinic.facts import Assessment, assess, current_version
from easepath.clinic.policies import require
from easepath.core.adjust.changes import check_change
from easepath.core.adjust.decision import To
from easepath.core.compose import Chosen
from easepath.core.errors import CaseError

STOPS = frozenset({"stop", "pause", "suspend"})
LEAVES = frozenset({"stop", "pause"})
UNDECIDED_FINE = frozenset({"hold", "keep", ""})


def open_review(actor: models.User, visit: models.Visit) -> models.Review:
    """The open review of a visit refreshed with today's proposals, keeping what was decided on the same facts."""
    complaint = visit.complaint
    require(actor, "see-clients", complaint.client.clinic)
    version = current_version(complaint)
    if version is None:
        raise NotFoundError("there is no plan to review yet")
    assessment = assess(complaint, clock.today_of(complaint))
    with transaction.atomic():
        review, created = models.Review.objects.get_or_create(
            complaint=complaint, visit=visit, of_version=version, closed_at=None,
            defaults={"opened_by": actor, "opened_at": clock.now(), "knowledge_version": assessment.library.version},
        )  # fmt: skip
        _refresh(review, assessment)
        if created:
            record("open-review", complaint, actor, {"version": version.number})
    return review


def _refresh(review: models.Review, assessment: Assessment) -> None:
    """Write today's proposals; a decision survives only while rule, action and target are the same."""
    kept = {_key(p): p for p in review.proposals.exclude(decision="open")}
    review.proposals.all().delete()
    review.knowledge_version = assessment.library.version
    review.adherence = assessment.review.adherence
    review.save()
    for position, fields in enumerate(_rows(assessment)):
        row = models.Proposal(review=review, position=position, **fields)
        old = kept.get(_key(row))
        if old is not None:
            for name in ("decision", "changed_to", "decision_reason", "decided_by", "decided_at"):
                setattr(row, name, getattr(old, name))
        row.save()


def _key(row: models.Proposal) -> tuple[Any, ...]:
    return row.about, row.drill, row.side, row.rule, row.action, str(row.to), row.detail


def _rows(assessment: Assessment) -> list[dict[str, Any]]:
    library = assessment.library
    rows: list[dict[str, Any]] = []
    for found in assessment.review.drills:
        to = found.decision.to
        rows.append({
            "about": "drill", "drill": found.drill.id, "side": found.planned.side or "both",
            "response": found.kind or "", "rule": found.decision.rule, "action": found.decision.action,
            "to": None if to is None else vars(to), "detail": found.decision.reason.text(library),
            "facts": dict(found.decision.reason.facts),
        })  # fmt: skip
    for proposal in assessment.review.plan:
        gate = proposal.gate
        facts = dict(proposal.reason.facts)
        if gate is not None:
            facts |= {
                "opens": gate.opens, "last": gate.last,
                "missing": [
                    {"text": r.text(library), "word": r.facts.get("word")} for r in gate.missing
                ],
            }  # fmt: skip
        rows.append({
            "about": "plan", "rule": proposal.rule, "detail": proposal.reason.text(library), "facts": facts,
            "action": "open-gate" if gate is not None and gate.opens and not gate.last else "",
        })  # fmt: skip
    return rows


def decide_proposal(
    actor: models.User,
    proposal: models.Proposal,
    *,
    decision: str,
    reason: str = "",
    changed_to: dict[str, Any] | None = None,
) -> models.Proposal:
    """Accept, change or refuse one proposal; a refusal and a change name their reason."""
    complaint = proposal.review.complaint
    require(actor, "decide-proposal", complaint.client.clinic)
    if proposal.review.closed_at is not None:
        raise RefusedError("this review is closed", ["open the next visit to decide again"])
    _check_decision(proposal, decision, reason, changed_to)
    if changed_to is not None:
        _check_change(complaint, proposal, changed_to)
    with transaction.atomic():
        proposal.decision = decision
        proposal.decision_reason = reason.strip()
        proposal.changed_to = changed_to
        proposal.decided_by = actor
        proposal.decided_at = clock.now()
        proposal.save()
        details = {"rule": proposal.rule, "drill": proposal.drill, "action": proposal.action, "decision": decision,
                   "reason": proposal.decision_reason, "changed_to": changed_to}  # fmt: skip
        record("decide-proposal", complaint, actor, details)
    return proposal


def _check_decision(proposal: models.Proposal, decision: str, reason: str, changed_to: dict[str, Any] | None) -> None:
    fields = {}
    if decision not in ("open", "accept", "change", "refuse"):
        fields["decision"] = "is accept, change, refuse or open"
    if decision in ("change", "refuse") and not reason.strip():
        fields["reason"] = "say why, so that it can be explained later"
    if decision == "change" and (changed_to is None or proposal.about != "drill"):
        fields["changed_to"] = "say which drill, method and step"
    if decision == "accept" and proposal.action == "swap" and proposal.to is None:
        fields["decision"] = "there is no safer drill to swap to: change it by hand, or refuse with a reason"
    if decision == "refuse" and proposal.action in STOPS:
        fields["decision"] = "a stop sign is not refused: accept it, or have the red flag cleared"
    if fields:
        raise FieldError(fields)


def _check_change(complaint: models.Complaint, proposal: models.Proposal, changed_to: dict[str, Any]) -> None:
    assessment = assess(complaint, clock.today_of(complaint))
    found = next((f for f in assessment.review.drills if f.drill.id == proposal.drill), None)
    if found is None:
        raise RefusedError("this drill is not in the plan any more", ["open the review again"])
    to = To(str(changed_to.get("drill")), str(changed_to.get("method")), int(changed_to.get("step", 0)))
    try:
        refusals = check_change(assessment.review, found, to)
    except CaseError as fault:
        raise FieldError({f"changed_to.{fault.path}": fault.reason}) from fault
    if refusals:
        raise RefusedError("the rules refuse this change", [r.text(assessment.library) for r in refusals])


def confirm_gate_word(actor: models.User, visit: models.Visit, word: str, *, confirmed: bool) -> list[str]:
    """Record, or take back, that a clinician has seen what a gate asks for."""
    complaint = visit.complaint
    require(actor, "decide-proposal", complaint.client.clinic)
    assessment = assess(complaint, clock.today_of(complaint))
    profile = assessment.screen.profile
    gates = assessment.library.gates.get(profile.id) if profile else None
    if gates is None or word not in gates.confirm_words:
        raise FieldError({"word": "is not asked by a gate of this condition"})
    with transaction.atomic():
        words = [w for w in complaint.gate_words if w != word] + ([word] if confirmed else [])
        complaint.gate_words = words
        complaint.save()
        record("confirm-gate-word", complaint, actor, {"word": word, "confirmed": confirmed})
    return words


def close_review(actor: models.User, review: models.Review) -> models.PlanVersion | None:
    """Close a review; whatever was accepted or changed becomes one new version, nothing changed makes none."""
    complaint = review.complaint
    require(actor, "decide-proposal", complaint.client.clinic)
    if review.closed_at is not None:
        return review.new_version
    proposals = list(review.proposals.all())
    undecided = [p for p in proposals if p.decision == "open" and p.action not in UNDECIDED_FINE]
    if undecided:
        raise RefusedError("some proposals are not decided", [p.detail for p in undecided])
    with transaction.atomic():
        stage_opened = _open_stage(complaint, proposals)
        chosen, replaced, changed = _outcome(review, proposals)
        version = None
        if changed or stage_opened:
            version = _new_version(actor, review, chosen, replaced)
        review.new_version = version
        review.closed_at = clock.now()
        review.save()
        details = {"version": version.number if version else None, "stage": complaint.stage,
                   "difference": version.difference if version else []}  # fmt: skip
        record("close-review", complaint, actor, details)
    return version


def _open_stage(complaint: models.Complaint, proposals: list[models.Proposal]) -> bool:
    opening = [p for p in proposals if p.action == "open-gate" and p.decision == "accept"]
    if not opening:
        return False
    complaint.stage = (complaint.stage or 1) + 1
    complaint.stage_since = clock.today_of(complaint)
    complaint.save()
    return True


def _outcome(
    review: models.Review, proposals: list[models.Proposal]
) -> tuple[tuple[Chosen, ...], dict[str, str], bool]:
    """The drills after the decisions, which drill replaces which, and whether anything changed."""
    decided = {p.drill: p for p in proposals if p.about == "drill"}
    chosen: list[Chosen] = []
    replaced: dict[str, str] = {}
    changed = False
    for row in review.of_version.drills.all():
        proposal = decided.get(row.drill)
        target = None
        if proposal is not None and proposal.decision == "change":
            target = proposal.changed_to
        elif proposal is not None and proposal.decision == "accept":
            if proposal.action in LEAVES:
                changed = True
                continue
            target = proposal.to
        after = target or {"drill": row.drill, "method": row.method, "step": row.step}
        if (after["drill"], after["method"], after["step"]) != (row.drill, row.method, row.step):
            changed = True
            replaced[row.drill] = after["drill"]
        place = row.place if after["drill"] == row.drill else None
        chosen.append(Chosen(side=row.side, place=place, **after))  # type: ignore[arg-type]
    return tuple(chosen), replaced, changed


def _new_version(
    actor: models.User, review: models.Review, chosen: tuple[Chosen, ...], replaced: dict[str, str]
) -> models.PlanVersion:
    complaint = models.Complaint.objects.get(pk=review.complaint_id)
    assessment = assess(complaint, clock.today_of(complaint))
    session = compose_session(assessment, chosen, keep_order=True)
    version = make_version(actor, review.visit, assessment, session, replaced)
    draft_from_version(review.visit, version)
    return version
