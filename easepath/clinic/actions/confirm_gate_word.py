"""Record that a clinician has seen what a gate asks for."""

from __future__ import annotations

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.actions.base import fresh, record, require_open
from easepath.clinic.errors import FieldError
from easepath.clinic.facts import assess
from easepath.clinic.policies import require


def confirm_gate_word(actor: models.User, visit: models.Visit, word: str, *, confirmed: bool) -> list[str]:
    """Record, or take back, that a clinician has seen what a gate asks for."""
    require(actor, "decide-proposal", visit.complaint.client.clinic)
    with transaction.atomic():
        complaint = fresh(visit)
        require_open(visit)
        assessment = assess(complaint, clock.today_of(complaint))
        profile = assessment.screen.profile
        gates = assessment.library.gates.get(profile.id) if profile else None
        if gates is None or word not in gates.confirm_words:
            raise FieldError({"word": "is not asked by a gate of this condition"})
        words = [w for w in complaint.gate_words if w != word] + ([word] if confirmed else [])
        before = list(complaint.gate_words)
        complaint.gate_words = words
        complaint.save(update_fields=["gate_words"])
        record("confirm-gate-word", complaint, actor, {"word": word, "old": before, "new": words})
    return words
