"""The client's private link: 128 random bits, stored hashed, revocable at once."""

from __future__ import annotations

import datetime as dt
import hashlib
import secrets

from django.conf import settings
from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.actions.base import record
from easepath.clinic.errors import DeadLinkError
from easepath.clinic.facts import current_version
from easepath.clinic.policies import require

TOKEN_BYTES = 16


def hash_of(token: str) -> str:
    """What is kept of a token."""
    return hashlib.sha256(token.encode()).hexdigest()


def make_link(actor: models.User, complaint: models.Complaint) -> str:
    """A fresh token; earlier links stay valid, so that a printed sheet keeps working."""
    token = secrets.token_urlsafe(TOKEN_BYTES)
    models.HomeLink.objects.create(
        complaint=complaint, token_hash=hash_of(token), created_by=actor, created_at=clock.now()
    )
    return token


def new_link(actor: models.User, complaint: models.Complaint) -> str:
    """Make another private link for a complaint that has a version."""
    require(actor, "manage-link", complaint.client.clinic)
    with transaction.atomic():
        token = make_link(actor, complaint)
        record("new-link", complaint, actor)
    return token


def revoke_links(actor: models.User, complaint: models.Complaint) -> int:
    """Revoke every link of a complaint at once; returns how many were alive."""
    require(actor, "manage-link", complaint.client.clinic)
    with transaction.atomic():
        count = complaint.links.filter(revoked_at=None).update(revoked_at=clock.now())
        record("revoke-links", complaint, actor, {"count": count})
    return count


def revoke_link(actor: models.User, link: models.HomeLink) -> None:
    """Revoke one link; the others of the complaint stay alive."""
    require(actor, "manage-link", link.complaint.client.clinic)
    with transaction.atomic():
        alive = models.HomeLink.objects.filter(pk=link.pk, revoked_at=None).update(revoked_at=clock.now())
        if alive:
            record("revoke-link", link.complaint, actor, {"link": link.pk})


def open_link(token: str) -> models.HomeLink:
    """A living link with its complaint; raises DeadLinkError for any other."""
    link = (
        models.HomeLink.objects.select_related("complaint__client__clinic")
        .filter(token_hash=hash_of(token), revoked_at=None)
        .first()
    )
    if link is None or link.complaint.client.archived:
        raise DeadLinkError("this link does not work any more")
    version = current_version(link.complaint)
    today = clock.today_of(link.complaint)
    if version is None or today > version.ends_on + dt.timedelta(days=settings.LINK_DAYS_AFTER_PLAN):
        raise DeadLinkError("this link has run out")
    return link
