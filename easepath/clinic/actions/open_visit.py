"""Open the next visit of a complaint; an open one is continued."""

from __future__ import annotations

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.actions.base import fresh, locked, record
from easepath.clinic.actions.save_draft import draft_from_version
from easepath.clinic.facts import current_version
from easepath.clinic.policies import require
from easepath.clinic.selectors.frame import open_words


def open_visit(actor: models.User, complaint: models.Complaint) -> models.Visit:
    """The open visit, else a new one whose draft starts from the running version."""
    require(actor, "open-visit", complaint.client.clinic)
    with transaction.atomic():
        complaint = locked(complaint.pk)
        latest = complaint.visits.order_by("-number").first()
        if latest is not None and latest.closed_at is None:
            return latest
        number = latest.number + 1 if latest else 1
        visit = models.Visit.objects.create(complaint=complaint, number=number, opened_by=actor, opened_at=clock.now())
        draft_from_version(visit, current_version(complaint))
        record("open-visit", complaint, actor, {"visit": number})
    return visit


def close_visit(actor: models.User, visit: models.Visit) -> models.Visit:
    """Close a visit, keeping in words what was open; the next one starts from it."""
    require(actor, "open-visit", visit.complaint.client.clinic)
    with transaction.atomic():
        fresh(visit)
        if visit.closed_at is None:
            visit.left_open = open_words(visit)
            visit.closed_at = clock.now()
            visit.save(update_fields=["left_open", "closed_at"])
            record("close-visit", visit.complaint, actor, {"visit": visit.number, "left_open": visit.left_open})
    return visit
