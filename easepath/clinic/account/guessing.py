"""Guessing is slow: a name and address together are locked, and a name that many addresses try waits between tries."""

from __future__ import annotations

import datetime as dt

from axes.models import AccessAttempt, AccessLog
from django.conf import settings
from django.db.models import Max, Sum
from django.utils import timezone


def wait_before(username: str, address: str) -> int:
    """Seconds until this name may be tried again from this address; 0 for now.

    An address from which the name has signed in before does not wait, so that a stranger's guessing locks nobody out.
    """
    since = timezone.now() - settings.AXES_COOLOFF_TIME
    tries = AccessAttempt.objects.filter(username=username, attempt_time__gte=since)
    counted = tries.aggregate(failures=Sum("failures_since_start"), last=Max("attempt_time"))
    if (counted["failures"] or 0) < settings.SLOW_AFTER_FAILURES:
        return 0
    if AccessLog.objects.filter(username=username, ip_address=address).exists():
        return 0
    until: dt.datetime = counted["last"] + dt.timedelta(seconds=settings.SLOW_SECONDS)
    return max(0, round((until - timezone.now()).total_seconds()))
