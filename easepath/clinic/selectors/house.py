"""What a lead has set for a clinic, in force."""

from __future__ import annotations

from collections.abc import Iterable

from easepath.clinic import models


def switched_off(clinic: models.Clinic, kind: str) -> Iterable[tuple[str, str]]:
    """What of a kind is switched off in a clinic, with the reason."""
    found = models.HouseRow.objects.filter(clinic=clinic, kind=kind, ended_at=None)
    return found.values_list("key", "reason")
