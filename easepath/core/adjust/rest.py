"""Rest after a flare, shown on the client's sheet."""

from __future__ import annotations

import datetime as dt

from easepath.core.adjust.view import Context


def rest_until(context: Context) -> dt.date | None:
    """The last day of rest while a drill flared within the days of rest, planned still or not; else None."""
    flares = [one.entry.date for one in context.answered if one.response.kind == "flared"]
    if not flares:
        return None
    until = max(flares) + dt.timedelta(days=context.library.number("flare", "rest_days"))
    return until if until >= context.situation.today else None
