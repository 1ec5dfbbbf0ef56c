"""Standing orders: what happens at home at once, before the next review, and what waits for it."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Any, Final, Literal

from easepath.core.adjust.decision import DrillReview, To
from easepath.core.adjust.moves import EASED_STEP, OPEN_RISK, ease, first_method
from easepath.core.adjust.review import Review
from easepath.core.adjust.view import Context, DrillView
from easepath.core.facts import PlannedDrill
from easepath.core.reasons import Reason
from easepath.core.screening.flags import issues_program

FLARE: Final = "flare"
"""The rule of a flare."""
HomeAction = Literal["suspend", "stop", "pause", "rest", "ease", "instead", "progress"]


@dataclass(frozen=True)
class AtHome:
    """What a row of the plan turns into at home, by which rule, until the next review."""

    planned: PlannedDrill
    rule: str
    action: HomeAction
    to: To | None = None

    def as_data(self) -> dict[str, Any]:
        """Plain data."""
        return {
            "drill": self.planned.drill, "side": self.planned.side or "both", "action": self.action,
            "to": None if self.to is None else self.to.as_data(),
        }  # fmt: skip


def at_home(found: Review) -> tuple[AtHome, ...]:
    """Every row that is not done as it was handed over, in the order of the plan."""
    context = found.context
    rises = _rises_left(context)
    rows = []
    for one in found.drills:
        row = _of_row(context, one, may_rise=rises > 0)
        if row is not None:
            rises -= row.action == "progress"
            rows.append(row)
    return tuple(rows)


def after_a_flare(found: Review) -> Iterator[AtHome]:
    """What each row turns into at home after a flare and its rest, for a phone that cannot ask; one without goes on.

    It is what `at_home` would say of it then. A row that was changed at home already rests until the clinic is asked.
    """
    changed = {row.planned.drill: row for row in at_home(found)}
    for one in found.drills:
        now = changed.get(one.planned.drill)
        if now is not None:
            yield now if now.to is None else AtHome(one.planned, FLARE, "rest")
            continue
        flared = ease(found.context.views(one.planned)[0], FLARE, Reason(f"adjust-{FLARE}"))
        row = _of_row(found.context, replace(one, decision=flared), may_rise=False)
        if row is not None:
            yield row


def _of_row(context: Context, one: DrillReview, *, may_rise: bool) -> AtHome | None:
    planned, decision = one.planned, one.decision
    match decision.action:
        case "suspend" | "stop" | "pause":
            return AtHome(planned, decision.rule, decision.action)
        case "ease" | "step-back" | "swap" if _rests(context, one):
            return AtHome(planned, decision.rule, "rest")
        case "ease" if planned.order is None or planned.order.ease:
            return AtHome(planned, decision.rule, "ease", decision.to)
        case "step-back" | "swap" if decision.rule != "wrong-place":
            instead = _instead(context, one)
            return AtHome(planned, decision.rule, "rest" if instead is None else "instead", instead)
        case "restart":
            return AtHome(planned, decision.rule, "rest")
        case "progress" if may_rise and _within_order(one):
            return AtHome(planned, decision.rule, "progress", decision.to)
    return None


def _rests(context: Context, one: DrillReview) -> bool:
    """Whether the drill flared within the days of rest."""
    first = context.situation.today - dt.timedelta(days=int(context.number("flare", "rest_days")))
    return any(
        view.last is not None and view.last.kind == "flared" and view.last.date >= first
        for view in context.views(one.planned)
    )


def _instead(context: Context, one: DrillReview) -> To | None:
    """The drill agreed at hand-over at half its start dose; None where it may not be done now."""
    name = one.planned.order.instead if one.planned.order else None
    if name is None or any(row.drill == name for row in context.situation.plan.drills if row is not one.planned):
        return None
    drill, matcher = context.library.drill(name), context.matcher
    views: tuple[DrillView, ...] = context.views(one.planned)
    if matcher.risk(drill) >= OPEN_RISK or not all(matcher.is_open(drill, view.side) for view in views):
        return None
    return To(name, first_method(views[0], drill), EASED_STEP)


def _within_order(one: DrillReview) -> bool:
    """Whether a rise is one step of the same drill and method, no higher than was agreed."""
    to, order = one.decision.to, one.planned.order
    if to is None or order is None or order.up_to is None or to.dose is not None:
        return False
    return (to.drill, to.method) == (one.drill.id, one.method) and to.step <= order.up_to


def _rises_left(context: Context) -> int:
    """How many drills may still rise at home within the week; none after a flare or while a morning is not known."""
    if not issues_program(context.screen.outcome) or any(_unsettled(context)):
        return 0
    days, most = (int(context.number("standing-order", name)) for name in ("days", "most_drills"))
    plan, today = context.situation.plan, context.situation.today
    begun = [row.since for row in plan.drills if row.since and (plan.start is None or row.since > plan.start)]
    return most - sum((today - since).days <= days for since in begun)


def _unsettled(context: Context) -> Iterator[bool]:
    first = context.situation.today - dt.timedelta(days=int(context.number("standing-order", "settled_days")))
    planned = {row.drill for row in context.planned}
    for one in context.responder.answered_since(first):
        yield one.entry.drill in planned and one.response.kind in ("flared", "waiting")
