"""What the screen told at a moment: kept with the facts it read, the knowledge, the code and the rules that spoke."""

from __future__ import annotations

from easepath.clinic import models
from easepath.clinic.acting import keep_facts
from easepath.clinic.repository import Record


def keep_result(after: Record) -> models.ScreeningResult:
    """Store what the screen tells of a record as it now is; it was worked out before."""
    assessment = after.assessment
    screen = assessment.screen
    kept = keep_facts(assessment, after, "screening")
    reasons = {reason.rule for by_side in screen.drills.values() for v in by_side.values() for reason in v.reasons}
    reasons |= {reason.rule for reason in screen.irritability.reasons}
    reasons |= {flag.reason.rule for flag in screen.flags.raised}
    return models.ScreeningResult.objects.create(
        visit=after.visit,
        outcome=screen.outcome,
        irritability=screen.irritability.level,
        flags=[{"id": flag.id, "action": flag.action} for flag in screen.flags.raised],
        unanswered=len(screen.flags.unanswered),
        facts=kept,
        knowledge_version=kept.knowledge_version,
        code_version=kept.code_version,
        rule_ids=sorted(reasons),
        computed_at=kept.kept_at,
    )
