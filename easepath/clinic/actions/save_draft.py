"""Save the drills ticked in a visit, in order; what the rules refuse is refused here too."""

from __future__ import annotations

from copy import copy
from dataclasses import replace
from functools import partial

from easepath.clinic import models
from easepath.clinic.acting import Act, act
from easepath.clinic.actions.check_draft import ask_reasons, check_draft, check_manners, refuse_closed, refuse_there
from easepath.clinic.actions.revisions import differing, keep_revision, next_revision
from easepath.clinic.errors import FieldError
from easepath.clinic.facts.draft import Draft, Ticked
from easepath.clinic.repository import Record, read_again
from easepath.core.compose.session import Order
from easepath.core.facts import DrillGroup
from easepath.core.knowledge import shipped_library


def save_draft(
    actor: models.User,
    visit: models.Visit,
    revision: int,
    ticked: tuple[Ticked, ...],
    stage: int | None = None,
    *,
    order: Order = "rules",
    groups: tuple[DrillGroup, ...] = (),
) -> int:
    """Replace the draft of a visit; a drill that is excluded or closed is refused with its reason.

    Drills that return as a rest stand where the clinician put them, so the order is the clinician's own then.
    """
    by_hand: Order = "own" if any(one.rest for one in ticked) else order
    wanted = Draft(ticked, stage, by_hand, groups)
    return act(actor, "compose", partial(read_again, visit), lambda record: _decide(actor, record, revision, wanted))


def _decide(actor: models.User, record: Record, revision: int, wanted: Draft) -> Act[int]:
    check_draft(wanted)
    before = Draft.of(record).as_data()
    number = next_revision(record, "plan", revision, before, wanted.as_data())
    after = replace(record, complaint=_staged(record, wanted.stage))
    refuse_closed(after.assessment, wanted.ticked)
    ask_reasons(after.assessment, wanted.ticked, _going_on(record))
    check_manners(after.assessment, wanted, record.version)
    refuse_there(after.assessment, wanted)
    stands = replace(wanted, ticked=_with_doses(record, wanted.ticked), stage=after.complaint.stage)

    def write() -> int:
        after.complaint.save(update_fields=["stage", "stage_since"])
        replace_draft(record.visit, stands)
        keep_revision(actor, record, "plan", number)
        return number

    details = {"visit": record.visit.number, **differing(before, stands.as_data())}
    return Act(write, "save-draft", lambda _: details)


def draft_from_version(visit: models.Visit, version: models.PlanVersion | None) -> None:
    """Start a visit's draft from the running version."""
    replace_draft(visit, Draft.of_running(version))


def _going_on(record: Record) -> set[str]:
    """The drills that were on the sheet, or in use, before this save."""
    in_use = record.version.drills.all() if record.version else ()
    return {row.drill for row in record.draft} | {row.drill for row in in_use}


def _with_doses(record: Record, ticked: tuple[Ticked, ...]) -> tuple[Ticked, ...]:
    """A drill whose method and step were not touched goes on with the dose it had."""
    present = {(r.drill, r.method, r.step): r.dose for r in record.draft if not r.own}
    return tuple(
        one if one.own else replace(one, dose=present.get((one.drill, one.method, one.step))) for one in ticked
    )


def replace_draft(visit: models.Visit, draft: Draft) -> None:
    """Write the draft of a visit anew."""
    visit.order, visit.groups = draft.order, [group.model_dump(mode="json") for group in draft.groups]
    visit.save(update_fields=["order", "groups"])
    visit.draft_drills.all().delete()
    rows = [vars(one) | {"names": list(one.names)} for one in draft.ticked]
    models.DraftDrill.objects.bulk_create(
        models.DraftDrill(visit=visit, position=n, **row) for n, row in enumerate(rows)
    )  # fmt: skip


def _staged(record: Record, stage: int | None) -> models.Complaint:
    """The complaint in its stage, not written yet.

    The clinician names the stage a client starts in, once; afterwards only a gate opens the next.
    """
    complaint = copy(record.complaint)
    if stage is None or stage == complaint.stage:
        return complaint
    condition = shipped_library().conditions.get(complaint.condition)
    if condition is None or condition.stage(stage) is None:
        raise FieldError({"stage": f"this condition has no stage {stage}"})
    if record.stage_is_fixed:
        raise FieldError({"stage": "a running plan changes its stage only through its gate"})
    complaint.stage, complaint.stage_since = stage, record.today
    return complaint
