"""The draft of a document: which passages it has, and what the record says in each; a clinician edits and keeps it."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping
from functools import partial
from typing import Final
from zoneinfo import ZoneInfo

from easepath.clinic import models
from easepath.clinic.actions.keep_document import Kind, Passage
from easepath.clinic.moments import DECIDED, ENDED
from easepath.clinic.repository import Record
from easepath.clinic.shown import sided
from easepath.core.vocabulary import FlagAction
from easepath.interchange.documents.passages import (
    complaint_lines,
    day,
    flag_lines,
    measured_lines,
    outcome_lines,
    program_lines,
    response_lines,
    screen_lines,
    tried_lines,
)  # fmt: skip

TITLES: Final[Mapping[Kind, str]] = {
    "note": "Visit note", "letter": "Letter", "urgent": "Urgent letter", "summary": "Discharge summary",
}  # fmt: skip
ASKED_BACK: Final[Mapping[FlagAction, str]] = {
    "emergency": "Please see this client at once: this was told to be an emergency.",
    "same-day": "Please see this client today.",
    "within-days": "Please see this client within days.",
    "discuss": "Please tell us whether, and within which limits, a home program may go on.",
}
WRITTEN: Final = "Please write back what you found, and whether and with which limits a home program may go on."
TO_WHOM: Final = "To the doctor who sees this client"
"""Whom an urgent letter is for, until a name is known: nobody has to type before it goes along."""
Said = tuple[str, Callable[[], Iterable[str]]]


def draft_passages(record: Record, kind: Kind, visit: models.Visit | None) -> list[Passage]:
    """The passages of a document as the record fills them; one that is for the clinician's own words is empty."""
    return [Passage(heading, "\n".join(lines())) for heading, lines in _OF[kind](record, visit)]


def _note(record: Record, visit: models.Visit | None) -> list[Said]:
    zone = ZoneInfo(record.complaint.client.clinic.time_zone)
    on = visit.opened_at.astimezone(zone).date() if visit else record.today
    number = visit.pk if visit else 0
    return [
        ("Complaint", partial(complaint_lines, record)),
        ("Screen", partial(screen_lines, record)),
        ("Measured", partial(measured_lines, record, on)),
        ("Tried in the room", partial(tried_lines, record, number)),
        ("At home", partial(response_lines, record)),
        ("What the client says of the whole", partial(outcome_lines, record)),
        ("Decided", partial(_decided, record, visit)),
        ("Program", partial(program_lines, record)),
        ("Next", partial(_next, record, visit)),
        ("In my own words", list),
    ]


def _letter(record: Record, visit: models.Visit | None) -> list[Said]:
    return [
        ("Question", list),
        ("Complaint", partial(complaint_lines, record)),
        ("Screen", partial(screen_lines, record)),
        ("Findings", partial(measured_lines, record)),
        ("Program", partial(program_lines, record)),
        ("Response", lambda: [*response_lines(record), *outcome_lines(record)]),
        ("What is asked back", partial(_asked_back, record)),
    ]


def _urgent(record: Record, visit: models.Visit | None) -> list[Said]:
    return [
        ("What is asked", partial(_asked_back, record)),
        ("Why", partial(flag_lines, record)),
        ("Complaint", partial(complaint_lines, record)),
        ("What else the screen tells", partial(_beside, record)),
        ("What was done", partial(_done, record)),
        ("Seen and heard", list),
    ]


def _summary(record: Record, visit: models.Visit | None) -> list[Said]:
    return [
        ("Complaint", partial(complaint_lines, record)),
        ("Care", partial(_care, record)),
        ("Findings, first and last", partial(measured_lines, record)),
        ("How it went at home", partial(response_lines, record)),
        ("What the client says of the whole", partial(outcome_lines, record)),
        ("Upkeep", partial(program_lines, record)),
        ("When to come back", list),
    ]


_OF: Final[Mapping[Kind, Callable[[Record, models.Visit | None], list[Said]]]] = {
    "note": _note, "letter": _letter, "urgent": _urgent, "summary": _summary,
}  # fmt: skip


def _asked_back(record: Record) -> Iterator[str]:
    raised = record.assessment.screen.flags.raised
    order = list(ASKED_BACK)
    gravest = min((flag.action for flag in raised), key=order.index, default=None)
    if gravest is not None:
        yield ASKED_BACK[gravest]
        yield WRITTEN


def _beside(record: Record) -> Iterator[str]:
    why = set(flag_lines(record))
    yield from (line for line in screen_lines(record) if line not in why)


def _done(record: Record) -> Iterator[str]:
    if record.assessment.screen.flags.blocking:
        yield "No home program is given until a doctor’s clearance is recorded."
    if record.version is not None and record.withheld:
        yield "The home program that was handed over is withheld on the client’s phone, which says to call the clinic."


def _decided(record: Record, visit: models.Visit | None) -> Iterator[str]:
    if visit is None:
        return
    library = record.assessment.library
    rows = models.Proposal.objects.filter(review__visit=visit).exclude(decided_at=None).order_by("position")
    for row in rows:
        if row.decision in DECIDED:
            what = f"{sided(library.title(row.drill), row.side)}: " if row.drill else ""
            reason = f" ({row.decision_reason})" if row.decision_reason else ""
            yield f"{what}{row.detail.rstrip('.')}: {DECIDED[row.decision]}{reason}."
    for one in record.overrides:
        yield f"Allowed by hand, {sided(library.title(one.drill), one.side)}: {one.reason}."


def _next(record: Record, visit: models.Visit | None) -> Iterator[str]:
    complaint = record.complaint
    if complaint.visit_on:
        at = f" at {complaint.visit_at:%H:%M}" if complaint.visit_at else ""
        yield f"Next visit on {day(complaint.visit_on)}{at}."
    else:
        yield "No next visit is agreed."
    if visit is not None and visit.left_open:
        yield f"Left open: {'; '.join(visit.left_open)}."


def _care(record: Record) -> Iterator[str]:
    complaint = record.complaint
    visits = "1 visit" if len(record.visits) == 1 else f"{len(record.visits)} visits"
    yield f"{visits} since {day(f'{complaint.opened_at:%Y-%m-%d}')}."
    if complaint.closed_at is None:
        yield "Care goes on."
        return
    how = ENDED.get(complaint.ended_as, "without a word why")
    note = f" {complaint.ended_note}" if complaint.ended_note else ""
    yield f"Care ended on {day(f'{complaint.closed_at:%Y-%m-%d}')}: {how}.{note}"
