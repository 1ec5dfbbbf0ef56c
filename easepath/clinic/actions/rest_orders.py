"""Rest at home as rows of the complaint: made by the rules or by a clinician, ended by its day or by an act."""

from __future__ import annotations

import datetime as dt
from collections.abc import Callable
from functools import partial
from typing import TypeVar

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, Unchanged, act
from easepath.clinic.actions.revisions import require_open
from easepath.clinic.errors import FieldError
from easepath.clinic.repository import Record, after_telling, read_again, read_complaint
from easepath.core.adjust.rest import rests_of

T = TypeVar("T")
LONGEST_DAYS = 60
"""A longer rest is the end of a program, and is said as such."""
ORDERED, ENDED = "order-rest", "end-rest"


def tell(
    actor: models.User | None, complaint: models.Complaint, decide: Callable[[Record], Act[T] | Unchanged[T]]
) -> T:
    """Store what is told of a session at home, then the rests that follow from it."""
    seen: list[Record] = []

    def decided(record: Record) -> Act[T] | Unchanged[T]:
        seen[:] = [record]
        return decide(record)

    stored = act(actor, "log-for-client", partial(read_complaint, complaint.pk), decided)
    keep_rests(complaint, after_telling(seen[0]))
    return stored


def keep_rests(complaint: models.Complaint, told: Record | None = None) -> None:
    """Write the rests that follow by the rules from what was told, and end those that follow no more.

    One that a clinician ended stays ended. `told` is the record as whoever told it left it.
    """
    at_hand = [] if told is None else [told]

    def read() -> Record:
        return at_hand.pop() if at_hand else read_complaint(complaint.pk)

    act(None, ORDERED, read, _decide_kept)


def _decide_kept(record: Record) -> Act[None] | Unchanged[None]:
    if record.version is None:
        return Unchanged(None)
    due = {(one.cause, one.drill, one.since): one for one in rests_of(record.assessment.review)}
    known = {(row.cause, row.drill, row.from_on): row for row in record.rests if row.cause != "clinician"}
    new = [one for key, one in due.items() if key not in known]
    over = [row.id for key, row in known.items() if key not in due and row.in_force(record.today)]
    if not new and not over:
        return Unchanged(None)

    def write() -> None:
        now = clock.now()
        models.RestOrder.objects.bulk_create(
            models.RestOrder(
                complaint=record.complaint, cause=one.cause, drill=one.drill, from_on=one.since, until_on=one.until,
                ordered_at=now,
            )
            for one in new
        )  # fmt: skip
        models.RestOrder.objects.filter(pk__in=over).update(ended_on=record.today)

    details = {"begun": [[one.cause, one.drill, str(one.since)] for one in new], "ended": over}
    return Act(write, ORDERED, lambda _: details)


def order_rest(
    actor: models.User, visit: models.Visit, *, drill: str = "", until: dt.date | None = None, words: str = ""
) -> models.RestOrder:
    """Order rest from today on: of one drill or of the whole program, with what the client reads of it."""
    given = models.RestOrder(cause="clinician", drill=drill, until_on=until, words=words.strip(), ordered_by=actor)
    return act(actor, "order-rest", partial(read_again, visit), lambda record: _decide_order(record, given))


def _decide_order(record: Record, given: models.RestOrder) -> Act[models.RestOrder]:
    require_open(record.visit)
    today, planned = record.today, {row.drill for row in record.version.counted} if record.version else set()
    fields = {}
    if record.version is None:
        fields["drill"] = "nothing is handed over yet that could rest"
    elif given.drill and given.drill not in planned:
        fields["drill"] = "is not in this version of the plan"
    if given.until_on is not None and not 0 <= (given.until_on - today).days <= LONGEST_DAYS:
        fields["until"] = (
            f"lies before today, or more than {LONGEST_DAYS} days ahead: hand over another version instead"
        )
    if fields:
        raise FieldError(fields)

    def write() -> models.RestOrder:
        given.complaint, given.from_on, given.ordered_at = record.complaint, today, clock.now()
        given.save(force_insert=True)
        return given

    details = {"drill": given.drill, "until": given.until_on and str(given.until_on), "words": given.words}
    return Act(write, ORDERED, lambda _: details)


def end_rest(actor: models.User, visit: models.Visit, rest: int, reason: str) -> None:
    """End a rest before its day; what rests for a sign ends with the answer to the sign, not here."""
    act(
        actor, "order-rest", partial(read_again, visit), lambda record: _decide_end(actor, record, rest, reason.strip())
    )


def _decide_end(actor: models.User, record: Record, rest: int, reason: str) -> Act[None] | Unchanged[None]:
    require_open(record.visit)
    row = next((row for row in record.rests if row.id == rest), None)
    if row is None or not row.in_force(record.today):
        return Unchanged(None)
    if row.cause == "sign":
        raise FieldError({"rest": "rests for a sign: answer the sign, then it goes on"})
    if not reason:
        raise FieldError({"reason": "say why it ends, so that it can be explained later"})
    ended = {"ended_on": record.today, "ended_by": actor, "end_reason": reason}

    def write() -> None:
        models.RestOrder.objects.filter(pk=rest).update(**ended)

    details = {"rest": rest, "drill": row.drill, "reason": reason}
    return Act(write, ENDED, lambda _: details)
