"""Whose record is older than is kept: archived, and nothing has happened in it since."""

from __future__ import annotations

import datetime as dt

from django.conf import settings
from django.db.models import Max, Q

from easepath.clinic import clock
from easepath.clinic.models import Client

DAYS_A_YEAR = 365.25


def old_records() -> list[Client]:
    """Archived clients in whose record nothing happened for as long as one is kept; none where that is for ever."""
    years: float | None = settings.RETENTION_YEARS
    if years is None:
        return []
    before = clock.now() - dt.timedelta(days=years * DAYS_A_YEAR)
    happened = Client.objects.filter(archived=True, erased_at=None).annotate(
        visit=Max("complaints__visits__opened_at"), session=Max("complaints__sessions__received_at")
    )
    quiet = Q(session=None) | Q(session__lt=before)
    return list(happened.filter(quiet, archived_at__lt=before, visit__lt=before).order_by("pk"))
