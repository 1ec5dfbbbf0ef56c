"""Answer signs told at home: what a clinician knows about them now, so that the plan may go on."""

from __future__ import annotations

import datetime as dt
from dataclasses import replace
from functools import partial

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, act
from easepath.clinic.actions.keep_result import keep_result, screened
from easepath.clinic.actions.rest_orders import keep_rests
from easepath.clinic.actions.revisions import require_open
from easepath.clinic.errors import FieldError
from easepath.clinic.repository import Record, read_again
from easepath.clinic.rows import NOT_WRITTEN, SignAnswerRow
from easepath.core.signs import open_checks, open_signs


def answer_signs(
    actor: models.User, visit: models.Visit, *, drill: str, until: dt.date, reason: str
) -> models.SignAnswer:
    """Answer the signs of a drill (empty: of every drill) in its sessions up to a date; the log stays as it came."""
    given = SignAnswerRow(
        id=NOT_WRITTEN, drill=drill, until=until, reason=reason.strip(), by_first=actor.first_name,
        by_last=actor.last_name, by_login=actor.username,
    )  # fmt: skip
    answered = act(actor, "answer-sign", partial(read_again, visit), lambda record: _decide(actor, record, given))
    keep_rests(visit.complaint)
    return answered


def _decide(actor: models.User, record: Record, given: SignAnswerRow) -> Act[models.SignAnswer]:
    require_open(record.visit)
    _check(record, given)
    after = replace(record, sign_answers=(*record.sign_answers, given))
    result = screened(after)

    def write() -> models.SignAnswer:
        row = models.SignAnswer.objects.create(
            complaint=record.complaint, drill=given.drill, until=given.until, reason=given.reason, answered_by=actor,
            answered_at=clock.now(),
        )  # fmt: skip
        keep_result(result, after)
        return row

    details = {"drill": given.drill, "until": str(given.until), "reason": given.reason}
    return Act(write, "answer-sign", lambda _: details)


def _check(record: Record, given: SignAnswerRow) -> None:
    fields = {}
    if not given.reason:
        fields["reason"] = "say what was found, so that it can be explained later"
    if given.until > record.today:
        fields["until"] = f"lies after today, {record.today}: check the date"
    found = [sign for sign in open_signs(record.facts) if given.drill in ("", sign.drill)]
    asked = () if given.drill else open_checks(record.facts)
    dates = [*(sign.date for sign in found), *(check.date for check in asked)]
    if not any(date <= given.until for date in dates):
        fields["drill"] = "has no sign up to that day that waits for an answer"
    if fields:
        raise FieldError(fields)
