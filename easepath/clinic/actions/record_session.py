"""Record a session or a morning from home; append-only, sending twice stores once."""

from __future__ import annotations

import datetime as dt
import uuid
from dataclasses import dataclass

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.actions.base import locked, record
from easepath.clinic.errors import FieldError, NotFoundError
from easepath.clinic.policies import require
from easepath.core.knowledge import shipped_library

OLDEST_DAYS = 21


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
    with transaction.atomic():
        complaint = locked(complaint.pk)
        known = models.SessionLog.objects.filter(pk=done.id).first()
        if known is not None:
            if known.complaint_id != complaint.pk:
                raise NotFoundError("no such session")
            return known
        version = complaint.versions.filter(number=done.version).first()
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
        record("record-session", complaint, actor, {"date": str(done.date), "drills": len(done.drills)})
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
        record("record-morning", complaint, actor, {"date": str(session.date), "pain": done.pain})
    return row


def _check_morning(complaint: models.Complaint, session: models.SessionLog, done: MorningDone) -> None:
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
    planned = {row.drill for row in version.drills.all()}
    sites = shipped_library().sites
    if not done.drills:
        fields["drills"] = "a session has at least one drill"
    for index, drill in enumerate(done.drills):
        if drill.drill not in planned:
            fields[f"drills.{index}.drill"] = "is not in this version of the plan"
        if drill.felt and drill.felt not in sites:
            fields[f"drills.{index}.felt"] = "is not a place this product knows"
    if fields:
        raise FieldError(fields)
    _pain({"before": done.before, "after": done.after})
    _pain({f"drills.{i}.during": drill.during for i, drill in enumerate(done.drills)})
