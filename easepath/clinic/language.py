"""The language of a client."""

from __future__ import annotations

from easepath.clinic.models import Complaint
from easepath.core.knowledge import shipped_library
from easepath.core.languages import ENGLISH, Spoken, language_called, spoken


def language_of(complaint: Complaint) -> Spoken:
    """The clinic's second language where the client's record names it, else English."""
    library, clinic = shipped_library(), complaint.client.clinic
    named = language_called(library, complaint.client.language)
    return spoken(library, named.id if named is not None and named.id == clinic.second_language else ENGLISH)
