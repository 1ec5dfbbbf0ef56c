"""The core's view of a complaint today."""

from __future__ import annotations

import datetime as dt

from easepath.clinic import clock, models
from easepath.clinic.repository import read_complaint
from easepath.core.assessment import Assessment


def assess(complaint: models.Complaint, today: dt.date | None = None) -> Assessment:
    """A complaint read anew and assessed, on a day of its own where one is given."""
    if today is None:
        return read_complaint(complaint.pk).assessment
    with clock.on(today):
        return read_complaint(complaint.pk).assessment
