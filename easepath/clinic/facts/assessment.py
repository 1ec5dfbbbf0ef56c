"""The core's view of a complaint today."""

from __future__ import annotations

import datetime as dt

from easepath.clinic import models
from easepath.clinic.facts.situation import build_situation
from easepath.core.assessment import Assessment
from easepath.core.knowledge import shipped_library


def assess(complaint: models.Complaint, today: dt.date) -> Assessment:
    """A complaint's facts assessed; a session's morning is asked once, and charged to the drills that earned it."""
    library = shipped_library()
    return Assessment(library, build_situation(library, complaint, today), asked_once=True)
