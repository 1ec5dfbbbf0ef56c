"""Agree on the next visit: a day, with its hour where one is agreed."""

from __future__ import annotations

import datetime as dt
from functools import partial

from easepath.clinic import models
from easepath.clinic.acting import Act, Unchanged, act
from easepath.clinic.errors import FieldError
from easepath.clinic.repository import Record, read_complaint

FURTHEST_DAYS = 366
"""A visit further away than a year is a mistyped year."""


def agree_visit(actor: models.User, complaint: models.Complaint, day: dt.date | None, at: dt.time | None) -> None:
    """Agree on the next visit, or on none; raises FieldError for a day that is over, or an hour without a day."""
    act(actor, "open-visit", partial(read_complaint, complaint.pk), lambda record: _decide(record, day, at))


def _decide(record: Record, day: dt.date | None, at: dt.time | None) -> Act[None] | Unchanged[None]:
    complaint = record.complaint
    if (day, at) == (complaint.visit_on, complaint.visit_at):
        return Unchanged(None)
    fields = {}
    if day is not None and not 0 <= (day - record.today).days <= FURTHEST_DAYS:
        fields["visit_on"] = f"{day} lies before today, {record.today}, or more than a year ahead"
    if at is not None and day is None:
        fields["visit_at"] = "has no day"
    if fields:
        raise FieldError(fields)
    details = {"on": day and str(day), "at": at and f"{at:%H:%M}"}
    return Act(lambda: write_visit(complaint, day, at), "next-visit", lambda _: details)


def write_visit(complaint: models.Complaint, day: dt.date | None, at: dt.time | None) -> None:
    """Write the next visit of a complaint, inside an act."""
    models.Complaint.objects.filter(pk=complaint.pk).update(visit_on=day, visit_at=at)
    complaint.visit_on, complaint.visit_at = day, at
