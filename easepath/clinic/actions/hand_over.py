"""Hand over the draft of a visit: a new version of the plan, and the private link."""

from __future__ import annotations

import datetime as dt
from functools import partial

from easepath.clinic import models
from easepath.clinic.acting import Act, act
from easepath.clinic.actions.home_links import make_link
from easepath.clinic.actions.make_version import NewVersion, compose_session, next_version, write_version
from easepath.clinic.actions.next_visit import write_visit
from easepath.clinic.actions.revisions import require_open
from easepath.clinic.errors import FieldError, RefusedError
from easepath.clinic.facts.draft import Draft, with_offered_orders
from easepath.clinic.repository import Record, read_again
from easepath.core.story import stage_is_asked

HandedOver = tuple[models.PlanVersion, str]


def hand_over(
    actor: models.User, visit: models.Visit, of_version: int | None = None, review_on: dt.date | None = None
) -> HandedOver:
    """The new version and the private link's token, which is shown once and kept only as a hash.

    `of_version` is the number of the version in use that the caller saw, 0 for none; asked for again, handing over
    answers with the version it made from that one. None takes whatever is in use. `review_on` is the day agreed for
    looking at it together; raises FieldError for one before today.
    """
    read = partial(read_again, visit)
    return act(actor, "hand-over", read, lambda record: _decide(actor, record, of_version, review_on))


def _decide(actor: models.User, record: Record, of_version: int | None, review_on: dt.date | None) -> Act[HandedOver]:
    in_use = record.version.number if record.version else 0
    if of_version is not None and of_version != in_use:
        made = _handed_over_before(record.visit, of_version)
        return Act(lambda: (made, make_link(actor, record.complaint)), "new-link", lambda _: {})
    require_open(record.visit)
    if review_on is not None and review_on < record.today:
        raise FieldError({"review_on": f"{review_on} lies before today, {record.today}"})
    draft = Draft.of(record)
    if not draft.ticked:
        raise RefusedError("nothing to hand over", ["put at least one drill on the sheet in Plan"])
    draft = with_offered_orders(draft.as_in_force(record.assessment), record.assessment)
    chosen = draft.chosen(record.assessment.screen.start_step())
    session = compose_session(record.assessment, chosen, draft.groups, draft.order)
    if stage_is_asked(record.assessment.library, record.facts):
        raise RefusedError("nobody said which stage is reached", ["answer in Plan which of these is already true"])
    new = next_version(record, session, chosen, draft.order)
    return Act(lambda: _write(actor, record, new, review_on), "hand-over", lambda made: {
        "version": made[0].number, "drills": [p.drill for p in chosen], "difference": made[0].difference,
        "review_on": review_on and str(review_on),
    })  # fmt: skip


def _write(actor: models.User, record: Record, new: NewVersion, review_on: dt.date | None) -> HandedOver:
    if review_on is not None and review_on != record.complaint.visit_on:
        write_visit(record.complaint, review_on, None)
    return write_version(actor, record, new, "hand-over"), make_link(actor, record.complaint)


def _handed_over_before(visit: models.Visit, of_version: int) -> models.PlanVersion:
    made = visit.versions.filter(number=of_version + 1, made_by=None, takes_back=None).first()
    if made is None:
        raise RefusedError("the plan has a newer version", ["look at the sheet again before you hand it over"])
    return made
