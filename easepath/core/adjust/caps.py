"""What binds a whole review: how much may go up at once."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from dataclasses import replace

from easepath.core.adjust.decision import Decision, DrillReview, To
from easepath.core.adjust.view import Context
from easepath.core.compose.play import in_rounds
from easepath.core.compose.weekly import ladder_for, weekly_work
from easepath.core.knowledge.models import Dose, Drill
from easepath.core.reasons import Reason


def apply_caps(context: Context, reviews: Sequence[DrillReview], *, worse: bool) -> tuple[DrillReview, ...]:
    """Only so many drills go up, the longest unchanged first; after a fresh flare or a worse measure none does."""
    rising = _longest_unchanged_first(context, [review for review in reviews if review.decision.action == "progress"])
    if not rising:
        return tuple(reviews)
    calm = context.screen.irritability.level == "low"
    most = context.number("queued", "most_drills_calm" if calm else "most_drills")
    percent = context.number("queued", "work_pct")
    blocked = _block(context, worse)
    allowed: list[str] = []
    added = 0.0
    plan_work = sum(_work_of(context, review, to=False) for review in reviews)
    for drill_id in dict.fromkeys(review.drill.id for review in rising):
        both = [review for review in rising if review.drill.id == drill_id]
        more = sum(max(0.0, _work_of(context, r, to=True) - _work_of(context, r, to=False)) for r in both)
        fits = not allowed or (len(allowed) < most and round(added + more, 6) <= percent / 100 * plan_work)
        if blocked is None and fits:
            allowed.append(drill_id)
            added += more
    facts = {"why": blocked or f"at most {most} drills and a quarter more work in one review"}
    return tuple(
        replace(review, decision=Decision("queued", "hold", Reason("adjust-queued", facts=facts)))
        if review.decision.action == "progress" and review.drill.id not in allowed
        else review
        for review in reviews
    )


def _longest_unchanged_first(context: Context, rising: list[DrillReview]) -> list[DrillReview]:
    """Every drill gets its turn: by the date its dose began, then by the weight of its need."""
    matcher, start = context.matcher, context.situation.plan.start

    def turn(review: DrillReview) -> tuple[dt.date, float]:
        began = review.planned.since or start or dt.date.min
        return began, -matcher.weigh(review.drill, matcher.main_need(review.drill))

    return sorted(rising, key=turn)


def _block(context: Context, worse: bool) -> str | None:
    if worse:
        return "a measure or the usual pain is worse"
    date = context.flared_within(context.number("queued", "days_after_flare"))
    return None if date is None else f"a drill flared on {date}, less than three days ago"


def _work_of(context: Context, review: DrillReview, *, to: bool) -> float:
    """Weekly work of all planned sides, in seconds times effort."""
    target = review.decision.to if to else None
    drill: Drill = context.library.drill(target.drill) if target else review.drill
    method = target.method if target else review.method
    dose = _target_dose(context, review, target) if target else review.present.dose
    rounds = context.situation.plan.rounds_of(review.drill.id)
    dose = dose if rounds is None else in_rounds(dose, rounds)
    count = 1 if drill.sides == "both" else len(review.planned.sides)
    return count * weekly_work(context.matcher, drill, method, dose)


def _target_dose(context: Context, review: DrillReview, target: To) -> Dose:
    sides = context.library.drill(target.drill).sides_done(review.planned.side)
    lift = review.cap_lift if target.drill == review.drill.id else 0
    ladder = ladder_for(context.matcher, context.library.drill(target.drill), target.method, sides, lift)
    return target.dose or ladder.at(target.step)
