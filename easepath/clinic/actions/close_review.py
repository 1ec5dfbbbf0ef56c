"""Close a review into at most one new version, which the client sees from then on."""

from __future__ import annotations

from functools import partial

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, Unchanged, act
from easepath.clinic.actions.decide_proposal import proposal_fields
from easepath.clinic.actions.make_version import NewVersion, write_version
from easepath.clinic.actions.next_plan import Decided, next_plan
from easepath.clinic.actions.revisions import require_open
from easepath.clinic.actions.save_draft import draft_from_version
from easepath.clinic.errors import NotFoundError, RefusedError
from easepath.clinic.facts.proposals import decisions_of, proposals_of
from easepath.clinic.repository import Record, read_again
from easepath.core.code_version import code_version
from easepath.core.knowledge import shipped_library


def close_review(actor: models.User, visit: models.Visit, of_version: int) -> models.PlanVersion | None:
    """Close the review of a version; what was accepted or changed becomes one new version, nothing changed makes none.

    A review that was closed already answers with the version it made.
    """
    read = partial(read_again, visit)
    return act(actor, "decide-proposal", read, lambda record: _decide(actor, record, of_version))


def _decide(
    actor: models.User, record: Record, of_version: int
) -> Act[models.PlanVersion | None] | Unchanged[models.PlanVersion | None]:
    before = record.version
    if before is None:
        raise NotFoundError("there is no plan to review yet")
    if before.number != of_version:
        return Unchanged(_closed_before(record.visit, of_version))
    require_open(record.visit)
    decisions = decisions_of(record.visit, before)
    decided: Decided = [(p, decisions.get(p.key)) for p in proposals_of(record.assessment)]
    waiting = [proposal.detail for proposal, row in decided if proposal.waits(row)]
    if waiting:
        raise RefusedError("some proposals are not decided", waiting)
    plan = next_plan(record, before, decided)
    after, new = plan.after, plan.new
    adherence = record.assessment.review.share_done
    return Act(lambda: _write(actor, after, decided, new, adherence), "close-review", lambda version: {
        "version": version.number if version else None, "stage": after.complaint.stage,
        "difference": version.difference if version else [],
    })  # fmt: skip


def _closed_before(visit: models.Visit, of_version: int) -> models.PlanVersion | None:
    closed = visit.reviews.filter(of_version__number=of_version).exclude(closed_at=None).order_by("pk").last()
    if closed is None:
        raise RefusedError("the plan has a newer version", ["look at its proposals"])
    return closed.new_version


def _write(
    actor: models.User, after: Record, decided: Decided, new: NewVersion | None, adherence: float | None
) -> models.PlanVersion | None:
    after.complaint.save(update_fields=["stage", "stage_since"])
    version = write_version(actor, after, new, "review") if new else None
    _close(actor, after, decided, version, adherence)
    if version is not None:
        draft_from_version(after.visit, version)
    return version


def _close(
    actor: models.User, after: Record, decided: Decided, version: models.PlanVersion | None, adherence: float | None
) -> None:
    """The review with every proposal as it stood at closing."""
    now = clock.now()
    closing = {
        "knowledge_version": shipped_library().version, "code_version": code_version(), "adherence": adherence,
        "new_version": version, "closed_at": now,
    }  # fmt: skip
    review, _ = models.Review.objects.update_or_create(
        complaint=after.complaint, visit=after.visit, of_version=after.version, closed_at=None,
        defaults=closing, create_defaults={**closing, "opened_by": actor, "opened_at": now},
    )  # fmt: skip
    for position, (proposal, _) in enumerate(decided):
        models.Proposal.objects.update_or_create(
            review=review, key=proposal.key, defaults={**proposal_fields(proposal), "position": position}
        )
