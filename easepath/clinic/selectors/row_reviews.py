"""What the clinicians of a clinic have reviewed."""

from __future__ import annotations

from collections.abc import Iterable

from easepath.clinic import models
from easepath.core.knowledge.row_version import RowKind, shipped_row_version


def last_review(clinic: models.Clinic, kind: RowKind, row: str) -> models.RowReview | None:
    """The last review of a drill or condition, of its row as it is now where there is one."""
    reviews = list(models.RowReview.objects.filter(clinic=clinic, kind=kind, row=row))
    now = [review for review in reviews if review.version == shipped_row_version(kind, row)]
    return next(reversed(now or reviews), None)


def unreviewed(clinic: int, drills: Iterable[str]) -> list[str]:
    """Those of some drills whose row, as it is now, no named clinician of the clinic has reviewed."""
    wanted = dict.fromkeys(drills)
    if not wanted:
        return []
    rows = models.RowReview.objects.filter(clinic=clinic, kind="drill", row__in=wanted).values_list("row", "version")
    signed = {drill for drill, version in rows if version == shipped_row_version("drill", drill)}
    return [drill for drill in wanted if drill not in signed]
