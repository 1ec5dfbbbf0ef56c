"""Record that a doctor cleared a red flag: who, when, and what the document says."""

from __future__ import annotations

import datetime as dt

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.actions.base import fresh, record, require_open
from easepath.clinic.actions.save_screening import keep_result
from easepath.clinic.actions.withheld_sheet import release_sheet
from easepath.clinic.errors import FieldError
from easepath.clinic.facts import assess
from easepath.clinic.policies import require


def record_clearance(
    actor: models.User, visit: models.Visit, *, flag: str, doctor: str, date: dt.date, reason: str
) -> models.Clearance:
    """Clear one raised red flag; only a clinician or a lead may, and only a flag that is raised."""
    require(actor, "record-clearance", visit.complaint.client.clinic)
    with transaction.atomic():
        complaint = fresh(visit)
        require_open(visit)
        _check(complaint, flag, doctor, date, reason)
        row = models.Clearance.objects.create(
            complaint=complaint, flag=flag, doctor=doctor.strip(), date=date, reason=reason.strip(),
            recorded_by=actor, recorded_at=clock.now(),
        )  # fmt: skip
        details = {"flag": flag, "doctor": row.doctor, "date": str(date), "reason": row.reason}
        record("record-clearance", complaint, actor, details)
        keep_result(visit)
        release_sheet(actor, complaint.pk)
    return row


def _check(complaint: models.Complaint, flag: str, doctor: str, date: dt.date, reason: str) -> None:
    today = clock.today_of(complaint)
    fields = {}
    if not doctor.strip():
        fields["doctor"] = "name the doctor who cleared it"
    if not reason.strip():
        fields["reason"] = "say what the document states"
    if date > today:
        fields["date"] = f"lies after today, {today}: check the date"
    if flag not in {found.id for found in assess(complaint, today).screen.flags.raised}:
        fields["flag"] = "is not raised for this client"
    if fields:
        raise FieldError(fields)
