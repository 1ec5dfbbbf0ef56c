"""Wiring of the clinic app."""

from __future__ import annotations

from django.apps import AppConfig


class ClinicConfig(AppConfig):
    """Loads the knowledge at start, so that damaged knowledge stops the server and not a visit."""

    name = "easepath.clinic"
    label = "clinic"
    default_auto_field = "django.db.models.BigAutoField"

    def ready(self) -> None:
        """Register the start-up checks."""
        from easepath.clinic import system_checks  # noqa: F401  (registers itself on import)
