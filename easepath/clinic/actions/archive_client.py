"""Archive a client whose care has ended, or bring the client back; archiving revokes every private link."""

from __future__ import annotations

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.acting import lock_client, note_person
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
        name = "archive-client" if archived else "bring-client-back"
        note_person(actor, client, name, {"links_revoked": revoked})
    return client


def revoke_all(client: models.Client) -> int:
    """Revoke every living link of every complaint of a client; returns how many."""
    links = models.HomeLink.objects.filter(complaint__client=client, revoked_at=None)
    return links.update(revoked_at=clock.now())
