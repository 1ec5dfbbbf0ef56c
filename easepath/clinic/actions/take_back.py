"""Take a version back while nobody has done it: what ran before runs again, as a version of its own."""

from __future__ import annotations

import datetime as dt
from collections.abc import Collection
from functools import partial
from typing import Any, Final

from django.db.models import Model

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, Unchanged, act
from easepath.clinic.actions.revisions import require_open
from easepath.clinic.actions.save_draft import draft_from_version
from easepath.clinic.errors import NotFoundError, RefusedError
from easepath.clinic.repository import Record, read_again

WITHIN: Final = dt.timedelta(minutes=10)
"""As long as a slip is noticed in the room; afterwards the client has the sheet, and a change is a decision."""
WORDS: Final = "as before: the last change was taken back"
OWN: Final = ("id", "number", "start", "difference", "handed_over_by", "handed_over_at", "visit", "takes_back")
"""What a version that runs again has of its own; all else is that of the version that ran before."""


def take_back_seconds(version: models.PlanVersion, *, done: bool) -> int:
    """For how long a version may still be taken back; 0 for a first one, one that was `done`, and when time is over."""
    left = version.handed_over_at + WITHIN - clock.now()
    return 0 if done or version.number < 2 else max(0, int(left.total_seconds()))


def take_back(actor: models.User, visit: models.Visit, number: int) -> models.PlanVersion:
    """The version before runs again, as the next one; asked for again, the version that was made.

    Raises RefusedError once somebody has done a session of it, or ten minutes are over.
    """
    return act(actor, "hand-over", partial(read_again, visit), lambda record: _decide(actor, record, number))


def _decide(actor: models.User, record: Record, number: int) -> Act[models.PlanVersion] | Unchanged[models.PlanVersion]:
    version = record.version
    if version is None:
        raise NotFoundError("nothing was handed over yet")
    if version.takes_back == number:
        return Unchanged(version)
    if version.number != number:
        raise RefusedError("the plan has a newer version", ["look at it again before you take it back"])
    require_open(record.visit)
    done = any(session.version == number for session in record.sessions)
    before = record.complaint.versions.filter(number=number - 1).prefetch_related("drills").first()
    if before is None:
        raise RefusedError("there is no version before it", ["close the private link instead, and hand over anew"])
    if not take_back_seconds(version, done=done):
        why = "a session of it was told" if done else "ten minutes are over"
        raise RefusedError("it cannot be taken back any more", [f"{why}: change it in Plan or Adjust"])
    return Act(lambda: _write(actor, record, before), "take-back", lambda made: {
        "version": made.number, "takes_back": number,
    })  # fmt: skip


def _write(actor: models.User, record: Record, before: models.PlanVersion) -> models.PlanVersion:
    assert record.version is not None
    complaint, taken = record.complaint, record.version.number
    complaint.stage, complaint.stage_since = before.stage, before.stage_since
    complaint.save(update_fields=["stage", "stage_since"])
    version = models.PlanVersion(
        number=taken + 1, visit=record.visit, start=record.today, difference=[WORDS], handed_over_by=actor,
        handed_over_at=clock.now(), takes_back=taken,
        **_same(before, OWN),
    )  # fmt: skip
    version.save(force_insert=True)
    rows = [models.PlanDrill(version=version, **_same(row, ("id", "version"))) for row in before.drills.all()]
    models.PlanDrill.objects.bulk_create(rows)
    draft_from_version(record.visit, version)
    return version


def _same(row: Model, but: Collection[str]) -> dict[str, Any]:
    """Every stored value of a row, but those of some fields."""
    return {one.attname: getattr(row, one.attname) for one in row._meta.concrete_fields if one.name not in but}
