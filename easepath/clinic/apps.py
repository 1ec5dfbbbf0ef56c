"""Wiring of the clinic app."""

from __future__ import annotations

import gc
from typing import Any

from django.apps import AppConfig
from django.db import connections
from django.db.models.signals import post_migrate, pre_migrate

COLLECTS_AFTER = (50_000, 20, 20)
"""A client's record is ten thousand small facts without a cycle: with the interpreter's own 700, a third of the time
of a caseload went into looking for cycles among them."""


class ClinicConfig(AppConfig):
    """Loads the knowledge at start, so that damaged knowledge stops the server and not a visit."""

    name = "easepath.clinic"
    label = "clinic"
    default_auto_field = "django.db.models.BigAutoField"

    def ready(self) -> None:
        """Register the start-up checks, and the seals around every migration; look for cycles less often."""
        from easepath.clinic import system_checks  # noqa: F401  (registers itself on import)

        gc.set_threshold(*COLLECTS_AFTER)
        pre_migrate.connect(_lift, sender=self)
        post_migrate.connect(_set, sender=self)


def _lift(using: str, **_: Any) -> None:
    from easepath.clinic.seals import unseal

    unseal(connections[using])


def _set(using: str, **_: Any) -> None:
    from easepath.clinic.seals import seal

    seal(connections[using])
