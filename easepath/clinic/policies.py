"""Who may do what; every action asks here and nowhere else."""

from __future__ import annotations

from typing import Final

from easepath.clinic.errors import NotAllowedError
from easepath.clinic.models import Clinic, Role, User

EVERYBODY: Final = frozenset({Role.ASSISTANT, Role.CLINICIAN, Role.LEAD})
LEADS: Final = frozenset({Role.LEAD})
CLINICAL: Final = frozenset({Role.CLINICIAN, Role.LEAD})

ALLOWED: Final[dict[str, frozenset[Role]]] = {
    "see-clients": EVERYBODY,
    "enter-story": EVERYBODY,
    "answer-screen": EVERYBODY,
    "confirm-screen": CLINICAL,
    "measure": EVERYBODY,
    "override": CLINICAL,
    "override-exclude": LEADS,
    "log-for-client": EVERYBODY,
    "count-session": CLINICAL,
    "answer-sign": CLINICAL,
    "order-rest": CLINICAL,
    "compose": CLINICAL,
    "hand-over": CLINICAL,
    "decide-proposal": CLINICAL,
    "record-clearance": CLINICAL,
    "review-row": CLINICAL,
    "open-visit": EVERYBODY,
    "write-message": EVERYBODY,
    "write-document": CLINICAL,
    "manage-link": CLINICAL,
    "archive-client": CLINICAL,
    "edit-client": EVERYBODY,
    "end-care": CLINICAL,
    "merge-clients": LEADS,
    "export-client": LEADS,
    "import-record": LEADS,
    "import-foreign": CLINICAL,
    "erase-client": LEADS,
    "read-audit": LEADS,
    "set-house": LEADS,
    "manage-staff": LEADS,
}


def may(user: User, verb: str) -> bool:
    """Whether the user's role allows the verb; an unknown verb is a programming error."""
    return user.is_active and user.clinic_id is not None and Role(user.role) in ALLOWED[verb]


def require(user: User, verb: str, clinic: Clinic) -> None:
    """Raise NotAllowedError unless the user may do the verb in that clinic."""
    if user.clinic_id != clinic.pk or not may(user, verb):
        raise NotAllowedError(verb)
