"""Open the next visit of a complaint; an open one is continued."""

from __future__ import annotations

from functools import partial

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, Unchanged, act
from easepath.clinic.actions.save_draft import draft_from_version
from easepath.clinic.path import open_words
from easepath.clinic.repository import Record, read_again, read_complaint


def open_visit(actor: models.User, complaint: models.Complaint) -> models.Visit:
    """The open visit, else a new one whose draft starts from the running version."""
    read = partial(read_complaint, complaint.pk)
    return act(actor, "open-visit", read, lambda record: _decide_opening(actor, record))


def _decide_opening(actor: models.User, record: Record) -> Act[models.Visit] | Unchanged[models.Visit]:
    complaint = record.complaint
    latest = record.visits[-1] if record.visits else None
    if latest is not None and latest.closed_at is None:
        visit = models.Visit.objects.get(pk=latest.id)
        visit.complaint = complaint
        return Unchanged(visit)
    number = latest.number + 1 if latest else 1

    def write() -> models.Visit:
        visit = models.Visit.objects.create(complaint=complaint, number=number, opened_by=actor, opened_at=clock.now())
        draft_from_version(visit, record.version)
        return visit

    return Act(write, "open-visit", lambda _: {"visit": number})


def close_visit(actor: models.User, visit: models.Visit) -> Record:
    """Close a visit, keeping in words what was open; the next one starts from it. The record with the closed visit."""
    return act(actor, "open-visit", partial(read_again, visit), _decide_closing)


def _decide_closing(record: Record) -> Act[Record] | Unchanged[Record]:
    visit = record.visit
    if visit.closed_at is not None:
        return Unchanged(record)
    visit.left_open = open_words(record)

    def write() -> Record:
        visit.closed_at = clock.now()
        visit.save(update_fields=["left_open", "closed_at"])
        return record

    return Act(write, "close-visit", lambda _: {"visit": visit.number, "left_open": visit.left_open})
