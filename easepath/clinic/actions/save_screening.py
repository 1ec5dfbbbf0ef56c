"""Save the answers of the screen, the factors and the limits; an assistant's entries wait for a clinician."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Any

from django.db import transaction

from easepath.clinic import clock, models
from easepath.clinic.actions.base import differing, fresh, record, take_person, take_revision
from easepath.clinic.actions.screening_rows import FactorEntry, LimitEntry, save_answers, save_factors, save_limits
from easepath.clinic.actions.withheld_sheet import hold_sheet, release_sheet
from easepath.clinic.errors import FieldError
from easepath.clinic.facts import assess
from easepath.clinic.policies import require
from easepath.core.knowledge import shipped_library

SIDE_WORDS = ("", "left", "right", "both")


@dataclass(frozen=True)
class Screening:
    """Every answer given (a word left out is unanswered) and every factor listed."""

    answers: Mapping[str, bool]
    factors: tuple[FactorEntry, ...]
    limits: tuple[LimitEntry, ...] = ()

    @classmethod
    def of(cls, complaint: models.Complaint) -> Screening:
        """The screening as it stands in the rows."""
        return cls(
            {answer.word: answer.value for answer in complaint.answers.all()},
            tuple(
                FactorEntry(
                    row.factor, row.side, row.since, row.trimester, row.region, tuple(sorted(row.parameters.items()))
                )
                for row in complaint.client.factors.filter(withdrawn_at=None).order_by("pk")
            ),
            tuple(
                LimitEntry(row.movement, row.side, row.degrees, row.by)
                for row in complaint.client.limits.filter(withdrawn_at=None).order_by("pk")
            ),
        )

    def as_data(self) -> dict[str, Any]:
        """Plain data for a conflict message."""
        return {
            "answers": dict(self.answers),
            "factors": [
                {
                    "factor": f.factor,
                    "side": f.side,
                    "since": str(f.since or ""),
                    "trimester": f.trimester,
                    "region": f.region,
                    **dict(f.parameters),
                }
                for f in self.factors
            ],
            "limits": [vars(limit) for limit in self.limits],
        }

    def of_the_person(self) -> dict[str, Any]:
        """What belongs to the person, whatever the complaint."""
        data = self.as_data()
        return {"factors": data["factors"], "limits": data["limits"]}


def save_screening(
    actor: models.User, visit: models.Visit, revision: int, screening: Screening, *, person: int | None = None
) -> int:
    """Save the whole step on its revision, and on that of the person, and keep what the screen now tells."""
    require(actor, "answer-screen", visit.complaint.client.clinic)
    _check(screening, clock.today_of(visit.complaint))
    with transaction.atomic():
        complaint = fresh(visit)
        hold_sheet(actor, complaint)
        before = Screening.of(complaint)
        draft = take_revision(visit, "screening", revision, actor, before.as_data, screening.as_data())
        take_person(complaint.client, person, draft, before.of_the_person(), screening.of_the_person())
        save_answers(actor, complaint, screening.answers)
        save_factors(actor, complaint.client, screening.factors)
        save_limits(actor, complaint.client, screening.limits)
        stands = Screening.of(models.Complaint.objects.get(pk=complaint.pk))
        details = {"visit": visit.number, **differing(before.as_data(), stands.as_data())}
        if stands.as_data() != screening.as_data():  # what somebody who may not confirm asked for
            details["asked"] = differing(stands.as_data(), screening.as_data())["new"]
        record("save-screening", complaint, actor, details)
        keep_result(visit)
        release_sheet(actor, complaint.pk)
    return draft.revision


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
    library = shipped_library()
    known = library.flag_items.keys() | library.profile_words | library.contexts
    fields = {f"answers.{w}": "is not a question of the screen" for w in screening.answers if w not in known}
    for index, entry in enumerate(screening.factors):
        fields |= {f"factors.{index}{key}": words for key, words in _factor_faults(entry, today)}
    for index, limit in enumerate(screening.limits):
        fields |= {f"limits.{index}{key}": words for key, words in _limit_faults(limit)}
    if fields:
        raise FieldError(fields)


def _factor_faults(entry: FactorEntry, today: dt.date) -> Iterator[tuple[str, str]]:
    library = shipped_library()
    factor = library.factors.get(entry.factor)
    if factor is None:
        yield "", f"{entry.factor!r} is not a factor this product knows"
        return
    for name, value in entry.parameters:
        if value not in factor.parameters.get(name, ()):
            yield f".{name}", f"{value!r} is not an answer to it"
    if entry.trimester not in (None, 1, 2, 3):
        yield ".trimester", "is 1, 2 or 3"
    if entry.region and entry.region not in library.regions:
        yield ".region", "is not a region this product knows"
    if entry.side not in SIDE_WORDS:
        yield ".side", "is left, right or both"
    if entry.since is not None and entry.since > today:
        yield ".since", f"lies after today, {today}: check the date"


def _limit_faults(limit: LimitEntry) -> Iterator[tuple[str, str]]:
    if limit.movement not in shipped_library().movements:
        yield ".movement", f"{limit.movement!r} is not a movement this product measures"
    if not -60 <= limit.degrees <= 180:
        yield ".degrees", f"{limit.degrees:g} is not possible: -60 to 180 degrees"
    if limit.by not in ("surgeon", "clinician"):
        yield ".by", "is set by a surgeon or a clinician"
    if limit.side not in SIDE_WORDS:
        yield ".side", "is left, right or both"
