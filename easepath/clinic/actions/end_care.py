"""End the care of one complaint with its outcome, or take it up again."""

from __future__ import annotations

from functools import partial

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, Unchanged, act
from easepath.clinic.actions.open_visit import end_visit
from easepath.clinic.errors import FieldError, RefusedError
from easepath.clinic.models.complaints import ENDINGS
from easepath.clinic.path import open_words
from easepath.clinic.repository import Record, read_again, read_complaint
from easepath.core.signs import open_signs


def end_care(
    actor: models.User, complaint: models.Complaint, ended_as: str, note: str, *, keep_sheet: bool
) -> models.Complaint:
    """Close a complaint and its open visit; the private links are revoked unless the client keeps the sheet.

    Raises RefusedError while a sign told at home waits for an answer: nobody leaves with it unread.
    """
    if ended_as not in dict(ENDINGS):
        raise FieldError({"ended_as": "say how it ended"})
    read = partial(read_complaint, complaint.pk)
    return act(actor, "end-care", read, lambda record: _decide(actor, record, ended_as, note.strip(), keep_sheet))


def _decide(
    actor: models.User, record: Record, ended_as: str, note: str, keep_sheet: bool
) -> Act[models.Complaint] | Unchanged[models.Complaint]:
    complaint = record.complaint
    if complaint.closed_at is not None:
        return Unchanged(complaint)
    signs = open_signs(record.facts)
    if signs:
        count = "a sign" if len(signs) == 1 else f"{len(signs)} signs"
        raise RefusedError("care cannot end yet", [f"{count} told at home waits for an answer: answer it in Respond"])
    open_visit = models.Visit.objects.filter(complaint=complaint, closed_at=None).first()
    left_open = [] if open_visit is None else open_words(read_again(open_visit))

    def write() -> models.Complaint:
        now = clock.now()
        if open_visit is not None:
            end_visit(open_visit, left_open)
        complaint.closed_at, complaint.ended_as, complaint.ended_note, complaint.ended_by = now, ended_as, note, actor
        complaint.save(update_fields=["closed_at", "ended_as", "ended_note", "ended_by"])
        if not keep_sheet:
            complaint.links.filter(revoked_at=None).update(revoked_at=now)
        return complaint

    return Act(write, "end-care", lambda _: {"as": ended_as, "left_open": left_open, "keeps_sheet": keep_sheet})


def take_up_again(actor: models.User, complaint: models.Complaint) -> models.Complaint:
    """Open a complaint again whose care had ended; what was written at its end stays in the audit trail."""
    return act(actor, "end-care", partial(read_complaint, complaint.pk), _decide_again)


def _decide_again(record: Record) -> Act[models.Complaint] | Unchanged[models.Complaint]:
    complaint = record.complaint
    if complaint.closed_at is None:
        return Unchanged(complaint)
    ended = {"as": complaint.ended_as, "note": complaint.ended_note}

    def write() -> models.Complaint:
        complaint.closed_at, complaint.ended_as, complaint.ended_note, complaint.ended_by = None, "", "", None
        complaint.save(update_fields=["closed_at", "ended_as", "ended_note", "ended_by"])
        return complaint

    return Act(write, "take-up-again", lambda _: {"old": ended})
