"""What is sent out of the house, and lines between client and clinic."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Annotated

from pydantic import Field

from easepath.api.schemas.common import In
from easepath.clinic.actions.dispatches import NoWay, Way
from easepath.clinic.actions.messages import LONGEST


class LineIn(In):
    """A line with the id its page made."""

    id: uuid.UUID
    words: Annotated[str, Field(min_length=1, max_length=LONGEST)]


class SendLinkIn(In):
    """By which way a private link is sent."""

    way: Way


class RemindersIn(In):
    """How the client is told of what is new, and at which times of the day a due session is called to mind."""

    told_by: NoWay
    remind_at: Annotated[list[dt.time], Field(max_length=12)]


class NextVisitIn(In):
    """The next visit: a day with its hour where one is agreed; neither where none is."""

    visit_on: dt.date | None
    visit_at: dt.time | None
