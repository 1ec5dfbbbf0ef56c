"""Record that a clinician has read a drill or a condition of the library and stands for it, as its row is now."""

from __future__ import annotations

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.audit import record_event
from easepath.clinic.errors import FieldError
from easepath.clinic.policies import require
from easepath.core.knowledge.row_version import RowKind, shipped_row_version


def review_row(actor: models.User, kind: RowKind, row: str, version: str) -> models.RowReview:
    """One review under the actor's name; said twice it stands once.

    Raises UnknownIdError, NotAllowedError, and FieldError where the actor has no name or the row is another by now.
    """
    clinic = actor.clinic
    assert clinic is not None
    require(actor, "review-row", clinic)
    if version != shipped_row_version(kind, row):
        raise FieldError({"version": f"is not the {kind} as it is now: read it again"})
    if not actor.get_full_name():
        raise FieldError({"name": "is missing: a review stands under a name, ask your administrator to enter yours"})
    with transaction.atomic():
        review, new = models.RowReview.objects.get_or_create(
            kind=kind, row=row, version=version, reviewed_by=actor,
            defaults={"clinic": clinic, "name": actor.get_full_name(), "reviewed_at": clock.now()},
        )  # fmt: skip
        if new:
            details = {kind: row, "version": version, "name": review.name}
            record_event(f"review-{kind}", clinic=clinic, actor=actor, details=details)
    return review
