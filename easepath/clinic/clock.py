"""Today and now, in the clinic's time zone; a setting freezes the day for demonstrations and pictures."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from typing import TYPE_CHECKING
from zoneinfo import ZoneInfo

from django.conf import settings
from django.utils import timezone

if TYPE_CHECKING:
    from easepath.clinic.models import Complaint

_DAY: ContextVar[dt.date | None] = ContextVar("day", default=None)


def _fixed_day() -> dt.date | None:
    frozen: dt.date | None = settings.FROZEN_TODAY
    return _DAY.get() or frozen


def today(zone: str | None = None) -> dt.date:
    """The calendar date where the clinic is."""
    return _fixed_day() or timezone.localdate(timezone=ZoneInfo(zone or settings.TIME_ZONE))


def today_of(complaint: Complaint) -> dt.date:
    """The calendar date at the clinic of a complaint."""
    return today(complaint.client.clinic.time_zone)


def now() -> dt.datetime:
    """The moment, aware; on a fixed day the time of day is real and the date is not."""
    moment = timezone.now()
    day = _fixed_day()
    return moment if day is None else moment.replace(year=day.year, month=day.month, day=day.day)


@contextmanager
def on(day: dt.date) -> Iterator[None]:
    """Let everything inside happen on `day`: practice data and tests live through days this way."""
    token = _DAY.set(day)
    try:
        yield
    finally:
        _DAY.reset(token)
