"""Rest after a flare, shown on the client's sheet."""

from __future__ import annotations

import datetime as dt

from easepath.core.adjust.view import Context


def rest_until(context: Context) -> dt.date | None:
    """The last day of rest while a drill flared within the days of rest, planned still or not; else None."""
    rest = dt.timedelta(days=context.library.number("flare", "rest_days"))
    recent = context.responder.answered_since(context.situation.today - rest)
    flares = [one.entry.date for one in recent if one.response.kind == "flared"]
    return max(flares) + rest if flares else None
