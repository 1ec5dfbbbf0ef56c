"""A sheet that a red flag withheld comes back only by somebody who may confirm, whoever changes what in between."""

from __future__ import annotations

from easepath.clinic import models
from easepath.clinic.policies import may
from easepath.clinic.repository import Record
from easepath.core.errors import CaseError
from easepath.core.knowledge import shipped_library
from easepath.core.screening import is_blocked


def is_withheld_after(actor: models.User, before: Record, after: Record) -> bool:
    """Whether the sheet is marked as withheld once `before` has become `after`.

    By somebody who may not confirm, what a flag withholds now stays withheld; by anybody else the mark goes where no
    flag withholds the sheet any more.
    """
    withheld = before.complaint.sheet_withheld
    if may(actor, "confirm-screen"):
        return withheld and _blocked(after)
    return withheld or (before.version is not None and _blocked(before))


def _blocked(record: Record) -> bool:
    """What cannot be read is not known to be free."""
    try:
        return is_blocked(shipped_library(), record.facts)
    except CaseError:
        return True
