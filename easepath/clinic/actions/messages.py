"""Write a line to a client or to the clinic; sending it twice stores it once."""

from __future__ import annotations

import datetime as dt
import uuid
from collections.abc import Callable
from functools import partial
from typing import Final

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, Unchanged, act
from easepath.clinic.actions.dispatches import address_of, put_out, tell_staff
from easepath.clinic.errors import FieldError, NotFoundError, RefusedError
from easepath.clinic.house_words import said_to_client
from easepath.clinic.repository import Record, read_complaint
from easepath.core.knowledge import shipped_library
from easepath.core.screening.spoken import Told, spoken_of

LONGEST: Final = 600
"""Letters of one line; more is said on the telephone."""
MOST_A_DAY: Final = 20
"""Lines of a client within a day; whoever has more to say calls."""


def write_to_client(
    actor: models.User, complaint: models.Complaint, identifier: uuid.UUID, words: str
) -> models.Message:
    """A line from the clinic; the client is told of it where a way is agreed."""

    def decide(record: Record) -> Act[models.Message] | Unchanged[models.Message]:
        if record.version is None:
            raise RefusedError("nothing was handed over yet", ["the line would have no page to stand on"])
        return _decide(record, _given(identifier, words, actor), partial(_tell_client, record, actor))

    return act(actor, "write-message", partial(read_complaint, complaint.pk), decide)


def write_to_clinic(complaint: models.Complaint, identifier: uuid.UUID, words: str) -> models.Message:
    """A line from the client, with what it speaks of; the clinic is told that there is one."""

    def decide(record: Record) -> Act[models.Message] | Unchanged[models.Message]:
        given = _given(identifier, words, None)
        given.speaks_of = sorted(spoken_of(shipped_library(), Told(words=given.words)))
        return _decide(record, given, lambda: tell_staff(record.complaint, "wrote", record.version))

    return act(None, "log-for-client", partial(read_complaint, complaint.pk), decide)


def read_messages(actor: models.User, complaint: models.Complaint) -> int:
    """Note that the client's lines were read, and by whom; returns how many were new."""
    new = models.Message.objects.filter(complaint=complaint.pk, written_by=None, read_at=None)

    def decide(_: Record) -> Act[int] | Unchanged[int]:
        if not new.exists():
            return Unchanged(0)
        return Act(lambda: new.update(read_at=clock.now(), read_by=actor), "read-messages", lambda n: {"count": n})

    return act(actor, "write-message", partial(read_complaint, complaint.pk), decide)


def _given(identifier: uuid.UUID, words: str, by: models.User | None) -> models.Message:
    said = words.strip()
    if not said or len(said) > LONGEST:
        raise FieldError({"words": f"is empty, or longer than {LONGEST} letters"})
    return models.Message(id=identifier, words=said, written_by=by)


def _decide(
    record: Record, given: models.Message, tell: Callable[[], None]
) -> Act[models.Message] | Unchanged[models.Message]:
    known = models.Message.objects.filter(pk=given.pk).first()
    if known is not None:
        if known.complaint_id != record.complaint.pk or known.written_by_id != given.written_by_id:
            raise NotFoundError("no such message")
        return Unchanged(known)
    since = clock.now() - dt.timedelta(days=1)
    today = sum(one.is_the_clients and one.written_at > since for one in record.messages)
    if given.written_by is None and today >= MOST_A_DAY:
        raise FieldError({"words": "comes after many lines of one day: call the clinic instead"})

    def write() -> models.Message:
        given.complaint, given.written_at = record.complaint, clock.now()
        given.save(force_insert=True)
        tell()
        return given

    return Act(write, "write-message", lambda _: {"message": str(given.pk), "speaks_of": given.speaks_of})


def _tell_client(record: Record, actor: models.User) -> None:
    complaint, client = record.complaint, record.complaint.client
    to = address_of(client, complaint.told_by) if complaint.told_by else ""
    if to:
        said = said_to_client(complaint, "message-new", clinic=client.clinic.name)
        put_out(complaint, "message", address=to, words=said, way=complaint.told_by, by=actor)
