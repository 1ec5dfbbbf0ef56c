"""Override a verdict with a reason, or take an override back."""

from __future__ import annotations

from functools import partial

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, Unchanged, act, note
from easepath.clinic.actions.revisions import require_open
from easepath.clinic.errors import FieldError, NotAllowedError, RefusedError
from easepath.clinic.policies import may
from easepath.clinic.repository import Record, read_again, read_complaint
from easepath.core.knowledge import shipped_library
from easepath.core.screening.overrides import may_be_overridden
from easepath.core.screening.verdicts import DrillVerdict
from easepath.core.vocabulary import side_word


def override_verdict(actor: models.User, visit: models.Visit, *, drill: str, side: str, reason: str) -> models.Override:
    """Make the verdict of a drill on a side milder by one step; a refusal needs a lead, some rules nobody overrides.

    Saying the same again answers with the row that stands; one in force that no longer fits gives way to the new one.
    """
    wanted = models.Override(drill=drill, side=side, reason=reason.strip(), recorded_by=actor)
    return act(actor, "override", partial(read_again, visit), lambda record: _decide(actor, record, wanted))


def _decide(
    actor: models.User, record: Record, wanted: models.Override
) -> Act[models.Override] | Unchanged[models.Override]:
    _check(wanted.drill, wanted.side, wanted.reason)
    require_open(record.visit)
    mine = models.Override.objects.filter(complaint=record.complaint, drill=wanted.drill, side=wanted.side)
    standing = mine.filter(withdrawn_at=None).first()
    if standing is not None and (standing.recorded_by_id, standing.reason) == (actor.pk, wanted.reason):
        return Unchanged(standing)
    verdict = record.assessment.screen.drills[wanted.drill][side_word(wanted.side)]
    wanted.by_lead = may(actor, "override-exclude")
    _refuse(verdict, lead=wanted.by_lead)
    wanted.complaint, wanted.was = record.complaint, verdict.verdict.word

    def write() -> models.Override:
        if standing is not None:
            withdraw_row(standing)
            note(actor, record.complaint, "withdraw-override", {"drill": standing.drill, "side": standing.side})
        wanted.recorded_at = clock.now()
        wanted.save(force_insert=True)
        return wanted

    why = [r.text(shipped_library()) for r in verdict.reasons]
    details = {"drill": wanted.drill, "side": wanted.side, "was": wanted.was, "reason": wanted.reason, "rules": why}
    return Act(write, "override", lambda _: details)


def withdraw_override(actor: models.User, override: models.Override) -> models.Override:
    """Take an override back; the rule holds again from now on."""

    def decide(_: Record) -> Act[models.Override] | Unchanged[models.Override]:
        override.refresh_from_db(fields=["withdrawn_at"])
        if override.withdrawn_at is not None:
            return Unchanged(override)
        details = {"drill": override.drill, "side": override.side}
        return Act(lambda: withdraw_row(override), "withdraw-override", lambda _: details)

    return act(actor, "override", partial(read_complaint, override.complaint_id), decide)


def withdraw_row(override: models.Override) -> models.Override:
    """Write that an override is no longer in force."""
    override.withdrawn_at = clock.now()
    override.save(update_fields=["withdrawn_at"])
    return override


def _check(drill: str, side: str, reason: str) -> None:
    found = shipped_library().drills.get(drill)
    fields = {}
    if found is None:
        fields["drill"] = f"there is no drill {drill!r}"
    elif side not in (("both",) if found.sides == "both" else ("left", "right")):
        fields["side"] = "is both" if found.sides == "both" else "is left or right"
    if not reason.strip():
        fields["reason"] = "say why, so that it can be explained later"
    if fields:
        raise FieldError(fields)


def _refuse(verdict: DrillVerdict, *, lead: bool) -> None:
    refused = may_be_overridden(verdict, by_lead=lead)
    if refused is not None and refused.rule == "override-needs-lead":
        raise NotAllowedError("override-exclude")
    if refused is not None:
        raise RefusedError("this verdict is not overridden", [refused.text(shipped_library())])
