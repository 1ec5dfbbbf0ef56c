"""Erase a client: the person and every text about the person go, rows that count stay without anybody in them."""

from __future__ import annotations

from typing import Final

from django.contrib.admin.models import LogEntry
from django.db import models as fields
from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.acting import lock_client, note_person
from easepath.clinic.actions.archive_client import revoke_all
from easepath.clinic.errors import FieldError
from easepath.clinic.policies import require

TEXTS: Final[tuple[tuple[type[fields.Model], str, dict[str, object]], ...]] = (
    (models.Complaint, "client", {
        "words": "", "before": "", "medicine": "", "notes": "", "noted": "", "goal_activity": "",
        "test_movement": "", "ended_note": "", "needs_set": {}, "kinds": {}, "ticked": [],
        "barred": {}, "status": None, "status_on": None,
    }),
    (models.Visit, "complaint__client", {"left_open": []}),
    (models.Override, "complaint__client", {"reason": ""}),
    (models.Clearance, "complaint__client", {"doctor": "", "reason": ""}),
    (models.Proposal, "review__complaint__client", {"decision_reason": ""}),
    (models.PlanVersion, "complaint__client", {"overridden": [], "elsewhere": None}),
    (models.PlanDrill, "version__complaint__client", {"reason": "", "names": []}),
    (models.DraftDrill, "visit__complaint__client", {"reason": "", "names": []}),
    (models.SessionLog, "complaint__client", {"note": ""}),
    (models.SessionDrill, "session__complaint__client", {"stopped": "", "felt_words": ""}),
    (models.RestOrder, "complaint__client", {"words": "", "end_reason": ""}),
    (models.SignAnswer, "complaint__client", {"reason": ""}),
    (models.SessionCount, "session__complaint__client", {"reason": ""}),
    (models.KeptFacts, "complaint__client", {"facts": {}}),
    (models.Document, "complaint__client", {"addressee": "", "passages": []}),
    (models.OutcomeTold, "complaint__client", {"activities": []}),
    (models.Message, "complaint__client", {"words": "", "speaks_of": []}),
    (models.Dispatch, "complaint__client", {"address": "", "words": ""}),
)  # fmt: skip
"""Every column that holds free text about a person, how its row finds the client, and what it becomes."""


OF_THE_PERSON: Final = ("trade", "telephone", "email", "language", "figure", "elsewhere_name")
"""Words in the row of the person that an erasure blanks beside the name."""


def erase_client(actor: models.User | None, client: models.Client, *, name: str) -> models.Client:
    """Blank the person for ever; `name` is the client's full name, typed to confirm. `actor` None is the retention."""
    if actor is not None:
        require(actor, "erase-client", client.clinic)
    if name.strip() != str(client):
        raise FieldError({"name": f"type the full name, {client}, to erase this client for ever"})
    with transaction.atomic():
        client = lock_client(client.pk)
        erasing = models.Erasing.objects.create(client=client)
        for model, path, blank in TEXTS:
            model._default_manager.filter(**{path: client}).update(**blank)
        twice = list(client.merged.all())
        models.AuditValues.objects.filter(entry__client__in=(client, *twice)).delete()
        erasing.delete()
        LogEntry.objects.filter(
            content_type__app_label="clinic", content_type__model="client", object_id=str(client.pk)
        ).update(object_repr="")
        revoked = revoke_all(client)
        for one in (client, *twice):
            _blank_person(one)
        note_person(actor, client, "erase-client", {"links_revoked": revoked})
    return client


def _blank_person(client: models.Client) -> None:
    client.first_name, client.last_name = "erased", f"client {client.pk}"
    client.birth_date, client.sex, client.consent_on = None, "", None
    for name in OF_THE_PERSON:
        setattr(client, name, "")
    client.archived, client.erased_at = True, clock.now()
    client.archived_at = client.archived_at or client.erased_at
    client.revision += 1
    client.save(
        update_fields=["first_name", "last_name", "birth_date", "sex", "consent_on", "archived", "archived_at",
                       "erased_at", "revision", *OF_THE_PERSON]
    )  # fmt: skip
