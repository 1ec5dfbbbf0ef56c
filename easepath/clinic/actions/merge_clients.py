"""Two records of one person become one: everything of the second belongs to the first from then on."""

from __future__ import annotations

from typing import Final

from django.db import models as fields
from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.acting import lock_client, note_person
from easepath.clinic.errors import RefusedError
from easepath.clinic.policies import require

BELONGS: Final[tuple[type[fields.Model], ...]] = (
    models.Complaint, models.ClientFactor, models.Limit, models.Sitting,
)  # fmt: skip
"""Every kind of row that belongs to a person; the audit trail stays under the name it was written for."""
FILLED: Final = ("birth_date", "sex", "trade", "telephone", "email", "language", "figure", "consent_on")
"""What the first person lacks is taken from the second."""


def merge_clients(actor: models.User, keep: models.Client, other: models.Client) -> models.Client:
    """Move everything of `other` to `keep` and put `other` away; asked for again, nothing more happens.

    Raises RefusedError for one and the same row, for two days of birth, and for a record that was erased.
    """
    require(actor, "merge-clients", keep.clinic)
    require(actor, "merge-clients", other.clinic)
    if keep.pk == other.pk:
        raise RefusedError("this is one record", ["choose the other one of the two"])
    with transaction.atomic():
        keep, other = (lock_client(pk) for pk in _in_order(keep.pk, other.pk))
        if other.merged_into_id == keep.pk:
            return keep
        _check(keep, other)
        moved = {model.__name__: _move(model, keep, other) for model in BELONGS}
        for name in FILLED:
            if not getattr(keep, name):
                setattr(keep, name, getattr(other, name))
        keep.revision, keep.changed_by = keep.revision + 1, actor
        keep.save(update_fields=[*FILLED, "revision", "changed_by"])
        other.archived, other.archived_at, other.merged_into = True, clock.now(), keep
        other.save(update_fields=["archived", "archived_at", "merged_into"])
        note_person(actor, keep, "merge-clients", {"merged": other.pk, "moved": moved})
        note_person(actor, other, "merged-into", {"kept": keep.pk})
    return keep


def _in_order(keep: int, other: int) -> tuple[int, int]:
    """Both rows are locked the lower number first, whoever merges what: two leads never wait for each other."""
    for pk in sorted((keep, other)):
        lock_client(pk)
    return keep, other


def _check(keep: models.Client, other: models.Client) -> None:
    reasons = []
    if keep.birth_date and other.birth_date and keep.birth_date != other.birth_date:
        reasons.append("the days of birth differ: put the wrong one right first")
    if keep.erased_at or other.erased_at or keep.merged_into_id or other.merged_into_id:
        reasons.append("one of the two is no longer a record of its own")
    if reasons:
        raise RefusedError("these two stay apart", reasons)


def _move(model: type[fields.Model], keep: models.Client, other: models.Client) -> int:
    return model._default_manager.filter(client=other).update(client=keep)
