"""Wiring of the clinic app."""

from __future__ import annotations

from typing import Any

from django.apps import AppConfig
from django.db import connections
from django.db.models.signals import post_migrate, pre_migrate


class ClinicConfig(AppConfig):
    """Loads the knowledge at start, so that damaged knowledge stops the server and not a visit."""

    name = "easepath.clinic"
    label = "clinic"
    default_auto_field = "django.db.models.BigAutoField"

    def ready(self) -> None:
        """Register the start-up checks, and the seals around every migration."""
        from easepath.clinic import system_checks  # noqa: F401  (registers itself on import)

        pre_migrate.connect(_lift, sender=self)
        post_migrate.connect(_set, sender=self)


def _lift(using: str, **_: Any) -> None:
    from easepath.clinic.seals import unseal

    unseal(connections[using])


def _set(using: str, **_: Any) -> None:
    from easepath.clinic.seals import seal

    seal(connections[using])
