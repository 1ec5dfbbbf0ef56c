"""Archive a client whose care has ended, or bring the client back; archiving revokes every private link."""

from __future__ import annotations

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.actions.base import lock_client
from easepath.clinic.audit import record_event
from easepath.clinic.caseload_lines import changed
from easepath.clinic.policies import require


def archive_client(actor: models.User, client: models.Client, *, archived: bool) -> models.Client:
    """The client as it stands now; asking twice is one change."""
    require(actor, "archive-client", client.clinic)
    with transaction.atomic():
        client = lock_client(client.pk)
        if client.archived == archived:
            return client
        client.archived, client.archived_at = archived, clock.now() if archived else None
        client.save(update_fields=["archived", "archived_at"])
        revoked = revoke_all(client) if archived else 0
        changed(client.pk)
        name = "archive-client" if archived else "bring-client-back"
        record_event(name, clinic=client.clinic, client=client, actor=actor, details={"links_revoked": revoked})
    return client


def revoke_all(client: models.Client) -> int:
    """Revoke every living link of every complaint of a client; returns how many."""
    links = models.HomeLink.objects.filter(complaint__client=client, revoked_at=None)
    return links.update(revoked_at=clock.now())
