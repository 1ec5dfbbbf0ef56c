"""Record a session or a morning from home; append-only, sending twice stores once."""

from __future__ import annotations

import datetime as dt
import uuid
from dataclasses import dataclass, replace

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.actions.base import locked, record, stored_once
from easepath.clinic.errors import FieldError, NotFoundError
from easepath.clinic.policies import require
from easepath.core.knowledge import shipped_library

OLDEST_DAYS = 21
MOST_ROWS = 40
MOST_SESSIONS = 6
"""Sessions on one date, beside breaks at work; none of the plans asks for more than half of that."""
MOST_BREAKS = 16
MOST_TELLINGS = 3
"""Mornings told, or corrections made, of one session."""


@dataclass(frozen=True)
class DrillDone:
    """One drill of a session as it was reported; None is not known, an empty word was not asked."""

    drill: str
    side: str
    done_pct: int | None
    during: int | None
    symptom: str
    felt: str
    moved: str = ""


@dataclass(frozen=True)
class SessionDone:
    """One session as it was reported; `id` was made on the phone."""

    id: uuid.UUID
    version: int
    date: dt.date
    before: int | None
    after: int | None
    drills: tuple[DrillDone, ...]
    note: str = ""
    corrects: uuid.UUID | None = None


def record_session(
    complaint: models.Complaint, done: SessionDone, actor: models.User | None = None
) -> models.SessionLog:
    """Store a session once; a second send of the same id returns the stored one."""
    if actor is not None:
        require(actor, "log-for-client", complaint.client.clinic)
    return stored_once(lambda: _store_session(complaint, done, actor))


def _store_session(complaint: models.Complaint, done: SessionDone, actor: models.User | None) -> models.SessionLog:
    with transaction.atomic():
        complaint = locked(complaint.pk)
        known = models.SessionLog.objects.filter(pk=done.id).first()
        if known is not None:
            if known.complaint_id != complaint.pk:
                raise NotFoundError("no such session")
            return known
        version = complaint.versions.filter(number=done.version).first()
        done = _in_clinic_time(complaint, done, actor)
        _check(complaint, version, done)
        assert version is not None
        row = models.SessionLog.objects.create(
            id=done.id, complaint=complaint, version=version, date=done.date, before=done.before, after=done.after,
            note=done.note, corrects_id=done.corrects, entered_by=actor, received_at=clock.now(),
        )  # fmt: skip
        models.SessionDrill.objects.bulk_create(
            models.SessionDrill(session=row, position=position, **vars(drill))
            for position, drill in enumerate(done.drills)
        )
        record("record-session", complaint, actor, {
            "session": str(row.pk), "date": str(done.date), "before": done.before, "after": done.after,
            "corrects": done.corrects, "drills": [vars(drill) for drill in done.drills],
        })  # fmt: skip
    return row


@dataclass(frozen=True)
class MorningDone:
    """The morning after a session as it was reported."""

    id: uuid.UUID
    session: uuid.UUID
    pain: int
    unusual: str = "none"
    gone_48h: bool | None = None


def record_morning(
    complaint: models.Complaint, done: MorningDone, actor: models.User | None = None
) -> models.MorningReport:
    """Store a morning once; it can only be told on a day after the session."""
    if actor is not None:
        require(actor, "log-for-client", complaint.client.clinic)
    return stored_once(lambda: _store_morning(complaint, done, actor))


def _store_morning(complaint: models.Complaint, done: MorningDone, actor: models.User | None) -> models.MorningReport:
    with transaction.atomic():
        complaint = locked(complaint.pk)
        known = models.MorningReport.objects.filter(pk=done.id).first()
        if known is not None:
            if known.session.complaint_id != complaint.pk:
                raise NotFoundError("no such morning")
            return known
        session = complaint.sessions.filter(pk=done.session).first()
        if session is None:
            raise NotFoundError("no such session")
        _check_morning(complaint, session, done)
        row = models.MorningReport.objects.create(
            id=done.id, session=session, pain=done.pain, unusual=done.unusual, gone_48h=done.gone_48h,
            entered_by=actor, received_at=clock.now(),
        )  # fmt: skip
        record("record-morning", complaint, actor, {
            "session": str(session.pk), "date": str(session.date), "pain": done.pain, "unusual": done.unusual,
            "gone_48h": done.gone_48h,
        })  # fmt: skip
    return row


def _check_morning(complaint: models.Complaint, session: models.SessionLog, done: MorningDone) -> None:
    if session.mornings.count() >= MOST_TELLINGS:
        raise FieldError({"session": f"was told {MOST_TELLINGS} times: tell the clinic instead"})
    if session.date >= clock.today_of(complaint):
        raise FieldError({"session": "the morning after is not here yet: tell us tomorrow"})
    _pain({"pain": done.pain})
    if done.unusual not in {word for word, _ in models.home.UNUSUAL}:
        raise FieldError({"unusual": "is not one of the days offered"})


def _pain(values: dict[str, int | None]) -> None:
    fields = {
        name: f"{value} is not possible: pain is 0 to 10"
        for name, value in values.items()
        if value is not None and not 0 <= value <= 10
    }
    if fields:
        raise FieldError(fields)


def _in_clinic_time(complaint: models.Complaint, done: SessionDone, actor: models.User | None) -> SessionDone:
    """A phone that is a day ahead of the clinic, on a journey east, means the clinic's today."""
    today = clock.today_of(complaint)
    ahead = actor is None and done.date == today + dt.timedelta(days=1)
    return replace(done, date=today) if ahead else done


def _check(complaint: models.Complaint, version: models.PlanVersion | None, done: SessionDone) -> None:
    if version is None:
        raise FieldError({"version": f"there is no version {done.version} of this plan"})
    today = clock.today_of(complaint)
    fields = {}
    if done.date > today:
        fields["date"] = f"lies after today, {today}"
    elif (today - done.date).days > OLDEST_DAYS:
        fields["date"] = f"is more than {OLDEST_DAYS} days ago: tell the clinic instead"
    if done.corrects is not None and not complaint.sessions.filter(pk=done.corrects).exists():
        fields["corrects"] = "names no session of this plan"
    elif done.date < version.plan_start:
        fields["date"] = f"lies before the plan began, {version.plan_start}"
    elif done.corrects is None and _one_too_many(complaint, version, done):
        fields["date"] = "has as many sessions as one day takes: tell the clinic instead"
    if done.corrects is not None and complaint.sessions.filter(corrects=done.corrects).count() >= MOST_TELLINGS:
        fields["corrects"] = f"was corrected {MOST_TELLINGS} times: tell the clinic instead"
    fields |= _drill_faults(version, done)
    if fields:
        raise FieldError(fields)
    _pain({"before": done.before, "after": done.after})
    _pain({f"drills.{i}.during": drill.during for i, drill in enumerate(done.drills)})


def _drill_faults(version: models.PlanVersion, done: SessionDone) -> dict[str, str]:
    """One row for each planned drill, and no other."""
    planned = {row.drill: row.side for row in version.drills.all()}
    sites, fields, seen = shipped_library().sites, dict[str, str](), set[str]()
    if not 1 <= len(done.drills) <= MOST_ROWS:
        fields["drills"] = f"a session has 1 to {MOST_ROWS} drills"
    for index, drill in enumerate(done.drills[:MOST_ROWS]):
        if drill.drill not in planned:
            fields[f"drills.{index}.drill"] = "is not in this version of the plan"
        elif drill.side != planned[drill.drill]:
            fields[f"drills.{index}.side"] = f"is planned as {planned[drill.drill]}"
        if drill.drill in seen:
            fields[f"drills.{index}.drill"] = "stands twice in this session"
        seen.add(drill.drill)
        if drill.felt and drill.felt not in sites:
            fields[f"drills.{index}.felt"] = "is not a place this product knows"
    return fields


def _one_too_many(complaint: models.Complaint, version: models.PlanVersion, done: SessionDone) -> bool:
    """Whether that date holds as many sessions of this kind already, left out or not."""
    at_work = _breaks_at_work(version)
    is_break = {drill.drill for drill in done.drills} in at_work
    same_day = complaint.sessions.filter(date=done.date, corrects=None).prefetch_related("drills")
    kinds = [{row.drill for row in session.drills.all()} in at_work for session in same_day]
    return kinds.count(is_break) >= (MOST_BREAKS if is_break else MOST_SESSIONS)


def _breaks_at_work(version: models.PlanVersion) -> list[set[str]]:
    """The drills of each break at work that the version plans."""
    drill_of = {row.prescription["title"]: row.drill for row in version.drills.all()}
    return [{drill_of.get(drill["title"], "") for drill in one["drills"]} for one in version.desk]
