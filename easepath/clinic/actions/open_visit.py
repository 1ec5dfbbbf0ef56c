"""Open the next visit of a complaint; an open one is continued."""

from __future__ import annotations

from functools import partial
from zoneinfo import ZoneInfo

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, Unchanged, act
from easepath.clinic.actions.save_draft import replace_draft
from easepath.clinic.facts.draft import Draft
from easepath.clinic.path import open_words
from easepath.clinic.repository import Record, read_again, read_complaint


def open_visit(actor: models.User, complaint: models.Complaint) -> models.Visit:
    """The open visit, else a new one whose draft starts from the running version.

    One of an earlier day in which a sheet was handed over is over: it is closed as it stands, and the next begins with
    its draft.
    """
    read = partial(read_complaint, complaint.pk)
    return act(actor, "open-visit", read, lambda record: _decide_opening(actor, record))


def _decide_opening(actor: models.User, record: Record) -> Act[models.Visit] | Unchanged[models.Visit]:
    complaint = record.complaint
    latest = record.visits[-1] if record.visits else None
    if latest is None or latest.closed_at is not None:
        return _next_visit(actor, complaint, latest.number + 1 if latest else 1, Draft.of_running(record.version))
    visit = models.Visit.objects.get(pk=latest.id)
    visit.complaint = complaint
    if not _is_over(record, visit):
        return Unchanged(visit)
    before = read_again(visit)
    return _next_visit(actor, complaint, visit.number + 1, Draft.of(before), before)


def _is_over(record: Record, visit: models.Visit) -> bool:
    """Whether a visit of an earlier day has done its work: the version in use was handed over in it."""
    opened = visit.opened_at.astimezone(ZoneInfo(record.complaint.client.clinic.time_zone)).date()
    return opened < record.today and record.version is not None and record.version.visit_id == visit.pk


def _next_visit(
    actor: models.User, complaint: models.Complaint, number: int, draft: Draft, before: Record | None = None
) -> Act[models.Visit]:
    left_open = [] if before is None else open_words(before)

    def write() -> models.Visit:
        if before is not None:
            _close(before, left_open)
        visit = models.Visit.objects.create(complaint=complaint, number=number, opened_by=actor, opened_at=clock.now())
        replace_draft(visit, draft)
        return visit

    closed = {} if before is None else {"closed": before.visit.number}
    return Act(write, "open-visit", lambda _: {"visit": number, **closed})


def close_visit(actor: models.User, visit: models.Visit) -> Record:
    """Close a visit, keeping in words what was open; the next one starts from it. The record with the closed visit."""
    return act(actor, "open-visit", partial(read_again, visit), _decide_closing)


def _decide_closing(record: Record) -> Act[Record] | Unchanged[Record]:
    visit = record.visit
    if visit.closed_at is not None:
        return Unchanged(record)
    left_open = open_words(record)
    return Act(lambda: _close(record, left_open), "close-visit", lambda _: {
        "visit": visit.number, "left_open": left_open,
    })  # fmt: skip


def _close(record: Record, left_open: list[str]) -> Record:
    end_visit(record.visit, left_open)
    return record


def end_visit(visit: models.Visit, left_open: list[str]) -> None:
    """Write that a visit is closed, and what was open in words."""
    visit.left_open, visit.closed_at = left_open, clock.now()
    visit.save(update_fields=["left_open", "closed_at"])
