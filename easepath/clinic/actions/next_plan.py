"""The plan as it will be after the decisions of a review so far."""

from __future__ import annotations

from copy import copy
from dataclasses import dataclass, replace
from typing import Any

from easepath.clinic import models
from easepath.clinic.actions.make_version import NewVersion, compose_session, next_version
from easepath.clinic.facts.draft import Draft, Ticked
from easepath.clinic.facts.proposals import ProposalToday
from easepath.clinic.facts.situation import stored_dose, stored_groups
from easepath.clinic.repository import Record
from easepath.core.compose import Chosen, Session
from easepath.core.compose.session import ORDERS
from easepath.core.facts import DrillGroup
from easepath.core.vocabulary import one_of, side_word

Decided = list[tuple[ProposalToday, models.Proposal | None]]


@dataclass(frozen=True)
class NextPlan:
    """What the decisions come to: the record in its stage, and the next version with its session.

    Both are None where nothing changes.
    """

    after: Record
    new: NewVersion | None = None
    session: Session | None = None


def next_plan(record: Record, before: models.PlanVersion, decided: Decided) -> NextPlan:
    """The version that the decisions make of the one before; raises RefusedError where the rules refuse it."""
    after = _staged(record, decided)
    going_on = Draft.of_version(before).as_in_force(record.assessment)
    chosen, replaced, changed = _outcome(going_on.ticked, decided)
    if not changed and after is record:
        return NextPlan(after)
    order = one_of(ORDERS, before.order)
    session = compose_session(after.assessment, chosen, groups_after(before, chosen, replaced), order)
    return NextPlan(after, next_version(after, session, chosen, order, replaced), session)


def _staged(record: Record, decided: Decided) -> Record:
    """The record in its next stage where opening it was accepted, not written yet; else the record itself."""
    if not any(p.action == "open-gate" and row is not None and row.decision == "accept" for p, row in decided):
        return record
    complaint = copy(record.complaint)
    complaint.stage, complaint.stage_since = (complaint.stage or 1) + 1, record.today
    return replace(record, complaint=complaint)


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
        chosen.append(planned.chosen(0) if target is None else as_changed(planned, target))
    going_on = {one.drill for one in chosen if not one.rest}
    return tuple(one for one in chosen if one.drill in going_on), replaced, changed


def groups_after(
    before: models.PlanVersion, chosen: tuple[Chosen, ...], replaced: dict[str, str]
) -> tuple[DrillGroup, ...]:
    """The groups of a version with the drills that came in the place of others."""
    there = {one.drill for one in chosen}
    groups = []
    for group in stored_groups(before.groups):
        drills = tuple(now for drill in group.drills if (now := replaced.get(drill, drill)) in there)
        groups += [group.model_copy(update={"drills": drills})] if drills else []
    return tuple(groups)


def as_changed(row: Ticked, target: dict[str, Any]) -> Chosen:
    """What a drill becomes; the same drill keeps its place and what was agreed about it, with one dose."""
    dose = stored_dose(target.get("dose"))
    if target["drill"] != row.drill:
        return Chosen(target["drill"], side_word(row.side), target["method"], target["step"], dose=dose)
    kept = row.chosen(target["step"])
    manner = None if kept.manner is None else kept.manner.same_on_both()
    return replace(kept, method=target["method"], step=target["step"], dose=dose, manner=manner)
