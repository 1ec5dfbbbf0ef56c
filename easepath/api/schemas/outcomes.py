"""What a client says of the whole, as it is sent."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Annotated

from pydantic import Field

from easepath.api.schemas.common import In
from easepath.clinic.actions.record_outcome import LONGEST_NAME, OutcomeGiven
from easepath.core.facts import ActivityTold, Occasion


class ActivityIn(In):
    """One of the client's own activities; no score is not said."""

    name: Annotated[str, Field(max_length=LONGEST_NAME)]
    score: Annotated[int, Field(ge=0, le=10)] | None = None


class OutcomeIn(In):
    """One day's answers with the id its page made; what is left out was not said."""

    id: uuid.UUID
    date: dt.date
    activities: Annotated[list[ActivityIn], Field(max_length=6)] = []
    pain: Annotated[int, Field(ge=0, le=10)] | None = None
    change: Annotated[int, Field(ge=-10, le=10)] | None = None


class OutcomeAskedIn(OutcomeIn):
    """The same as it was asked in the room, at which occasion."""

    occasion: Occasion


def outcome_given(payload: OutcomeIn, occasion: Occasion) -> OutcomeGiven:
    """The answers as the action takes them."""
    return OutcomeGiven(
        id=payload.id, date=payload.date, occasion=occasion, pain=payload.pain, change=payload.change,
        activities=tuple(ActivityTold(name=one.name, score=one.score) for one in payload.activities),
    )  # fmt: skip
