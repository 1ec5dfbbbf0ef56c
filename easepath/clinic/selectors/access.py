"""Rows of the user's own clinic, or nothing."""

from __future__ import annotations

import uuid

from django.db.models import Q

from easepath.clinic import models
from easepath.clinic.errors import NotFoundError
from easepath.clinic.policies import require


def get_complaint(user: models.User, pk: int) -> models.Complaint:
    """A complaint of the user's clinic, with its client."""
    mine = models.Complaint.objects.filter(client__clinic=user.clinic_id, client__erased_at=None)
    complaint = mine.select_related("client__clinic").filter(pk=pk).first()
    if complaint is None:
        raise NotFoundError("no such complaint in this clinic")
    require(user, "see-clients", complaint.client.clinic)
    return complaint


def get_visit(user: models.User, pk: int) -> models.Visit:
    """A visit of the user's clinic, with its complaint and client."""
    mine = models.Visit.objects.filter(complaint__client__clinic=user.clinic_id, complaint__client__erased_at=None)
    visit = mine.select_related("complaint__client__clinic").filter(pk=pk).first()
    if visit is None:
        raise NotFoundError("no such visit in this clinic")
    require(user, "see-clients", visit.complaint.client.clinic)
    return visit


def get_visit_of(complaint: models.Complaint, pk: int | None) -> models.Visit | None:
    """A visit of a complaint that one may see; its latest where none is named, None before there is one."""
    visits = complaint.visits.order_by("-number")
    if pk is None:
        return visits.first()
    visit = visits.filter(pk=pk).first()
    if visit is None:
        raise NotFoundError("no such visit of this complaint")
    return visit


def get_document(user: models.User, pk: uuid.UUID) -> models.Document:
    """A kept document of the user's clinic."""
    mine = models.Document.objects.filter(complaint__client__clinic=user.clinic_id, complaint__client__erased_at=None)
    document = mine.select_related("complaint__client__clinic", "kept_by").filter(pk=pk).first()
    if document is None:
        raise NotFoundError("no such document in this clinic")
    require(user, "see-clients", document.complaint.client.clinic)
    return document


def get_link(visit: models.Visit, pk: int) -> models.HomeLink:
    """A private link of the visit's complaint."""
    link = visit.complaint.links.filter(pk=pk).first()
    if link is None:
        raise NotFoundError("no such link of this complaint")
    link.complaint = visit.complaint
    return link


def get_client(user: models.User, pk: int) -> models.Client:
    """A client of the user's clinic who was not erased."""
    client = models.Client.objects.filter(pk=pk, clinic=user.clinic_id, erased_at=None).select_related("clinic").first()
    if client is None:
        raise NotFoundError("no such client in this clinic")
    require(user, "see-clients", client.clinic)
    return client


def get_override(user: models.User, pk: int) -> models.Override:
    """An override of the user's clinic."""
    override = models.Override.objects.filter(pk=pk, complaint__client__clinic=user.clinic_id).first()
    if override is None:
        raise NotFoundError("no such override in this clinic")
    override.complaint = get_complaint(user, override.complaint_id)
    return override


def get_template(user: models.User, pk: int) -> models.SessionTemplate:
    """A template of the user's clinic, or of the user."""
    offered = models.SessionTemplate.objects.filter(pk=pk, clinic=user.clinic_id, put_away_at=None)
    template = offered.filter(Q(owner=None) | Q(owner=user)).first()
    if template is None:
        raise NotFoundError("no such template in this clinic")
    require(user, "see-clients", template.clinic)
    return template


def get_version(user: models.User, pk: int) -> models.PlanVersion:
    """A version of the user's clinic."""
    version = models.PlanVersion.objects.filter(
        pk=pk, complaint__client__clinic=user.clinic_id, complaint__client__erased_at=None
    ).first()
    if version is None:
        raise NotFoundError("no such version in this clinic")
    require(user, "see-clients", version.complaint.client.clinic)
    return version
