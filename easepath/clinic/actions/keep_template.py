"""Keep a session as a template of the clinic or of oneself, and put one away."""

from __future__ import annotations

from collections.abc import Sequence
from functools import partial

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, act
from easepath.clinic.audit import record_event
from easepath.clinic.errors import FieldError, NotAllowedError
from easepath.clinic.facts.draft import Draft
from easepath.clinic.facts.template import as_template
from easepath.clinic.policies import may, require
from easepath.clinic.repository import Record, read_again
from easepath.core.knowledge import shipped_library


def keep_template(
    actor: models.User, visit: models.Visit, name: str, *, own: bool, meant_for: Sequence[str] = ()
) -> models.SessionTemplate:
    """The session in sight as a template; raises FieldError for a name that is empty or taken, or no drills."""
    return act(
        actor, "compose", partial(read_again, visit),
        lambda record: _decide(actor, record, name.strip(), own=own, meant_for=tuple(meant_for)),
    )  # fmt: skip


def _decide(
    actor: models.User, record: Record, name: str, *, own: bool, meant_for: tuple[str, ...]
) -> Act[models.SessionTemplate]:
    draft, clinic = Draft.in_sight(record), record.complaint.client.clinic
    fields = {}
    if not name:
        fields["name"] = "a template needs a name to be found by"
    elif models.SessionTemplate.objects.filter(
        clinic=clinic, owner=actor if own else None, name__iexact=name, put_away_at=None
    ).exists():
        fields["name"] = f"there is a template {name!r} already; put it away first, or choose another name"
    if not draft.ticked:
        fields["drills"] = "put at least one drill on the sheet first"
    unknown = [condition for condition in meant_for if condition not in shipped_library().conditions]
    if unknown:
        fields["meant_for"] = f"there is no condition {unknown[0]!r}"
    if fields:
        raise FieldError(fields)
    template = models.SessionTemplate(
        clinic=clinic, owner=actor if own else None, name=name, meant_for=list(meant_for),
        drills=as_template(draft, sorted(record.facts.complaint.affected)), order=draft.order,
        groups=[group.model_dump(mode="json") for group in draft.groups], kept_by=actor, kept_at=clock.now(),
    )  # fmt: skip

    def write() -> models.SessionTemplate:
        template.save(force_insert=True)
        return template

    return Act(write, "keep-template", lambda made: {"template": made.pk, "name": name, "own": own})


def put_away(actor: models.User, template: models.SessionTemplate) -> None:
    """Offer a template no more: one's own, or as a lead one of the clinic; whoever kept it may too."""
    require(actor, "compose", template.clinic)
    if actor.pk not in (template.owner_id, template.kept_by_id) and not may(actor, "override-exclude"):
        raise NotAllowedError("put-away-template")
    with transaction.atomic():
        template.put_away_at = clock.now()
        template.save(update_fields=["put_away_at"])
        record_event(
            "put-away-template", clinic=template.clinic, actor=actor,
            details={"template": template.pk, "name": template.name},
        )  # fmt: skip
