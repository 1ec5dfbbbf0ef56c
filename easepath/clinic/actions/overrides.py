"""Override a verdict with a reason, or take an override back."""

from __future__ import annotations

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.actions.base import fresh, locked, record, require_open
from easepath.clinic.errors import FieldError, NotAllowedError, RefusedError
from easepath.clinic.facts import assess
from easepath.clinic.policies import may, require
from easepath.core.knowledge import shipped_library
from easepath.core.screening.overrides import may_be_overridden
from easepath.core.screening.verdicts import DrillVerdict


def override_verdict(actor: models.User, visit: models.Visit, *, drill: str, side: str, reason: str) -> models.Override:
    """Make the verdict of a drill on a side milder by one step; a refusal needs a lead, some rules nobody overrides.

    Saying the same again answers with the row that stands; one in force that no longer fits gives way to the new one.
    """
    require(actor, "override", visit.complaint.client.clinic)
    _check(drill, side, reason)
    with transaction.atomic():
        complaint = fresh(visit)
        require_open(visit)
        standing = complaint.overrides.filter(drill=drill, side=side, withdrawn_at=None).first()
        if standing is not None and (standing.recorded_by_id, standing.reason) == (actor.pk, reason.strip()):
            return standing
        assessment = assess(complaint, clock.today_of(complaint))
        verdict = assessment.screen.drills[drill][side]  # type: ignore[index]
        lead = may(actor, "override-exclude")
        _refuse(verdict, lead=lead)
        if standing is not None:
            _withdraw(actor, standing)
        row = models.Override.objects.create(
            complaint=complaint, drill=drill, side=side, was=verdict.verdict.word, reason=reason.strip(), by_lead=lead,
            recorded_by=actor, recorded_at=clock.now(),
        )  # fmt: skip
        why = [r.text(assessment.library) for r in verdict.reasons]
        details = {"drill": drill, "side": side, "was": row.was, "reason": row.reason, "rules": why}
        record("override", complaint, actor, details)
    return row


def withdraw_override(actor: models.User, override: models.Override) -> models.Override:
    """Take an override back; the rule holds again from now on."""
    require(actor, "override", override.complaint.client.clinic)
    with transaction.atomic():
        override.complaint = locked(override.complaint_id)
        override.refresh_from_db(fields=["withdrawn_at"])
        if override.withdrawn_at is None:
            _withdraw(actor, override)
    return override


def _withdraw(actor: models.User, override: models.Override) -> None:
    override.withdrawn_at = clock.now()
    override.save(update_fields=["withdrawn_at"])
    record("withdraw-override", override.complaint, actor, {"drill": override.drill, "side": override.side})


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
