"""The instruments of a clinic: what stands behind each name is a setting, the shipped one a stand-in."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Protocol

from django.conf import settings
from django.utils.module_loading import import_string

from easepath.clinic.errors import NotFoundError
from easepath.core.measure.onset import Sample

INCLINOMETER = "inclinometer"
"""How a reading says that a sensor took it; such readings are never compared with those of the hand."""


class Inclinometer(Protocol):
    """One or two sensors that tell their angle."""

    def stream(self, usual: float, sensors: int) -> Iterator[Sample]:
        """Samples as they come, until the instrument ends or nobody listens; `usual` is what the test is like."""
        ...


def inclinometer() -> Inclinometer:
    """The clinic's inclinometer; raises NotFoundError where none is set up."""
    if not settings.INCLINOMETER:
        raise NotFoundError("no inclinometer is set up here: type the reading")
    made: Inclinometer = import_string(settings.INCLINOMETER)()
    return made
