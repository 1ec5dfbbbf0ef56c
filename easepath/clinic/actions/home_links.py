"""The client's private link: 128 random bits, stored hashed, revocable at once."""

from __future__ import annotations

import datetime as dt
import hashlib
import secrets
from functools import partial

from django.conf import settings
from django.db.transaction import atomic

from easepath.clinic import clock, models
from easepath.clinic.acting import Act, Unchanged, act
from easepath.clinic.audit import record_event
from easepath.clinic.errors import DeadLinkError
from easepath.clinic.repository import Record, read_complaint

TOKEN_BYTES = 16
MOST_WRONG_YEARS = 5
"""Wrong years of birth after which a link is closed: somebody who guesses has less than a chance in ten."""


def hash_of(token: str) -> str:
    """What is kept of a token."""
    return hashlib.sha256(token.encode()).hexdigest()


def make_link(actor: models.User, complaint: models.Complaint) -> str:
    """A fresh token; earlier links stay valid, so that a printed sheet keeps working."""
    token = secrets.token_urlsafe(TOKEN_BYTES)
    client = complaint.client
    models.HomeLink.objects.create(
        complaint=complaint, token_hash=hash_of(token), created_by=actor, created_at=clock.now(),
        asks_birth_year=client.clinic.links_ask_birth_year and client.birth_date is not None,
    )  # fmt: skip
    return token


def new_link(actor: models.User, complaint: models.Complaint) -> str:
    """Make another private link for a complaint that has a version."""
    read = partial(read_complaint, complaint.pk)
    making = Act(lambda: make_link(actor, complaint), "new-link", lambda _: {})
    return act(actor, "manage-link", read, lambda _: making)


def revoke_links(actor: models.User, complaint: models.Complaint) -> int:
    """Revoke every link of a complaint at once; returns how many were alive."""

    def write() -> int:
        return complaint.links.filter(revoked_at=None).update(revoked_at=clock.now())

    revoking = Act(write, "revoke-links", lambda count: {"count": count})
    return act(actor, "manage-link", partial(read_complaint, complaint.pk), lambda _: revoking)


def revoke_link(actor: models.User, link: models.HomeLink) -> int:
    """Revoke one link; the others of the complaint stay alive. 1, or 0 where it was revoked already."""
    alive = models.HomeLink.objects.filter(pk=link.pk, revoked_at=None)

    def decide(_: Record) -> Act[int] | Unchanged[int]:
        if not alive.exists():
            return Unchanged(0)
        return Act(lambda: alive.update(revoked_at=clock.now()), "revoke-link", lambda _: {"link": link.pk})

    return act(actor, "manage-link", partial(read_complaint, link.complaint_id), decide)


def open_link(token: str) -> models.HomeLink:
    """A living link with its complaint; raises DeadLinkError for any other."""
    link = (
        models.HomeLink.objects.select_related("complaint__client__clinic")
        .filter(token_hash=hash_of(token), revoked_at=None)
        .first()
    )
    if link is None or link.complaint.client.archived:
        raise DeadLinkError("this link does not work any more")
    version = link.complaint.versions.order_by("-number").only("ends_on").first()
    today = clock.today_of(link.complaint)
    if version is None or today > version.ends_on + dt.timedelta(days=settings.LINK_DAYS_AFTER_PLAN):
        raise DeadLinkError("this link has run out")
    return link


def tell_birth_year(link: models.HomeLink, year: int) -> bool:
    """Whether a year is that of the client's birth; after too many wrong ones the link is closed for good.

    Raises DeadLinkError for the one that closed it.
    """
    born = link.complaint.client.birth_date
    if born is not None and born.year == year:
        models.HomeLink.objects.filter(pk=link.pk).exclude(wrong_years=0).update(wrong_years=0)
        return True
    with atomic():
        told = models.HomeLink.objects.select_for_update().get(pk=link.pk)
        wrong = told.wrong_years + 1
        closed = clock.now() if wrong >= MOST_WRONG_YEARS else told.revoked_at
        models.HomeLink.objects.filter(pk=link.pk).update(wrong_years=wrong, revoked_at=closed)
        client = link.complaint.client
        details = {"complaint": link.complaint_id, "link": link.pk, "closed": closed is not None}
        record_event("wrong-birth-year", clinic=client.clinic, client=client, details=details)
    if closed is not None:
        raise DeadLinkError("this link does not work any more")
    return False
