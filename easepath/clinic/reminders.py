"""Call to mind what is due: a session that was not done yet, a morning that is open, the visit of tomorrow."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator
from typing import Final
from zoneinfo import ZoneInfo

from django.db import IntegrityError, transaction

from easepath.clinic import models
from easepath.clinic.actions.dispatches import address_of, put_out
from easepath.clinic.facts.home import effective_sessions, stopped_today
from easepath.clinic.facts.rests import rests_today
from easepath.clinic.house_words import said_to_client
from easepath.clinic.quiet_hours import after_quiet
from easepath.clinic.repository import Record, read_complaint
from easepath.clinic.sheet import sessions_on, sheet_of

LATE: Final = dt.timedelta(minutes=10)
"""A reminder that comes later than this is left out: the session may be done by then."""
VISIT_AT: Final = dt.time(15)
"""When the visit of tomorrow is called to mind."""


def remind(now: dt.datetime) -> int:
    """Lay down every reminder of the last minutes that is not there yet; returns how many.

    Two servers that look at the same moment lay down one.
    """
    wanted = models.Complaint.objects.filter(closed_at=None, client__archived=False).exclude(told_by="")
    made = 0
    for complaint in wanted.select_related("client__clinic"):
        to = address_of(complaint.client, complaint.told_by)
        for number, due in _times(complaint, now) if to else ():
            words = _words(complaint, number, due)
            made += bool(words) and _lay_down(complaint, to, words, due)
    return made


def _times(complaint: models.Complaint, now: dt.datetime) -> Iterator[tuple[int | None, dt.datetime]]:
    """The moments of the last minutes at which something is called to mind: the session's number, None for a visit."""
    local = now.astimezone(ZoneInfo(complaint.client.clinic.time_zone))
    at = [(n, dt.time.fromisoformat(time)) for n, time in enumerate(sorted(complaint.remind_at), start=1)]
    tomorrow = local.date() + dt.timedelta(days=1)
    visit: list[tuple[int | None, dt.time]] = [(None, VISIT_AT)] if complaint.visit_on == tomorrow else []
    for number, time in (*at, *visit):
        due = dt.datetime.combine(local.date(), time, tzinfo=local.tzinfo)
        there = models.Dispatch.objects.filter(complaint=complaint, kind="reminder", due_at=due)
        if due <= now < due + LATE and after_quiet(complaint.client.clinic, due) == due and not there.exists():
            yield number, due


def _words(complaint: models.Complaint, number: int | None, due: dt.datetime) -> str:
    """What is called to mind; empty where nothing is due, or the client is to rest."""
    clinic = complaint.client.clinic
    if number is None:
        at = f"{complaint.visit_at:%H:%M}" if complaint.visit_at else ""
        filled = {"clinic": clinic.name, "phone": clinic.phone, **({"at": at} if at else {})}
        return said_to_client(complaint, "remind-visit-at" if at else "remind-visit", **filled)
    record = read_complaint(complaint.pk)
    if record.version is None or record.version.ends_on < record.today or _rests(record):
        return ""
    told = sum(one.date == record.today and not one.at_break for one in effective_sessions(record))
    if told >= min(number, sessions_on(sheet_of(record.version), record.today)):
        return ""
    return said_to_client(complaint, "remind-session", clinic=clinic.name)


def _rests(record: Record) -> bool:
    """Whether no drill is to be done now: nothing is called to mind then."""
    closed = record.withheld or record.assessment.screen.suspended_by is not None
    return closed or any(not one.drill for one in rests_today(record)) or stopped_today(record)


def _lay_down(complaint: models.Complaint, to: str, words: str, due: dt.datetime) -> bool:
    try:
        with transaction.atomic():
            put_out(complaint, "reminder", address=to, words=words, way=complaint.told_by, due=due)
    except IntegrityError:
        return False
    return True
