"""The next version before it is made: what the client will read, what is gone, and what it leaves uncovered."""

from __future__ import annotations

from typing import Literal

from easepath.clinic import models
from easepath.clinic.actions.next_plan import Decided, NextPlan, next_plan
from easepath.clinic.errors import RefusedError
from easepath.clinic.repository import Record
from easepath.clinic.sheet import Sheet, sheet_of
from easepath.clinic.shown import View
from easepath.core.compose.coverage import coverage_of
from easepath.core.vocabulary import need_words

Mark = Literal["", "new", "changed"]


class NextPlanOut(View):
    """What the decisions so far come to; `sheet` is None where nothing changes, or where it cannot be made.

    `marks` stand by drill of the sheet, `gone` are titles, `unmet` the needs it must cover and does not.
    """

    sheet: Sheet | None
    marks: list[Mark]
    gone: list[str]
    unmet: list[str]
    seconds_before: int
    refused: list[str]


def next_plan_view(record: Record, before: models.PlanVersion, decided: Decided) -> NextPlanOut:
    """The next version as it would be made now."""
    try:
        plan = next_plan(record, before, decided)
    except RefusedError as fault:
        return _nothing(before, [str(fault), *fault.reasons])
    return _nothing(before, []) if plan.new is None else _made(before, plan)


def _nothing(before: models.PlanVersion, refused: list[str]) -> NextPlanOut:
    return NextPlanOut(sheet=None, marks=[], gone=[], unmet=[], seconds_before=before.seconds, refused=refused)


def _made(before: models.PlanVersion, plan: NextPlan) -> NextPlanOut:
    assert plan.new is not None
    assert plan.session is not None
    was = {row.drill: row for row in before.counted}
    rows = plan.new.drills
    kept = {row.drill for row in rows}
    covered = coverage_of(plan.after.assessment.matcher, plan.session)
    return NextPlanOut(
        sheet=sheet_of(plan.new.version, rows),
        marks=[_mark(was.get(row.drill), row) for row in rows],
        gone=[row.prescription["title"] for row in before.counted if row.drill not in kept],
        unmet=[need_words(row.need) for row in covered if row.must and not row.covered],
        seconds_before=before.seconds,
        refused=[],
    )


def _mark(was: models.PlanDrill | None, now: models.PlanDrill) -> Mark:
    if was is None:
        return "new"
    told = ("sides", "per_day", "days_per_week")
    same = all(was.prescription[name] == now.prescription[name] for name in told)
    return "" if same else "changed"
