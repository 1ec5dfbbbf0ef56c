"""Lines between client and clinic, how the client is reached, and what was sent out of the house."""

from __future__ import annotations

from typing import get_args

from easepath.clinic import models
from easepath.clinic.actions.dispatches import MOST_TRIES, NoWay, Way
from easepath.clinic.models.messages import DispatchKind
from easepath.clinic.repository import Record
from easepath.clinic.shown import View
from easepath.core.knowledge import shipped_library
from easepath.core.vocabulary import one_of

NO_WAYS: tuple[NoWay, ...] = get_args(NoWay)
MOST_SHOWN = 200
"""What was sent out of the house, the newest first, as far as a page shows it."""


class MessageLine(View):
    """One line; nobody's name stands at the client's. `speaks_of` are questions of the screen that the words touch."""

    id: str
    by: str
    words: str
    at: str
    read_at: str | None
    speaks_of: list[str]


class DispatchLine(View):
    """One thing sent or waiting; `fault` says why it did not go, `given_up` that it is not tried any more."""

    id: int
    client: str
    client_id: int | None
    kind: DispatchKind
    way: Way
    address: str
    words: str
    by: str
    due_at: str
    sent_at: str | None
    fault: str
    given_up: bool


class ReachOut(View):
    """How a client is reached: addresses of the record, the agreed way, reminders, the next visit, lines, what went."""

    telephone: str
    email: str
    told_by: NoWay
    remind_at: list[str]
    visit_on: str | None
    visit_at: str
    quiet_from: str
    quiet_until: str
    messages: list[MessageLine]
    unread: int
    sent: list[DispatchLine]


def reach_view(record: Record) -> ReachOut:
    """How the client of a complaint is reached."""
    complaint, client = record.complaint, record.complaint.client
    sent = models.Dispatch.objects.filter(complaint=complaint.pk).select_related("complaint__client", "made_by")[:10]
    return ReachOut(
        telephone=client.telephone, email=client.email, told_by=one_of(NO_WAYS, complaint.told_by),
        remind_at=list(complaint.remind_at), visit_on=complaint.visit_on and str(complaint.visit_on),
        visit_at=f"{complaint.visit_at:%H:%M}" if complaint.visit_at else "",
        quiet_from=f"{client.clinic.quiet_from:%H:%M}", quiet_until=f"{client.clinic.quiet_until:%H:%M}",
        messages=message_lines(record),
        unread=len(record.unread),
        sent=[dispatch_line(one) for one in sent],
    )  # fmt: skip


def message_lines(record: Record) -> list[MessageLine]:
    """Every line of a complaint, the newest first."""
    asked = shipped_library().questions
    return [
        MessageLine(
            id=str(one.id), by="" if one.is_the_clients else one.by, words=one.words, at=one.written_at.isoformat(),
            read_at=one.read_at and one.read_at.isoformat(),
            speaks_of=[asked[item].ask for item in one.speaks_of if item in asked],
        )
        for one in reversed(record.messages)
    ]  # fmt: skip


def outbox_view(clinic: int) -> list[DispatchLine]:
    """What a clinic sent and what waits, the newest first."""
    rows = models.Dispatch.objects.filter(clinic=clinic).select_related("complaint__client", "made_by")
    return [dispatch_line(one) for one in rows[:MOST_SHOWN]]


def dispatch_line(row: models.Dispatch) -> DispatchLine:
    """One thing sent or waiting."""
    client = row.complaint.client if row.complaint else None
    return DispatchLine(
        id=row.pk, client=str(client) if client else "", client_id=client.pk if client else None,
        kind=one_of(get_args(DispatchKind), row.kind), way=one_of(get_args(Way), row.way), address=row.address,
        words=row.words, by=row.made_by.name if row.made_by else "", due_at=row.due_at.isoformat(),
        sent_at=row.sent_at and row.sent_at.isoformat(), fault=row.fault,
        given_up=row.sent_at is None and (row.tries >= MOST_TRIES or row.kind == "link"),
    )  # fmt: skip
