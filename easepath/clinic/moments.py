"""What happened in a complaint, in time: found, given, told at home; each moment with who did it."""

from __future__ import annotations

import datetime as dt
from collections import defaultdict
from collections.abc import Iterator
from typing import Any, Final, Literal, get_args

from easepath.clinic import models
from easepath.clinic.facts.home import effective_sessions, is_stopped, stopped_at
from easepath.clinic.path import OUTCOME_WORDS
from easepath.clinic.repository import Record
from easepath.clinic.rows import SessionRow
from easepath.clinic.shown import View, figure, sided
from easepath.core.knowledge import shipped_library
from easepath.core.vocabulary import Outcome, one_of

Kind = Literal["found", "given", "home"]
"""What was found with the client, what was given or decided, what happened at home."""
OUTCOMES: Final[tuple[Outcome, ...]] = get_args(Outcome)
DECIDED: Final = {"accept": "accepted", "change": "changed", "refuse": "refused"}
ENDED: Final = dict(models.complaints.ENDINGS)


class Moment(View):
    """One thing that happened.

    `version` is the number in the database of the sheet it shows, `visit` of its
    visit, `kept` of the facts that the rules read for it.
    """

    date: str
    kind: Kind
    title: str
    lines: tuple[str, ...] = ()
    by: str = ""
    version: int | None = None
    visit: int | None = None
    kept: int | None = None


def moments_of(record: Record) -> list[Moment]:
    """Everything that happened in a complaint, the newest first; of one day what was found comes first."""
    order = get_args(Kind)
    found = [
        *_visits(record), *_screens(record), *_measured(record), *_tried(record), *_versions(record),
        *_decisions(record), *_gates(record), *_cleared(record), *_overridden(record), *_sessions(record),
        *_rests(record), *_answered(record), *_ended(record),
    ]  # fmt: skip
    by_kind = sorted(found, key=lambda one: order.index(one.kind))
    return sorted(by_kind, key=lambda one: one.date, reverse=True)


def _named(drill: str, side: str = "") -> str:
    return sided(shipped_library().title(drill), side)


def _visits(record: Record) -> Iterator[Moment]:
    for visit in models.Visit.objects.filter(complaint=record.complaint.pk).select_related("opened_by"):
        left = (f"left open: {', '.join(visit.left_open)}",) if visit.left_open else ()
        title = f"Visit {visit.number}" + ("" if visit.closed_at else ", open")
        yield Moment(
            date=f"{visit.opened_at:%Y-%m-%d}", kind="found", title=title, lines=left, by=visit.opened_by.name,
            visit=visit.pk,
        )  # fmt: skip


def _screens(record: Record) -> Iterator[Moment]:
    """The last the screen told in each visit."""
    found = models.ScreeningResult.objects.filter(visit__complaint=record.complaint.pk).order_by("pk")
    rows = found.select_related("facts")
    last = {row.visit_id: row for row in rows}
    for row in last.values():
        lines = [flag_words(one["id"], row.facts.facts if row.facts else {}) for one in row.flags]
        lines += [f"{row.unanswered} questions open"] if row.unanswered else []
        words = OUTCOME_WORDS[one_of(OUTCOMES, row.outcome)]
        yield Moment(
            date=f"{row.computed_at:%Y-%m-%d}", kind="found", title=f"Screen: {words}, irritability {row.irritability}",
            lines=tuple(lines), visit=row.visit_id, kept=row.facts_id,
        )  # fmt: skip


def flag_words(identifier: str, facts: dict[str, Any]) -> str:
    """What of a red flag was answered yes in kept facts; all it asks where something else raised it."""
    row = shipped_library().red_flags.get(identifier)
    if row is None:
        return identifier.replace("-", " ")
    answers = facts.get("complaint", {}).get("answers", {})
    said = [words for item, words in row.items.items() if answers.get(item)]
    return " and ".join(said) if said else " or ".join(row.items.values())


def _measured(record: Record) -> Iterator[Moment]:
    """The sittings of a day in the visits of this complaint, each with its mean."""
    measures, days = shipped_library().measures, defaultdict[dt.date, list[str]](list)
    for one in record.sittings:
        if one.complaint == record.complaint.pk and one.trials and one.measure in measures:
            row = measures[one.measure]
            mean, after = sum(one.trials) / len(one.trials), ", after the drills" if one.state != "cold" else ""
            days[one.date].append(f"{sided(row.name, one.side)}: {figure(mean)} {row.unit}{after}")
    for date, lines in days.items():
        yield Moment(date=str(date), kind="found", title="Measured", lines=tuple(lines))


def _tried(record: Record) -> Iterator[Moment]:
    opened = {visit.number: visit for visit in record.visits}
    tried = defaultdict[int, list[str]](list)
    for one in record.tryouts:
        tried[one.visit_number].append(_named(one.drill, one.side) + (f": {one.symptom}" if one.symptom else ""))
    for number, lines in tried.items():
        visit = opened[number]
        yield Moment(
            date=visit.opened_at[:10], kind="found", title="Tried in the room", lines=tuple(lines), visit=visit.id
        )


def _versions(record: Record) -> Iterator[Moment]:
    for version in record.complaint.versions.select_related("handed_over_by").prefetch_related("drills"):
        lines = version.difference or [_named(row.drill, row.side) for row in version.counted]
        stage = f", stage {version.stage}" if version.stage else ""
        back = f", taking back version {version.takes_back}" if version.takes_back else ""
        yield Moment(
            date=str(version.start), kind="given", title=f"Version {version.number} handed over{stage}{back}",
            lines=tuple(lines), by=version.handed_over_by.name, version=version.pk,
            kept=version.facts_id,
        )  # fmt: skip


def _decisions(record: Record) -> Iterator[Moment]:
    """What was decided about the proposals of the rules, by the day and by whom."""
    decided = models.Proposal.objects.filter(review__complaint=record.complaint.pk).exclude(decided_at=None)
    days = defaultdict[tuple[str, str], list[str]](list)
    for row in decided.exclude(decision="open").select_related("decided_by").order_by("decided_at"):
        assert row.decided_at is not None
        what = f"{_named(row.drill, row.side)}: " if row.drill else ""
        reason = f" ({row.decision_reason})" if row.decision_reason else ""
        by = row.decided_by.name if row.decided_by else ""
        days[f"{row.decided_at:%Y-%m-%d}", by].append(f"{what}{row.detail}: {DECIDED[row.decision]}{reason}")
    of_day = models.KeptFacts.objects.filter(complaint=record.complaint.pk, of="review").order_by("pk")
    kept = {f"{row.kept_at:%Y-%m-%d}": row.pk for row in of_day.only("kept_at")}
    for (date, by), lines in days.items():
        yield Moment(date=date, kind="given", title="Decided", lines=tuple(lines), by=by, kept=kept.get(date))


def _gates(record: Record) -> Iterator[Moment]:
    """What a gate asks for, as a clinician saw it or took it back."""
    client, pk = record.complaint.client_id, record.complaint.pk
    found = models.AuditEntry.objects.filter(client=client, action="confirm-gate-word").order_by("number")
    for row in found.select_related("values", "actor"):
        told = row.details or {}
        if told.get("complaint") == pk:
            seen = told["word"] in told["new"]
            title = "Seen, as the gate asks" if seen else "No longer seen, as the gate asks"
            by = row.actor.name if row.actor else ""
            yield Moment(date=f"{row.at:%Y-%m-%d}", kind="found", title=title, lines=(told["word"],), by=by)


def _cleared(record: Record) -> Iterator[Moment]:
    for row in record.clearances:
        title = f"Cleared by {row.doctor}: {row.flag.replace('-', ' ')}"
        yield Moment(date=str(row.date), kind="found", title=title, lines=(row.reason,), by=row.by)


def _overridden(record: Record) -> Iterator[Moment]:
    """Verdicts overridden, and overrides that were taken back."""
    for row in models.Override.objects.filter(complaint=record.complaint.pk).select_related("recorded_by"):
        what = _named(row.drill, row.side)
        yield Moment(
            date=f"{row.recorded_at:%Y-%m-%d}", kind="given", title=f"Allowed by hand: {what}", lines=(row.reason,),
            by=row.recorded_by.name,
        )  # fmt: skip
        if row.withdrawn_at is not None:
            yield Moment(
                date=f"{row.withdrawn_at:%Y-%m-%d}", kind="given", title=f"No longer allowed by hand: {what}",
            )  # fmt: skip


def _sessions(record: Record) -> Iterator[Moment]:
    """Sessions that stopped, told of a sign or flared; calm ones are drawn and not told one by one."""
    answered = record.assessment.review.context.responder.answered if record.version is not None else ()
    flared = {one.entry.session for one in answered if one.response.kind == "flared"}
    for session in effective_sessions(record):
        if is_stopped(session):
            yield Moment(date=str(session.date), kind="home", title="A session was stopped", lines=_stops(session))
        elif session.id.hex in flared:
            yield Moment(date=str(session.date), kind="home", title="A session flared", lines=_worst(session))


def _stops(session: SessionRow) -> tuple[str, ...]:
    symptoms = shipped_library().symptoms
    return tuple(
        f"{_named(row.drill, row.side)}: {row.stopped or symptoms[row.symptom].text}" for row in stopped_at(session)
    )


def _worst(session: SessionRow) -> tuple[str, ...]:
    pains = [(row.during, _named(row.drill, row.side)) for row in session.drills if row.during is not None]
    lines = [f"{name}: pain {pain} of 10" for pain, name in sorted(pains, reverse=True)[:1]]
    return (*lines, f"next morning {session.morning.pain} of 10") if session.morning else tuple(lines)


def _rests(record: Record) -> Iterator[Moment]:
    why = {"sign": "a sign told at home", "flare": "a flare", "clinician": "ordered"}
    for row in record.rests:
        what = _named(row.drill) if row.drill else "The whole program"
        until = f" up to and with {row.until_on:%-d %B}" if row.until_on else ""
        lines = (row.words,) if row.words else ()
        by = row.by if row.cause == "clinician" else ""
        yield Moment(
            date=str(row.from_on), kind="home", title=f"{what} rests{until}: {why[row.cause]}", lines=lines, by=by
        )


def _answered(record: Record) -> Iterator[Moment]:
    for row in record.sign_answers:
        what = _named(row.drill) if row.drill else "every drill"
        title = f"Signs of {what} answered"
        yield Moment(date=str(row.until), kind="given", title=title, lines=(row.reason,), by=row.by)


def _ended(record: Record) -> Iterator[Moment]:
    complaint = record.complaint
    if complaint.closed_at is not None:
        lines = (complaint.ended_note,) if complaint.ended_note else ()
        by = complaint.ended_by.name if complaint.ended_by else ""
        title = f"Care ended: {ENDED.get(complaint.ended_as, 'without a word why')}"
        yield Moment(date=f"{complaint.closed_at:%Y-%m-%d}", kind="given", title=title, lines=lines, by=by)
