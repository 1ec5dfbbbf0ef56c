"""Open another complaint of a client who is known already."""

from __future__ import annotations

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.acting import note
from easepath.clinic.policies import require


def open_complaint(actor: models.User, client: models.Client) -> models.Visit:
    """An empty complaint of a known client with its first visit; places, times and factors are the person's."""
    require(actor, "enter-story", client.clinic)
    with transaction.atomic():
        complaint = models.Complaint.objects.create(client=client, opened_at=clock.now())
        visit = models.Visit.objects.create(complaint=complaint, number=1, opened_by=actor, opened_at=clock.now())
        note(actor, complaint, "open-complaint", {"visit": 1})
    return visit
