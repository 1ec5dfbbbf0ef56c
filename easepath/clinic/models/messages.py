"""Lines between a client and the clinic, and whatever is sent out of the house: text messages and mail."""

from __future__ import annotations

from typing import Literal, get_args

from django.db import models

from easepath.clinic.models.complaints import WAYS, Complaint
from easepath.clinic.models.people import Clinic, User

DispatchKind = Literal["link", "reminder", "message", "stop", "wrote"]
"""What is sent: a private link, a reminder, that the clinic wrote; to staff: a stop sign, that a client wrote."""


class Message(models.Model):
    """A line about one complaint; the client's where nobody of the clinic wrote it.

    `read_at` is when the other side had it before the eyes first, `read_by` who of the clinic. `speaks_of` are the
    items of the screen that a client's words speak of.
    """

    id = models.UUIDField(primary_key=True)
    complaint = models.ForeignKey(Complaint, on_delete=models.CASCADE, related_name="messages")
    words = models.CharField(max_length=600)
    written_by = models.ForeignKey(User, on_delete=models.PROTECT, null=True, related_name="+")
    written_at = models.DateTimeField()
    speaks_of = models.JSONField(default=list)
    read_at = models.DateTimeField(null=True)
    read_by = models.ForeignKey(User, on_delete=models.PROTECT, null=True, related_name="+")

    class Meta:
        ordering = ("written_at", "pk")
        indexes = (models.Index(fields=("complaint", "written_at")),)

    def __str__(self) -> str:
        return f"message of {self.written_at:%Y-%m-%d}"


class Dispatch(models.Model):
    """One thing sent, or waiting to be sent from `due_at` on; `fault` says why it could not be.

    The words never hold the token of a private link.
    """

    clinic = models.ForeignKey(Clinic, on_delete=models.CASCADE, related_name="dispatches")
    complaint = models.ForeignKey(Complaint, on_delete=models.CASCADE, null=True, related_name="dispatches")
    kind = models.CharField(max_length=8, choices=[(kind, kind) for kind in get_args(DispatchKind)])
    way = models.CharField(max_length=4, choices=WAYS)
    address = models.CharField(max_length=100)
    words = models.CharField(max_length=600)
    made_by = models.ForeignKey(User, on_delete=models.PROTECT, null=True, related_name="+")
    made_at = models.DateTimeField()
    due_at = models.DateTimeField()
    sent_at = models.DateTimeField(null=True)
    tries = models.PositiveSmallIntegerField(default=0)
    fault = models.CharField(max_length=100, blank=True)

    class Meta:
        ordering = ("-due_at", "-pk")
        indexes = (models.Index(fields=("clinic", "-due_at")),)
        constraints = (
            models.UniqueConstraint(
                fields=("complaint", "due_at"), condition=models.Q(kind="reminder"), name="one_reminder_at_a_time"
            ),
        )

    def __str__(self) -> str:
        return f"{self.kind} by {self.way}, {self.due_at:%Y-%m-%d %H:%M}"
