"""Close a review into at most one new version, which the client sees from then on."""

from __future__ import annotations

from copy import copy
from dataclasses import replace
from functools import partial
from typing import Any

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, Unchanged, act
from easepath.clinic.actions.decide_proposal import proposal_fields
from easepath.clinic.actions.make_version import NewVersion, compose_session, next_version, write_version
from easepath.clinic.actions.revisions import require_open
from easepath.clinic.actions.save_draft import draft_from_version
from easepath.clinic.errors import NotFoundError, RefusedError
from easepath.clinic.facts.draft import Draft, Ticked
from easepath.clinic.facts.proposals import ProposalToday, decisions_of, proposals_of
from easepath.clinic.facts.situation import stored_dose, stored_groups
from easepath.clinic.repository import Record, read_again
from easepath.core.code_version import code_version
from easepath.core.compose import Chosen
from easepath.core.compose.session import ORDERS
from easepath.core.facts import DrillGroup
from easepath.core.knowledge import shipped_library
from easepath.core.vocabulary import one_of, side_word

Decided = list[tuple[ProposalToday, models.Proposal | None]]


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
    after = _staged(record, decided)
    going_on = Draft.of_version(before).as_in_force(record.assessment)
    chosen, replaced, changed = _outcome(going_on.ticked, decided)
    order = one_of(ORDERS, before.order)
    new = None
    if changed or after is not record:
        session = compose_session(after.assessment, chosen, _groups(before, chosen, replaced), order)
        new = next_version(after, session, chosen, order, replaced)
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


def _staged(record: Record, decided: Decided) -> Record:
    """The record in its next stage where opening it was accepted, not written yet; else the record itself."""
    if not any(p.action == "open-gate" and row is not None and row.decision == "accept" for p, row in decided):
        return record
    complaint = copy(record.complaint)
    complaint.stage, complaint.stage_since = (complaint.stage or 1) + 1, record.today
    return replace(record, complaint=complaint)


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


def _outcome(planned_rows: tuple[Ticked, ...], decided: Decided) -> tuple[tuple[Chosen, ...], dict[str, str], bool]:
    """The drills after the decisions, which drill replaces which, and whether anything changed."""
    by_drill = {proposal.drill: (proposal, row) for proposal, row in decided if proposal.about == "drill"}
    chosen: list[Chosen] = []
    replaced: dict[str, str] = {}
    changed = False
    for planned in planned_rows:
        if planned.rest:
            chosen.append(planned.chosen(0))
            continue
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
        chosen.append(planned.chosen(0) if target is None else _changed(planned, target))
    going_on = {one.drill for one in chosen if not one.rest}
    return tuple(one for one in chosen if one.drill in going_on), replaced, changed


def _groups(before: models.PlanVersion, chosen: tuple[Chosen, ...], replaced: dict[str, str]) -> tuple[DrillGroup, ...]:
    """The groups of a version with the drills that came in the place of others."""
    there = {one.drill for one in chosen}
    groups = []
    for group in stored_groups(before.groups):
        drills = tuple(now for drill in group.drills if (now := replaced.get(drill, drill)) in there)
        groups += [group.model_copy(update={"drills": drills})] if drills else []
    return tuple(groups)


def _changed(row: Ticked, target: dict[str, Any]) -> Chosen:
    """What a drill becomes; the same drill keeps its place and what was agreed about it, with one dose."""
    dose = stored_dose(target.get("dose"))
    if target["drill"] != row.drill:
        return Chosen(target["drill"], side_word(row.side), target["method"], target["step"], dose=dose)
    kept = row.chosen(target["step"])
    manner = None if kept.manner is None else kept.manner.same_on_both()
    return replace(kept, method=target["method"], step=target["step"], dose=dose, manner=manner)
