"""What the clinicians of a clinic have reviewed."""

from __future__ import annotations

from collections.abc import Iterable

from easepath.clinic import models
from easepath.core.knowledge.row_version import shipped_row_version


def last_review(clinic: models.Clinic, drill: str) -> models.DrillReview | None:
    """The last review of a drill, of its row as it is now where there is one."""
    reviews = list(models.DrillReview.objects.filter(clinic=clinic, drill=drill))
    now = [review for review in reviews if review.version == shipped_row_version(drill)]
    return next(reversed(now or reviews), None)


def unreviewed(clinic: int, drills: Iterable[str]) -> list[str]:
    """Those of some drills whose row, as it is now, no named clinician of the clinic has reviewed."""
    wanted = dict.fromkeys(drills)
    if not wanted:
        return []
    rows = models.DrillReview.objects.filter(clinic=clinic, drill__in=wanted).values_list("drill", "version")
    signed = {drill for drill, version in rows if version == shipped_row_version(drill)}
    return [drill for drill in wanted if drill not in signed]
