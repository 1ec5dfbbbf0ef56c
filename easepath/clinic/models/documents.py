"""Documents of a complaint: notes, letters and summaries, each kept as a version that nobody changes any more."""

from __future__ import annotations

from django.db import models

from easepath.clinic.models.complaints import Complaint
from easepath.clinic.models.people import User
from easepath.clinic.models.visits import Visit

KINDS = [
    ("note", "visit note"), ("letter", "letter"), ("urgent", "urgent letter"), ("summary", "discharge summary"),
]  # fmt: skip


class Document(models.Model):
    """One version of a document as a clinician read and kept it.

    `sheaf` is shared by the versions of one document, `number` counts them. `passages` are headings with their text,
    `addressee` whom it is for. The id was made on the page, so that keeping twice stores once.
    """

    id = models.UUIDField(primary_key=True)
    complaint = models.ForeignKey(Complaint, on_delete=models.CASCADE, related_name="documents")
    visit = models.ForeignKey(Visit, on_delete=models.PROTECT, null=True, related_name="+")
    sheaf = models.UUIDField()
    number = models.PositiveSmallIntegerField()
    kind = models.CharField(max_length=7, choices=KINDS)
    addressee = models.CharField(max_length=300, blank=True)
    passages = models.JSONField(default=list)
    knowledge_version = models.CharField(max_length=12)
    code_version = models.CharField(max_length=8)
    kept_by = models.ForeignKey(User, on_delete=models.PROTECT, related_name="+")
    kept_at = models.DateTimeField()

    class Meta:
        ordering = ("kept_at", "number")
        constraints = (models.UniqueConstraint(fields=("sheaf", "number"), name="one_document_per_number"),)

    def __str__(self) -> str:
        return f"{self.get_kind_display()}, version {self.number}"
