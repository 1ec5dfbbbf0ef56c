"""Rest at home: after a flare for some days, after a sign until a clinician has answered it."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

from easepath.core.adjust.decision import DrillReview
from easepath.core.adjust.review import Review
from easepath.core.adjust.view import Context


@dataclass(frozen=True)
class Rest:
    """Rest of one drill, or of the whole program (empty), from a day on; `until` is its last day where one is known."""

    cause: Literal["sign", "flare"]
    drill: str
    since: dt.date
    until: dt.date | None = None


def rests_of(found: Review) -> tuple[Rest, ...]:
    """What rests today by the rules: everything after a sign of the whole body or a flare, a drill after its own sign.

    Nothing rests as a whole for the sign of a joint or a nerve: the drill and what the rules pause beside it do.
    """
    return tuple(_rests(found))


def _rests(found: Review) -> Iterator[Rest]:
    context = found.context
    if context.suspending is not None:
        yield Rest("sign", "", context.suspending.date)
        return
    for one in found.drills:
        if one.decision.action in ("stop", "pause"):
            yield Rest("sign", one.drill.id, _told_on(context, one))
    flare = last_flare(context)
    if flare is not None:
        yield Rest("flare", "", flare, flare + _days(context))


def _told_on(context: Context, one: DrillReview) -> dt.date:
    """The day of the sign that stops a drill: its own last session, else the last session that told a sign."""
    own = [view.last.date for view in context.views(one.planned) if view.last is not None]
    told = [entry.date for entry in context.last_signs]
    return max(own if one.decision.action == "stop" and own else told or own, default=context.situation.today)


def _days(context: Context) -> dt.timedelta:
    return dt.timedelta(days=context.library.number("flare", "rest_days"))


def last_flare(context: Context) -> dt.date | None:
    """The day of the last flare within the days of rest, of a drill planned still or not; None without one."""
    recent = context.responder.answered_since(context.situation.today - _days(context))
    return max((one.entry.date for one in recent if one.response.kind == "flared"), default=None)
