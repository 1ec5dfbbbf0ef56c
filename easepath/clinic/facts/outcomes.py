"""What a client said of the whole, as the core reads it."""

from __future__ import annotations

import datetime as dt
from typing import get_args

from easepath.clinic.repository import Record
from easepath.core.facts import ActivityTold, Occasion, OutcomeReport
from easepath.core.knowledge import shipped_library
from easepath.core.outcomes import asked_from
from easepath.core.vocabulary import one_of

OCCASIONS: tuple[Occasion, ...] = get_args(Occasion)


def outcome_reports(record: Record) -> tuple[OutcomeReport, ...]:
    """Every report of a complaint in the order of its date and its telling."""
    return tuple(
        OutcomeReport(
            date=row.date, occasion=one_of(OCCASIONS, row.occasion), pain=row.pain, change=row.change,
            activities=tuple(ActivityTold(name=one.name, score=one.score) for one in row.activities),
        )
        for row in record.outcomes
    )  # fmt: skip


def outcomes_due(record: Record) -> dt.date | None:
    """From which day on it is to be asked; None for a complaint that is closed, or without a plan and never asked."""
    if record.complaint.closed_at is not None:
        return None
    started = record.version.plan_start if record.version else None
    return asked_from(shipped_library(), outcome_reports(record), started)
