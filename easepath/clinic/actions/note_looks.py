"""Looking leaves a trace, once a day: who opened a client's record, and that the phone opened its sheet."""

from __future__ import annotations

import re
from typing import Final

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.acting import lock_client
from easepath.clinic.audit import record_event
from easepath.clinic.repository import Record

OPENED, LOOKED = "open-record", "phone-look"
DEVICES: Final = (
    (re.compile(r"iPad|Tablet"), "tablet"), (re.compile(r"iPhone"), "iPhone"),
    (re.compile(r"Android"), "Android phone"),
    (re.compile(r"Windows|Macintosh|Linux|CrOS"), "computer"),
)  # fmt: skip


def note_opening(actor: models.User, complaint: models.Complaint) -> None:
    """One entry for each day on which somebody opens the record of a client."""
    client = complaint.client
    seen = models.AuditEntry.objects.filter(client=client, actor=actor, action=OPENED).order_by("-at")
    today = clock.now().date()
    last = seen.values_list("at", flat=True).first()
    if last is None or last.date() != today:
        record_event(OPENED, clinic=client.clinic, client=client, actor=actor)


def note_phone_look(link: models.HomeLink, user_agent: str) -> None:
    """The day a private link was last opened, and on what kind of thing; one entry for each day and kind."""
    today, device = clock.today_of(link.complaint), device_of(user_agent)
    if (link.last_used_on, link.device) == (today, device):
        return
    with transaction.atomic():
        client = lock_client(link.complaint.client_id)
        link.last_used_on, link.device = today, device
        link.save(update_fields=["last_used_on", "device"])
        record_event(LOOKED, clinic=client.clinic, client=client, details={"link": link.pk, "device": device})


def note_messages_seen(record: Record) -> None:
    """The clinic's lines have reached the phone: the first time is kept."""
    new = [one.id for one in record.messages if not one.is_the_clients and one.read_at is None]
    if new:
        models.Message.objects.filter(pk__in=new).update(read_at=clock.now())


def device_of(user_agent: str) -> str:
    """What kind of thing a browser says it runs on; no more than that is kept."""
    return next((word for pattern, word in DEVICES if pattern.search(user_agent)), "another device")
