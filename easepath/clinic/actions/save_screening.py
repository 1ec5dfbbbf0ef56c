"""Save the answers of the screen and the background factors; an assistant's entries wait for a clinician."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.actions.base import record, take_revision
from easepath.clinic.errors import FieldError
from easepath.clinic.facts import assess
from easepath.clinic.policies import may, require
from easepath.core.knowledge import shipped_library


@dataclass(frozen=True)
class FactorEntry:
    """A background factor as it is entered."""

    factor: str
    side: str = ""
    since: dt.date | None = None


@dataclass(frozen=True)
class Screening:
    """Every answer given (a word left out is unanswered) and every factor listed."""

    answers: Mapping[str, bool]
    factors: tuple[FactorEntry, ...]

    @classmethod
    def of(cls, complaint: models.Complaint) -> Screening:
        """The screening as it stands in the rows."""
        return cls(
            {answer.word: answer.value for answer in complaint.answers.all()},
            tuple(
                FactorEntry(row.factor, row.side, row.since)
                for row in complaint.client.factors.filter(withdrawn_at=None).order_by("pk")
            ),
        )

    def as_data(self) -> dict[str, Any]:
        """Plain data for a conflict message."""
        return {
            "answers": dict(self.answers),
            "factors": [{"factor": f.factor, "side": f.side, "since": str(f.since or "")} for f in self.factors],
        }


def save_screening(actor: models.User, visit: models.Visit, revision: int, screening: Screening) -> int:
    """Save the whole step on the revision it was made on, and keep what the screen now tells."""
    complaint = visit.complaint
    require(actor, "answer-screen", complaint.client.clinic)
    _check(screening, clock.today_of(complaint))
    with transaction.atomic():
        before = Screening.of(complaint)
        draft = take_revision(visit, "screening", revision, actor, before.as_data, screening.as_data())
        _save_answers(actor, complaint, screening.answers)
        _save_factors(actor, complaint.client, screening.factors)
        changed = {w: v for w, v in screening.answers.items() if before.answers.get(w) != v}
        taken_back = [word for word in before.answers if word not in screening.answers]
        details = {"visit": visit.number, "answers": changed, "taken_back": taken_back}
        if screening.factors != before.factors:
            details["factors"] = screening.as_data()["factors"]
        record("save-screening", complaint, actor, details)
        keep_result(visit)
    return draft.revision


def confirm_answers(actor: models.User, visit: models.Visit) -> int:
    """Confirm every answer and factor that an assistant entered; returns how many."""
    complaint = visit.complaint
    require(actor, "confirm-screen", complaint.client.clinic)
    with transaction.atomic():
        count = complaint.answers.filter(to_confirm=True).update(to_confirm=False)
        count += complaint.client.factors.filter(to_confirm=True).update(to_confirm=False)
        record("confirm-screening", complaint, actor, {"visit": visit.number, "count": count})
        keep_result(visit)
    return count


def keep_result(visit: models.Visit) -> models.ScreeningResult:
    """Store what the screen tells now, with the knowledge version and the rules that spoke."""
    complaint = models.Complaint.objects.get(pk=visit.complaint_id)
    assessment = assess(complaint, clock.today_of(complaint))
    screen = assessment.screen
    reasons = {reason.rule for by_side in screen.drills.values() for v in by_side.values() for reason in v.reasons}
    reasons |= {reason.rule for reason in screen.irritability.reasons}
    reasons |= {flag.reason.rule for flag in screen.flags.raised}
    return models.ScreeningResult.objects.create(
        visit=visit,
        outcome=screen.outcome,
        irritability=screen.irritability.level,
        flags=[{"id": flag.id, "action": flag.action} for flag in screen.flags.raised],
        unanswered=len(screen.flags.unanswered),
        knowledge_version=assessment.library.version,
        rule_ids=sorted(reasons),
        computed_at=clock.now(),
    )


def _check(screening: Screening, today: dt.date) -> None:
    library, fields = shipped_library(), {}
    known = library.flag_items.keys() | library.profile_words | library.contexts
    for word in screening.answers:
        if word not in known:
            fields[f"answers.{word}"] = "is not a question of the screen"
    for index, entry in enumerate(screening.factors):
        if entry.factor not in library.factors:
            fields[f"factors.{index}"] = f"{entry.factor!r} is not a factor this product knows"
        if entry.side not in ("", "left", "right", "both"):
            fields[f"factors.{index}.side"] = "is left, right or both"
        if entry.since is not None and entry.since > today:
            fields[f"factors.{index}.since"] = f"lies after today, {today}: check the date"
    if fields:
        raise FieldError(fields)


def _save_answers(actor: models.User, complaint: models.Complaint, answers: Mapping[str, bool]) -> None:
    contexts = shipped_library().contexts
    present = {answer.word: answer for answer in complaint.answers.all()}
    to_confirm = not may(actor, "confirm-screen")
    complaint.answers.exclude(word__in=list(answers)).delete()
    for word, value in answers.items():
        old = present.get(word)
        if old is not None and old.value == value and not (old.to_confirm and not to_confirm):
            continue
        models.Answer.objects.update_or_create(
            complaint=complaint,
            word=word,
            defaults={
                "value": value, "is_context": word in contexts, "to_confirm": to_confirm,
                "answered_by": actor, "answered_at": clock.now(),
            },
        )  # fmt: skip


def _save_factors(actor: models.User, client: models.Client, factors: tuple[FactorEntry, ...]) -> None:
    present = {(r.factor, r.side, r.since): r for r in client.factors.filter(withdrawn_at=None)}
    wanted = {(f.factor, f.side, f.since) for f in factors}
    for key, row in present.items():
        if key not in wanted:
            row.withdrawn_at = clock.now()
            row.save()
    for factor, side, since in wanted - present.keys():
        models.ClientFactor.objects.create(
            client=client, factor=factor, side=side, since=since, recorded_by=actor, recorded_at=clock.now(),
            to_confirm=not may(actor, "confirm-screen"),
        )  # fmt: skip
