"""A clinician's own choices as the screens show them: overrides in force, and needs under several methods."""

from __future__ import annotations

from typing import get_args

from easepath.api.schemas.choices import NeedByHand
from easepath.clinic import models
from easepath.clinic.repository import Record
from easepath.clinic.rows import OverrideRow
from easepath.clinic.shown import View
from easepath.core.assessment import Assessment
from easepath.core.compose.comparison import compare_methods
from easepath.core.compose.prescription import prescribe
from easepath.core.dose.words import dose_words
from easepath.core.knowledge import shipped_library
from easepath.core.vocabulary import PainRule, SideWord, VerdictWord, one_of, side_word


class OverrideOut(View):
    """An override in force."""

    id: int
    drill: str
    title: str
    side: SideWord
    was: VerdictWord
    reason: str
    by: str
    date: str


class ChoicesOut(View):
    """A clinician's own choices in force."""

    revision: int
    methods: dict[str, str]
    needs_set: dict[str, NeedByHand]
    pinned: list[str]
    barred: dict[str, str]
    work_hours: dict[str, int]
    overrides: list[OverrideOut]


class MethodCompared(View):
    """One need under one method: minutes a session, stretch a week, how hard it may hurt, what goes up first."""

    method: str
    name: str
    drill: str
    words: str
    seconds: int
    weekly_seconds: int
    pain_rule: PainRule
    progresses: list[str]
    reason: str
    chosen: bool


class ComparedNeed(View):
    """A need under every method that can serve it."""

    need: str
    methods: list[MethodCompared]


MOST_NEEDS = 8
VERDICTS: tuple[VerdictWord, ...] = get_args(VerdictWord)


def override_line(row: OverrideRow) -> OverrideOut:
    """One override: what, by whom, when and why."""
    library = shipped_library()
    return OverrideOut(
        id=row.id, drill=row.drill, title=library.title(row.drill),
        side=side_word(row.side), was=one_of(VERDICTS, row.was), reason=row.reason, by=row.by,
        date=str(row.recorded_at.date()),
    )  # fmt: skip


def row_of(override: models.Override) -> OverrideRow:
    """An override that was just written, as it is read."""
    by = override.recorded_by
    return OverrideRow(
        id=override.pk, drill=override.drill, side=override.side, was=override.was, reason=override.reason,
        by_lead=override.by_lead, recorded_at=override.recorded_at, by_first=by.first_name, by_last=by.last_name,
        by_login=by.username,
    )  # fmt: skip


def choices_view(record: Record) -> ChoicesOut:
    """Every choice by hand that binds the match and the session."""
    complaint = record.complaint
    return ChoicesOut(
        methods=complaint.methods, needs_set=complaint.needs_set, pinned=complaint.pinned,
        barred=complaint.barred, work_hours=complaint.work_hours,
        overrides=[override_line(row) for row in record.overrides],
        revision=record.revision_of("choices"),
    )  # fmt: skip


def compared_methods(record: Record) -> list[ComparedNeed]:
    """The heaviest needs, each under every method in which a ranked drill meets it."""
    assessment = record.assessment
    found = [
        ComparedNeed(need=need, methods=_methods(assessment, record.complaint, need))
        for need in list(assessment.matcher.needs.weights)[:MOST_NEEDS]
    ]
    return [row for row in found if row.methods]


def _methods(assessment: Assessment, complaint: models.Complaint, need: str) -> list[MethodCompared]:
    library, matcher = assessment.library, assessment.matcher
    rows = []
    for one in compare_methods(matcher, need):
        item = prescribe(matcher, library.drills[one.drill], method=one.method)
        words = dose_words(item.sides[0].dose, one.method) if item else ""
        rows.append(MethodCompared(
            method=one.method, name=library.methods[one.method].name, drill=assessment.library.title(one.drill),
            words=words, seconds=one.seconds, weekly_seconds=round(one.tension_per_week),
            pain_rule=one.pain_rule, progresses=list(one.progresses),
            reason=library.methods[one.method].reason or "", chosen=complaint.methods.get(need) == one.method,
        ))  # fmt: skip
    return rows
