"""The idle lock: a session nobody touched for a while answers nothing until the password is typed again."""

from __future__ import annotations

import time
from typing import Any

from django.conf import settings
from django.contrib.auth.signals import user_logged_in
from django.dispatch import receiver
from django.http import HttpRequest

SEEN = "seen_at"
WRITE_EVERY = 60
"""Seconds between two notes that somebody is there, so that reading seldom writes."""


@receiver(user_logged_in, dispatch_uid="idle lock")
def unlock(request: HttpRequest | None, **_: Any) -> None:
    """Somebody showed who they are."""
    if request is not None:
        request.session[SEEN] = time.time()


def lock(request: HttpRequest) -> None:
    """Lock a session at once."""
    request.session[SEEN] = 0.0


def is_locked(request: HttpRequest) -> bool:
    """Whether nobody touched this session for too long."""
    return bool(time.time() - request.session.get(SEEN, 0.0) > settings.IDLE_LOCK_SECONDS)


def note_seen(request: HttpRequest) -> None:
    """Somebody is there."""
    if time.time() - request.session.get(SEEN, 0.0) > WRITE_EVERY:
        request.session[SEEN] = time.time()
