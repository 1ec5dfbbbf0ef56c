"""What made-up clients and their clinic agreed and wrote to each other: the next visit, reminders, a line each way."""

from __future__ import annotations

import datetime as dt
import uuid

from easepath.clinic import clock
from easepath.clinic.actions.messages import read_messages, write_to_client, write_to_clinic
from easepath.clinic.actions.next_visit import agree_visit
from easepath.clinic.actions.reminders import agree_reminders
from easepath.clinic.models import Complaint, User

_NAMESPACE = uuid.UUID("0f0c9d1e-5a43-4f0a-8d0b-3f6c1b7a2e55")
TOLD = "Begin gently. The first two days may feel stiff; that is all right."
ASKED = "May I climb the ladder at work again? Three rungs, no load."


def write_and_agree(actor: User, complaint: Complaint, today: dt.date) -> None:
    """A first line of the clinic that the client answered, reminders on working days, and the next visit."""
    agree_reminders(actor, complaint, "text", [dt.time(7, 30), dt.time(18)])
    agree_visit(actor, complaint, today + dt.timedelta(days=5), dt.time(10, 30))
    with clock.on(today - dt.timedelta(days=1)):
        write_to_clinic(complaint, _id(complaint, "asked"), ASKED)
        read_messages(actor, complaint)
    with clock.on(today):
        write_to_client(actor, complaint, _id(complaint, "told"), TOLD)


def _id(complaint: Complaint, what: str) -> uuid.UUID:
    return uuid.uuid5(_NAMESPACE, f"{complaint.pk} {what}")
