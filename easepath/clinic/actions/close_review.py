"""Close a review into at most one new version, which the client sees from then on."""

from __future__ import annotations

from typing import Any

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.actions.base import fresh, record, require_open
from easepath.clinic.actions.decide_proposal import proposal_fields
from easepath.clinic.actions.make_version import compose_session, make_version
from easepath.clinic.actions.save_draft import draft_from_version
from easepath.clinic.errors import NotFoundError, RefusedError
from easepath.clinic.facts import Assessment, assess, current_version
from easepath.clinic.facts.proposals import ProposalToday, decisions_of, proposals_of
from easepath.clinic.facts.situation import kept_dose
from easepath.clinic.policies import require
from easepath.core.compose import Chosen

Decided = list[tuple[ProposalToday, models.Proposal | None]]


def close_review(actor: models.User, visit: models.Visit, of_version: int) -> models.PlanVersion | None:
    """Close the review of a version; what was accepted or changed becomes one new version, nothing changed makes none.

    A review that was closed already answers with the version it made.
    """
    require(actor, "decide-proposal", visit.complaint.client.clinic)
    with transaction.atomic():
        complaint = fresh(visit)
        before = current_version(complaint)
        if before is None:
            raise NotFoundError("there is no plan to review yet")
        if before.number != of_version:
            return _closed_before(visit, of_version)
        require_open(visit)
        assessment = assess(complaint, clock.today_of(complaint))
        decisions = decisions_of(visit, before)
        decided: Decided = [(p, decisions.get(p.key)) for p in proposals_of(assessment)]
        waiting = [proposal.detail for proposal, row in decided if proposal.waits(row)]
        if waiting:
            raise RefusedError("some proposals are not decided", waiting)
        review = _snapshot(actor, visit, before, assessment, decided)
        return _close(actor, review, decided)


def _closed_before(visit: models.Visit, of_version: int) -> models.PlanVersion | None:
    closed = visit.reviews.filter(of_version__number=of_version).exclude(closed_at=None).order_by("pk").last()
    if closed is None:
        raise RefusedError("the plan has a newer version", ["look at its proposals"])
    return closed.new_version


def _snapshot(
    actor: models.User, visit: models.Visit, before: models.PlanVersion, assessment: Assessment, decided: Decided
) -> models.Review:
    """The review with every proposal as it stood at closing."""
    facts = {"knowledge_version": assessment.library.version, "adherence": assessment.review.adherence}
    review, _ = models.Review.objects.update_or_create(
        complaint_id=before.complaint_id, visit=visit, of_version=before, closed_at=None,
        defaults=facts, create_defaults={**facts, "opened_by": actor, "opened_at": clock.now()},
    )  # fmt: skip
    for position, (proposal, _) in enumerate(decided):
        models.Proposal.objects.update_or_create(
            review=review, key=proposal.key, defaults={**proposal_fields(proposal), "position": position}
        )
    return review


def _close(actor: models.User, review: models.Review, decided: Decided) -> models.PlanVersion | None:
    complaint = models.Complaint.objects.get(pk=review.complaint_id)
    stage_opened = _open_stage(complaint, decided)
    chosen, replaced, changed = _outcome(review, decided)
    version = _new_version(actor, review, chosen, replaced) if changed or stage_opened else None
    review.new_version = version
    review.closed_at = clock.now()
    review.save(update_fields=["new_version", "closed_at"])
    details = {"version": version.number if version else None, "stage": complaint.stage,
               "difference": version.difference if version else []}  # fmt: skip
    record("close-review", complaint, actor, details)
    return version


def _open_stage(complaint: models.Complaint, decided: Decided) -> bool:
    opening = [p for p, row in decided if p.action == "open-gate" and row is not None and row.decision == "accept"]
    if not opening:
        return False
    complaint.stage = (complaint.stage or 1) + 1
    complaint.stage_since = clock.today_of(complaint)
    complaint.save(update_fields=["stage", "stage_since"])
    return True


def _outcome(review: models.Review, decided: Decided) -> tuple[tuple[Chosen, ...], dict[str, str], bool]:
    """The drills after the decisions, which drill replaces which, and whether anything changed."""
    by_drill = {proposal.drill: (proposal, row) for proposal, row in decided if proposal.about == "drill"}
    chosen: list[Chosen] = []
    replaced: dict[str, str] = {}
    changed = False
    for planned in review.of_version.drills.all():
        proposal, row = by_drill.get(planned.drill, (None, None))
        accepted = proposal is not None and row is not None and row.decision == "accept"
        if proposal is not None and accepted and proposal.does is not None and proposal.does.leaves:
            changed = True
            continue
        target = row.changed_to if row is not None and row.decision == "change" else None
        if proposal is not None and accepted:
            target = proposal.to
        if target is not None:
            changed = True
            replaced[planned.drill] = target["drill"]
        chosen.append(_kept(planned) if target is None else _changed(planned, target))
    return tuple(chosen), replaced, changed


def _kept(row: models.PlanDrill) -> Chosen:
    """A drill that goes on as it was handed over."""
    return Chosen(row.drill, row.side, row.method, row.step, row.place, kept_dose(row.dose))  # type: ignore[arg-type]


def _changed(row: models.PlanDrill, target: dict[str, Any]) -> Chosen:
    """What a drill becomes; it stays at its place where it is the same drill."""
    place = row.place if target["drill"] == row.drill else None
    dose = kept_dose(target.get("dose"))
    return Chosen(target["drill"], row.side, target["method"], target["step"], place, dose)  # type: ignore[arg-type]


def _new_version(
    actor: models.User, review: models.Review, chosen: tuple[Chosen, ...], replaced: dict[str, str]
) -> models.PlanVersion:
    complaint = models.Complaint.objects.get(pk=review.complaint_id)
    assessment = assess(complaint, clock.today_of(complaint))
    session = compose_session(assessment, chosen, keep_order=True)
    version = make_version(actor, review.visit, assessment, session, replaced)
    draft_from_version(review.visit, version)
    return version
