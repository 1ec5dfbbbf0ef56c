"""What a session may be taken from: templates of the clinic and of oneself, and other plans of the same client."""

from __future__ import annotations

from django.db.models import Q

from easepath.clinic import models


def templates_for(user: models.User, condition: str) -> list[models.SessionTemplate]:
    """The templates a person may take, those meant for the condition first, then by name."""
    offered = models.SessionTemplate.objects.filter(clinic=user.clinic_id, put_away_at=None)
    found = offered.filter(Q(owner=None) | Q(owner=user)).select_related("kept_by")
    return sorted(found, key=lambda one: (condition not in one.meant_for, one.name.lower()))


def plans_beside(complaint: models.Complaint) -> list[models.PlanVersion]:
    """The running version of every other complaint of the same client."""
    others = models.Complaint.objects.filter(client=complaint.client_id).exclude(pk=complaint.pk)
    found = models.PlanVersion.objects.filter(complaint__in=others).select_related("complaint").order_by("number")
    return list({version.complaint_id: version for version in found}.values())
