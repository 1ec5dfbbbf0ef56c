"""Agree with a client how new things are told, and when a session that is due is called to mind."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from functools import partial
from typing import Final

from easepath.clinic import models
from easepath.clinic.acting import Act, Unchanged, act
from easepath.clinic.actions.dispatches import NoWay, address_of
from easepath.clinic.errors import FieldError
from easepath.clinic.repository import Record, read_complaint

MOST_A_DAY: Final = 6
"""Reminders of one day: as many as sessions may be due."""


def agree_reminders(actor: models.User, complaint: models.Complaint, told_by: NoWay, times: Sequence[dt.time]) -> None:
    """By what way the client is told, and at which times of the day; without a way nothing is sent.

    Raises FieldError for a way to which the record has no address, and for times without a way or too many.
    """
    at = sorted({f"{time:%H:%M}" for time in times})
    act(actor, "manage-link", partial(read_complaint, complaint.pk), lambda record: _decide(record, told_by, at))


def _decide(record: Record, told_by: str, at: list[str]) -> Act[None] | Unchanged[None]:
    complaint, fields = record.complaint, {}
    if (told_by, at) == (complaint.told_by, complaint.remind_at):
        return Unchanged(None)
    if told_by and not address_of(complaint.client, told_by):
        what = "telephone number" if told_by == "text" else "mail address"
        fields["told_by"] = f"has no {what} in the record: add it on the person page"
    if at and not told_by:
        fields["remind_at"] = "needs a way to reach the client: text message or mail"
    if len(at) > MOST_A_DAY:
        fields["remind_at"] = f"has more than {MOST_A_DAY} times"
    if fields:
        raise FieldError(fields)

    def write() -> None:
        models.Complaint.objects.filter(pk=complaint.pk).update(told_by=told_by, remind_at=at)

    return Act(write, "agree-reminders", lambda _: {"told_by": told_by, "remind_at": at})
