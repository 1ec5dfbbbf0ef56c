"""Reviews of rows of the knowledge: who read one, when, and which version of it; never changed afterwards."""

from __future__ import annotations

from django.db import models

from easepath.clinic.models.people import Clinic, User


class RowReview(models.Model):
    """One clinician's review of one drill or condition; `name` is the name as it stood on that day."""

    clinic = models.ForeignKey(Clinic, on_delete=models.PROTECT, related_name="row_reviews")
    kind = models.CharField(max_length=12, default="drill")
    row = models.CharField(max_length=60)
    version = models.CharField(max_length=12)
    name = models.CharField(max_length=160)
    reviewed_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    reviewed_at = models.DateTimeField()

    class Meta:
        ordering = ("pk",)
        constraints = (
            models.UniqueConstraint(
                fields=("kind", "row", "version", "reviewed_by"), name="one_review_of_a_row_by_one"
            ),
        )

    def __str__(self) -> str:
        return f"{self.kind} {self.row} {self.version} by {self.name}"
