"""The hours in which a clinic sends nothing to its clients."""

from __future__ import annotations

import datetime as dt
from zoneinfo import ZoneInfo

from easepath.clinic.models import Clinic


def after_quiet(clinic: Clinic, moment: dt.datetime) -> dt.datetime:
    """The moment itself, or within the quiet hours their end; equal times are no quiet hours."""
    local = moment.astimezone(ZoneInfo(clinic.time_zone))
    start, end, at = clinic.quiet_from, clinic.quiet_until, local.time()
    across = start > end
    if not (at >= start or at < end if across else start <= at < end):
        return moment
    day = local.date() + dt.timedelta(days=across and at >= start)
    return dt.datetime.combine(day, end, tzinfo=local.tzinfo)
