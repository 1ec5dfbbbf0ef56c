"""Today and now, in the clinic's time zone; a setting freezes the day for demonstrations and pictures."""

from __future__ import annotations

import datetime as dt
from zoneinfo import ZoneInfo

from django.conf import settings
from django.utils import timezone


def today(zone: str | None = None) -> dt.date:
    """The calendar date where the clinic is."""
    frozen: dt.date | None = settings.FROZEN_TODAY
    return frozen or timezone.localdate(timezone=ZoneInfo(zone or settings.TIME_ZONE))


def now() -> dt.datetime:
    """The moment, aware; on a frozen day the time of day is real and the date is not."""
    moment = timezone.now()
    frozen: dt.date | None = settings.FROZEN_TODAY
    if frozen is None:
        return moment
    return moment.replace(year=frozen.year, month=frozen.month, day=frozen.day)
