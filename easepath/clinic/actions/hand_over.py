"""Hand over the draft of a visit: a new version of the plan, and the private link."""

from __future__ import annotations

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.actions.base import fresh, record, require_open
from easepath.clinic.actions.home_links import make_link
from easepath.clinic.actions.make_version import compose_session, make_version
from easepath.clinic.errors import RefusedError
from easepath.clinic.facts import Assessment, assess, current_version
from easepath.clinic.facts.situation import kept_dose
from easepath.clinic.policies import require
from easepath.core.compose import Chosen


def hand_over(actor: models.User, visit: models.Visit, of_version: int | None = None) -> tuple[models.PlanVersion, str]:
    """The new version and the private link's token, which is shown once and kept only as a hash.

    `of_version` is the number of the version in use that the caller saw, 0 for none; asked for again, handing over
    answers with the version it made from that one. None takes whatever is in use.
    """
    require(actor, "hand-over", visit.complaint.client.clinic)
    with transaction.atomic():
        complaint = fresh(visit)
        before = current_version(complaint)
        in_use = before.number if before else 0
        if of_version is not None and of_version != in_use:
            made = _handed_over_before(visit, of_version)
            record("new-link", complaint, actor)
            return made, make_link(actor, complaint)
        require_open(visit)
        assessment = assess(complaint, clock.today_of(complaint))
        chosen = draft_drills(visit, assessment)
        if not chosen:
            raise RefusedError("nothing to hand over", ["tick at least one drill in Match"])
        session = compose_session(assessment, chosen, keep_order=visit.arranged)
        version = make_version(actor, visit, assessment, session)
        token = make_link(actor, complaint)
        details = {"version": version.number, "drills": [p.drill for p in chosen], "difference": version.difference}
        record("hand-over", complaint, actor, details)
    return version, token


def _handed_over_before(visit: models.Visit, of_version: int) -> models.PlanVersion:
    made = visit.versions.filter(number=of_version + 1, made_by=None).first()
    if made is None:
        raise RefusedError("the plan has a newer version", ["look at the sheet again before you hand it over"])
    return made


def draft_drills(visit: models.Visit, assessment: Assessment) -> tuple[Chosen, ...]:
    """The ticked drills of a visit as facts; where no step is chosen, the start dose of today."""
    start = assessment.screen.start_step()
    return tuple(
        Chosen(
            drill=row.drill,
            side=row.side,  # type: ignore[arg-type]
            method=row.method or None,
            step=start if row.step is None else row.step,
            place=row.place or None,  # type: ignore[arg-type]
            dose=kept_dose(row.dose),
        )
        for row in visit.draft_drills.all()
    )
