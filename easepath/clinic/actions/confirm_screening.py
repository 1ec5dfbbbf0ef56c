"""Confirm what an assistant entered, or keep what stands against what an assistant asked for."""

from __future__ import annotations

from django.db import transaction
from django.db.models import Q

from easepath.clinic import clock, models
from easepath.clinic.actions.base import differing, fresh, move_person, record, require_open
from easepath.clinic.actions.save_screening import Screening, keep_result
from easepath.clinic.actions.withheld_sheet import release_sheet
from easepath.clinic.policies import require

ASKED = Q(withdraw_asked_at__isnull=False, withdrawn_at=None)


def confirm_screening(actor: models.User, visit: models.Visit, *, accept: bool = True) -> int:
    """Confirm everything entered and asked for; without `accept` what was asked for is dropped. Returns how many."""
    require(actor, "confirm-screen", visit.complaint.client.clinic)
    with transaction.atomic():
        complaint = fresh(visit)
        require_open(visit)
        before = Screening.of(complaint).as_data()
        count = _confirm(actor, complaint) if accept else _keep(complaint)
        after = Screening.of(models.Complaint.objects.get(pk=complaint.pk)).as_data()
        details = {"visit": visit.number, "count": count, "accepted": accept, **differing(before, after)}
        record("confirm-screening", complaint, actor, details)
        keep_result(visit)
        release_sheet(actor, complaint.pk)
    return count


def _confirm(actor: models.User, complaint: models.Complaint) -> int:
    client, now = complaint.client, clock.now()
    asked = complaint.answers.filter(pending="no")
    count = asked.count()
    asked.update(value=False, pending="", pending_by=None, pending_at=None, to_confirm=False)
    count += complaint.answers.filter(pending="open").delete()[0]
    withdrawn = sum(rows.filter(ASKED).update(withdrawn_at=now) for rows in (client.factors, client.limits))
    if withdrawn:
        move_person(client, actor)
    count += withdrawn
    count += complaint.answers.filter(to_confirm=True).update(to_confirm=False)
    for rows in (client.factors, client.limits):
        count += rows.filter(to_confirm=True).update(to_confirm=False)
    return count


def _keep(complaint: models.Complaint) -> int:
    count = complaint.answers.exclude(pending="").update(pending="", pending_by=None, pending_at=None)
    for rows in (complaint.client.factors, complaint.client.limits):
        count += rows.filter(ASKED).update(withdraw_asked_by=None, withdraw_asked_at=None)
    return count
