"""What the screen told at a moment: kept with the facts it read, the knowledge, the code and the rules that spoke."""

from __future__ import annotations

from easepath.clinic import models
from easepath.clinic.acting import keep_facts
from easepath.clinic.repository import Record


def screened(after: Record) -> models.ScreeningResult:
    """What the screen tells of a record as it will be: worked out before anybody waits for it, and not stored yet."""
    screen = after.assessment.screen
    reasons = {reason.rule for by_side in screen.drills.values() for v in by_side.values() for reason in v.reasons}
    reasons |= {reason.rule for reason in screen.irritability.reasons}
    reasons |= {flag.reason.rule for flag in screen.flags.raised}
    return models.ScreeningResult(
        visit=after.visit,
        outcome=screen.outcome,
        irritability=screen.irritability.level,
        flags=[{"id": flag.id, "action": flag.action} for flag in screen.flags.raised],
        unanswered=len(screen.flags.unanswered),
        rule_ids=sorted(reasons),
    )


def keep_result(result: models.ScreeningResult, after: Record) -> None:
    """Store what the screen told, with the facts it read."""
    kept = keep_facts(after.assessment, after, "screening")
    result.facts, result.computed_at = kept, kept.kept_at
    result.knowledge_version, result.code_version = kept.knowledge_version, kept.code_version
    result.save(force_insert=True)
