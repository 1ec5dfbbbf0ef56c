"""Send out of the house: each thing is a row first, waits for the end of the quiet hours, and is carried once."""

from __future__ import annotations

import datetime as dt
from collections.abc import Callable
from functools import partial
from typing import Final, Literal

from django.db import models as fields

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, act
from easepath.clinic.actions.home_links import hash_of, make_link
from easepath.clinic.carriers import CarrierError, carrier
from easepath.clinic.errors import FieldError, NotFoundError, RefusedError
from easepath.clinic.house_words import said_to_client
from easepath.clinic.policies import require
from easepath.clinic.quiet_hours import after_quiet
from easepath.clinic.repository import Record, read_complaint
from easepath.core.knowledge import shipped_library
from easepath.core.phrases import Phrases

Way = Literal["text", "mail"]
NoWay = Literal["", Way]
"""How a client is told of what is new; empty for not at all."""
MOST_TRIES: Final = 5
"""After so many failures somebody has to look at it."""
LINK_LEFT_OUT: Final = "…"
"""What stands in the row of a private link where the link itself was sent."""
TO_CLIENTS: Final = frozenset({"link", "reminder", "message"})


def address_of(client: models.Client, way: str) -> str:
    """Where a client is reached that way; empty where the record does not say."""
    return client.telephone if way == "text" else client.email


def put_out(
    complaint: models.Complaint, kind: str, *, address: str, words: str, way: str = "mail",
    due: dt.datetime | None = None, by: models.User | None = None,
) -> models.Dispatch:  # fmt: skip
    """Lay something down to be sent; what goes to a client waits for the end of the quiet hours."""
    clinic, now = complaint.client.clinic, clock.now()
    if due is None:
        due = after_quiet(clinic, now) if kind in TO_CLIENTS else now
    return models.Dispatch.objects.create(
        clinic=clinic, complaint=complaint, kind=kind, way=way, address=address, words=words, made_by=by, made_at=now,
        due_at=due,
    )  # fmt: skip


def send_due(now: dt.datetime) -> int:
    """Carry what is due; of several servers one carries it. Returns how many went."""
    due = models.Dispatch.objects.filter(sent_at=None, due_at__lte=now, tries__lt=MOST_TRIES).exclude(kind="link")
    return sum(_carry(one) for one in due.select_related("clinic").order_by("due_at"))


def send_again(actor: models.User, dispatch: int) -> models.Dispatch:
    """Try once more what could not be sent; a private link is sent anew instead, for its row does not hold it."""
    row = models.Dispatch.objects.filter(pk=dispatch, clinic=actor.clinic_id).select_related("clinic").first()
    if row is None:
        raise NotFoundError("no such message in this clinic")
    require(actor, "write-message", row.clinic)
    if row.kind == "link":
        raise RefusedError("a private link is not kept", ["send a new one from Home"])
    if row.sent_at is None:
        _carry(row)
        row.refresh_from_db()
    return row


def _carry(row: models.Dispatch, words: str = "") -> bool:
    """Whether this one was carried, by us and now; it is taken before it is carried, so that nobody else does."""
    waiting = models.Dispatch.objects.filter(pk=row.pk, sent_at=None, tries=row.tries)
    if not waiting.update(sent_at=clock.now(), tries=fields.F("tries") + 1, fault=""):
        return False
    try:
        carrier(row.way).carry(row.address, row.clinic.name, words or row.words)
    except CarrierError as fault:
        models.Dispatch.objects.filter(pk=row.pk).update(sent_at=None, fault=str(fault)[:100])
        return False
    return True


def send_link(actor: models.User, complaint: models.Complaint, way: Way, link_of: Callable[[str], str]) -> None:
    """Make a private link and send it at once; one that could not be sent is closed again.

    `link_of` makes the full address of a token. Raises FieldError where the record has no address of that kind.
    """

    def decide(record: Record) -> Act[tuple[models.Dispatch, str]]:
        if record.version is None:
            raise RefusedError("nothing was handed over yet", ["hand the session over in Plan"])
        client = record.complaint.client
        to = address_of(client, way)
        if not to:
            what = "telephone number" if way == "text" else "mail address"
            raise FieldError({"way": f"has no {what} in the record: add it on the person page"})
        return Act(lambda: _write_link(actor, record, way, to), "send-link", lambda _: {"way": way})

    row, token = act(actor, "manage-link", partial(read_complaint, complaint.pk), decide)
    if not _carry(row, row.words.replace(LINK_LEFT_OUT, link_of(token))):
        models.HomeLink.objects.filter(token_hash=hash_of(token)).update(revoked_at=clock.now())


def _write_link(actor: models.User, record: Record, way: Way, to: str) -> tuple[models.Dispatch, str]:
    complaint, client = record.complaint, record.complaint.client
    if not complaint.told_by:
        models.Complaint.objects.filter(pk=complaint.pk).update(told_by=way)
    said = said_to_client(
        complaint, "message-link", clinic=client.clinic.name, name=client.first_name, link=LINK_LEFT_OUT
    )
    row = put_out(complaint, "link", address=to, words=said, way=way, due=clock.now(), by=actor)
    return row, make_link(actor, complaint)


def tell_staff(complaint: models.Complaint, kind: Literal["stop", "wrote"], version: models.PlanVersion | None) -> None:
    """Tell the clinic by mail that something waits; nothing about the client stands in it.

    Whoever handed over the plan is told where the clinic names no address; nobody where neither has one.
    """
    to = complaint.client.clinic.told_at or (version.handed_over_by.email if version is not None else "")
    if to:
        put_out(complaint, kind, address=to, words=Phrases(shipped_library()).say(f"staff-{kind}"))
