"""Record a session from home or on the client's behalf; sending it twice stores it once."""

from __future__ import annotations

from dataclasses import replace

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, Unchanged, stored_already
from easepath.clinic.actions.dispatches import tell_staff
from easepath.clinic.actions.rest_orders import tell
from easepath.clinic.actions.session_bounds import SessionDone, check_session, clinic_day, stands_for
from easepath.clinic.facts.draft import stored as stored_as
from easepath.clinic.repository import Record
from easepath.core.dose.load_words import load_words
from easepath.core.facts import Manner
from easepath.core.vocabulary import SIGNS


def record_session(
    complaint: models.Complaint, done: SessionDone, actor: models.User | None = None
) -> models.SessionLog:
    """Store a session once; a second send of the same id returns the stored one."""
    return tell(actor, complaint, lambda record: _decide(actor, record, done))


def _version(record: Record, number: int) -> models.PlanVersion | None:
    """The version a session was done by: mostly the one in force, which was read already."""
    if record.version is not None and record.version.number == number:
        return record.version
    return record.complaint.versions.filter(number=number).prefetch_related("drills").first()


def _decide(
    actor: models.User | None, record: Record, done: SessionDone
) -> Act[models.SessionLog] | Unchanged[models.SessionLog]:
    complaint = record.complaint
    known = stored_already(models.SessionLog, done.id, complaint, "session")
    if known is not None:
        return Unchanged(known)
    version = _version(record, done.version)
    done = done if actor is not None else replace(done, date=clinic_day(record, done.date))
    check_session(record, version, done)
    assert version is not None
    replaces, bands = stands_for(version), complaint.client.clinic.bands
    loads = {row.drill: load_words(stored_as(Manner, row.manner) or Manner(), bands)[:100] for row in version.counted}

    def write() -> models.SessionLog:
        row = models.SessionLog.objects.create(
            id=done.id, complaint=complaint, version=version, date=done.date, before=done.before, after=done.after,
            worst=done.worst, note=done.note, at_break=done.at_break, corrects_id=done.corrects, entered_by=actor,
            received_at=clock.now(),
        )  # fmt: skip
        models.SessionDrill.objects.bulk_create(
            models.SessionDrill(
                session=row, position=position, **vars(drill), stands_for=replaces.get(drill.drill, ""),
                load=loads.get(drill.drill, ""),
            )
            for position, drill in enumerate(done.drills)
        )  # fmt: skip
        if actor is None and any(drill.symptom in SIGNS for drill in done.drills):
            tell_staff(complaint, "stop", record.version)
        return row

    details = {
        "session": str(done.id), "date": str(done.date), "before": done.before, "after": done.after,
        "worst": done.worst, "at_break": done.at_break, "corrects": done.corrects,
        "drills": [vars(drill) for drill in done.drills],
    }  # fmt: skip
    return Act(write, "record-session", lambda _: details)
