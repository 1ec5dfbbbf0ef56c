"""Record that a clinician has seen what a gate asks for."""

from __future__ import annotations

from functools import partial

from easepath.clinic import models
from easepath.clinic.acting import Act, act
from easepath.clinic.actions.revisions import require_open
from easepath.clinic.errors import FieldError
from easepath.clinic.repository import Record, read_again
from easepath.core.knowledge import shipped_library
from easepath.core.story import profile_in_force


def confirm_gate_word(actor: models.User, visit: models.Visit, word: str, *, confirmed: bool) -> list[str]:
    """Record, or take back, that a clinician has seen what a gate asks for."""
    read = partial(read_again, visit)
    return act(actor, "decide-proposal", read, lambda record: _decide(record, word, confirmed=confirmed))


def _decide(record: Record, word: str, *, confirmed: bool) -> Act[list[str]]:
    require_open(record.visit)
    library, complaint = shipped_library(), record.complaint
    profile = profile_in_force(library, record.facts.complaint)
    gates = library.gates.get(profile.id) if profile else None
    if gates is None or word not in gates.confirm_words:
        raise FieldError({"word": "is not asked by a gate of this condition"})
    before = list(complaint.gate_words)
    words = [w for w in before if w != word] + ([word] if confirmed else [])

    def write() -> list[str]:
        complaint.gate_words = words
        complaint.save(update_fields=["gate_words"])
        return words

    return Act(write, "confirm-gate-word", lambda _: {"word": word, "old": before, "new": words})
