"""Reviews of the library's drills: who read one, when, and which version of its row; never changed afterwards."""

from __future__ import annotations

from django.db import models

from easepath.clinic.models.people import Clinic, User


class DrillReview(models.Model):
    """One clinician's review of one drill's row; `name` is the name as it stood on that day."""

    clinic = models.ForeignKey(Clinic, on_delete=models.PROTECT, related_name="drill_reviews")
    drill = models.CharField(max_length=60)
    version = models.CharField(max_length=12)
    name = models.CharField(max_length=160)
    reviewed_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    reviewed_at = models.DateTimeField()

    class Meta:
        ordering = ("pk",)
        constraints = (
            models.UniqueConstraint(fields=("drill", "version", "reviewed_by"), name="one_review_of_a_row_by_one"),
        )

    def __str__(self) -> str:
        return f"{self.drill} {self.version} by {self.name}"
