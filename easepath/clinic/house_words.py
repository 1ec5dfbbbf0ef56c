"""What is sent to a client, in the house's own words where a lead has set some."""

from __future__ import annotations

from typing import Any

from easepath.clinic import models
from easepath.clinic.language import language_of
from easepath.core.knowledge import shipped_library
from easepath.core.languages import ENGLISH
from easepath.core.phrases import Phrases


def said_to_client(complaint: models.Complaint, text: str, /, **filled: Any) -> str:
    """A message with its places filled: the house's words, else the product's in the client's language.

    The house writes in one language; to a client who reads in the second one the product's own words are sent.
    """
    words = language_of(complaint)
    if words.id == ENGLISH:
        own = models.HouseRow.objects.filter(
            clinic=complaint.client.clinic_id, kind="text", key=text, ended_at=None
        ).values_list("value", flat=True).first()  # fmt: skip
        if own:
            return own.format(**filled)
    return Phrases(shipped_library(), words).say(text, **filled)
