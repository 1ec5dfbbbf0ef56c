"""Rest after a flare: two days, shown on the client's sheet."""

from __future__ import annotations

import datetime as dt

from easepath.core.adjust.view import Context

REST_DAYS = 2


def rest_until(context: Context) -> dt.date | None:
    """The last day of rest while a drill flared within the last two days, planned still or not; else None."""
    flares = [entry.date for entry in context.situation.log_by_date if context.response(entry).kind == "flared"]
    if not flares:
        return None
    until = max(flares) + dt.timedelta(days=REST_DAYS)
    return until if until >= context.situation.today else None
