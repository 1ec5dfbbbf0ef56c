"""Rules about the plan as a whole: goal, worse, plateau, gate, adherence, silence, red flags."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from easepath.core.adjust.gates import GateResult, gate
from easepath.core.adjust.session_day import latest_dates
from easepath.core.adjust.view import Context
from easepath.core.facts import LogEntry, Sitting
from easepath.core.ids import Measures
from easepath.core.measure.values import Row, shortfall
from easepath.core.reasons import Reason
from easepath.core.vocabulary import BODY_SYMPTOMS, JOINT_SYMPTOMS


@dataclass(frozen=True)
class PlanProposal:
    """One rule that fired for the plan; a gate carries its result."""

    rule: str
    reason: Reason
    gate: GateResult | None = None


def plan_proposals(context: Context) -> tuple[PlanProposal, ...]:
    """Every plan rule that fires, the gravest first."""
    rules = (
        red_flag, body, sign, stopped, call, worse, cut_session, goal, plateau, staged_gate, low_adherence, silent,
    )  # fmt: skip
    return tuple(proposal for rule in rules for proposal in rule(context))


def red_flag(context: Context) -> Iterator[PlanProposal]:
    """Any blocking red flag raised."""
    for flag in context.screen.flags.raised:
        if flag.blocks:
            yield PlanProposal("red-flag", Reason("plan-red-flag", facts={"flag": flag.id, "action": flag.action}))
            return


def body(context: Context) -> Iterator[PlanProposal]:
    """A sign of the body in a last session that no clinician has answered; a swollen joint is the joint's."""
    for entry in context.last_signs:
        if entry.symptom in BODY_SYMPTOMS - JOINT_SYMPTOMS:
            yield PlanProposal("body", _told("plan-body", context, entry))
            return


def sign(context: Context) -> Iterator[PlanProposal]:
    """A nerve or joint sign in a last session that no clinician has answered."""
    for entry in context.last_signs:
        if entry.symptom in JOINT_SYMPTOMS or context.responder.is_nerve(entry):
            yield PlanProposal("sign", _told("plan-sign", context, entry))
            return


def stopped(context: Context) -> Iterator[PlanProposal]:
    """A last session was broken off for another reason."""
    for entry in context.last_entries:
        if entry.stopped is not None:
            yield PlanProposal("stopped", _told("plan-stopped", context, entry))
            return


def call(context: Context) -> Iterator[PlanProposal]:
    """Very strong pain in a last session."""
    severe, above = context.number("call", "severe"), context.number("call", "above_before")
    for entry in context.last_entries:
        over = entry.before is not None and entry.during is not None and entry.during >= entry.before + above
        if over or (entry.during is not None and entry.during >= severe):
            yield PlanProposal("call", _told("plan-call", context, entry))
            return


def _told(rule: str, context: Context, entry: LogEntry) -> Reason:
    facts = {
        "symptom": entry.symptom, "date": str(entry.date), "during": entry.during, "words": entry.stopped,
        "drill": context.library.title(entry.drill),
    }  # fmt: skip
    return Reason(rule, facts=facts)


def worse(context: Context) -> Iterator[PlanProposal]:
    """A measure with a movement is worse, or usual pain rose within a few days."""
    for row in context.screen.measured.rows.values():
        measure = context.library.measures[row.measure]
        if measure.movement and row.change == "worse":
            yield PlanProposal("worse", Reason("plan-worse", facts={"measure": measure.name, "side": row.side}))
            return
    series = context.screen.measured.series(Measures.PAIN_USUAL, "both")
    if len(series) >= 2:
        before, now = series[-2], series[-1]
        rise, threshold = round(now.value - before.value, 6), context.number("worse", "pain_rise")
        if rise >= threshold and (now.date - before.date).days <= context.number("worse", "within_days"):
            facts = {"before": before.value, "now": now.value, "threshold": threshold}
            yield PlanProposal("worse", Reason("plan-pain-rose", facts=facts))


def _counting(context: Context) -> Iterator[tuple[Row, list[Sitting]]]:
    """Measures with a movement, on an affected side, not good at the first of the sittings alike the latest."""
    measured, affected = context.screen.measured, context.situation.complaint.affected
    for row in measured.rows.values():
        measure = context.library.measures[row.measure]
        if not measure.movement or (row.side != "both" and row.side not in affected):
            continue
        latest = row.sitting
        alike = [s for s in measured.series(row.measure, row.side) if _same_way(s, latest)]
        first = measured.series(row.measure, row.side).index(alike[0])
        if measured.row_at(row.measure, row.side, first).grade != "none":
            yield row, alike


def _same_way(one: Sitting, other: Sitting) -> bool:
    return (one.position, one.instrument, one.state) == (other.position, other.instrument, other.state)


def _reached(row: Row) -> bool:
    if row.reference_from == "goal":
        return row.deficit is not None and round(row.deficit, 6) <= 0
    return row.grade == "none"


def cut_session(context: Context) -> Iterator[PlanProposal]:
    """Bad mornings running that no drill explains: a third less of everything, and nothing else changes."""
    wanted = int(context.number("cut-session", "mornings"))
    last = latest_dates(context.log, wanted)
    if len(last) == wanted and all(any(entry.unexplained for entry in entries) for _, entries in last):
        facts = {"first": str(last[-1][0]), "second": str(last[0][0])}
        yield PlanProposal("cut-session", Reason("plan-cut-session", facts=facts))


def goal(context: Context) -> Iterator[PlanProposal]:
    """A range that was short has reached its goal, and usual pain is known and low."""
    usual = context.situation.complaint.pain.usual
    if usual is None or usual > context.number("goal", "usual_pain"):
        return
    for row, _ in _counting(context):
        if _reached(row):
            facts = {"measure": context.library.measures[row.measure].name, "side": row.side, "value": row.value}
            yield PlanProposal("goal", Reason("plan-goal", facts=facts))


def plateau(context: Context) -> Iterator[PlanProposal]:
    """Sittings enough over weeks, done well, and no real change."""
    share = context.adherence.share if context.adherence else None
    if share is None or share < context.number("plateau", "done_pct") / 100:
        return
    for row, alike in _counting(context):
        span = (alike[-1].date - alike[0].date).days
        measure = context.library.measures[row.measure]
        change = shortfall(measure, alike[0].value, alike[-1].value)
        still = round(abs(change), 6) <= round(row.mdc, 6)
        long_enough = len(alike) >= context.number("plateau", "sittings") and span >= context.number("plateau", "days")
        if long_enough and still and not _reached(row):
            facts = {"measure": measure.name, "side": row.side, "days": span, "threshold": row.mdc}
            yield PlanProposal("plateau", Reason("plan-plateau", facts=facts))


def staged_gate(context: Context) -> Iterator[PlanProposal]:
    """Whenever the condition has gates: whether the present one opens, and what is missing."""
    result = gate(context)
    if result is not None:
        rule = "plan-gate-open" if result.opens else "plan-gate-closed"
        facts = {"stage": result.stage, "name": result.name, "missing": len(result.missing)}
        yield PlanProposal("gate", Reason(rule, facts=facts), result)


def low_adherence(context: Context) -> Iterator[PlanProposal]:
    """Too few of the due dates, and no drill hurt: the program is too big."""
    share = context.adherence.share if context.adherence else None
    if share is None or share >= context.number("low-adherence", "due_pct") / 100:
        return
    if context.flared_within(context.number("low-adherence", "days_after_flare")) is not None:
        return
    last = int(context.number("low-adherence", "painless_sessions"))
    for planned in context.planned:
        for view in context.views(planned):
            if {day.kind for day in view.all_days[-last:]} & {"stirred", "flared"}:
                return
    yield PlanProposal("low-adherence", Reason("plan-low-adherence", facts={"percent": round(100 * share)}))


def silent(context: Context) -> Iterator[PlanProposal]:
    """No log for days, or a next morning unknown for too long."""
    plan, today = context.situation.plan, context.situation.today
    if not context.planned:
        return
    log = context.log
    last = log.dates[-1] if log else plan.start
    rhythm = context.number("silent", "rhythm_days") / (context.most_days or 1)
    if last is not None and (today - last).days >= max(context.number("silent", "days"), rhythm):
        yield PlanProposal("silent", Reason("plan-silent", facts={"days": (today - last).days}))
        return
    unknown_for = context.number("silent", "morning_days")
    for date, _, told in log.sessions:
        if told.waits and (today - date).days >= unknown_for:
            yield PlanProposal("silent", Reason("plan-morning-unknown", facts={"date": str(date)}))
            return
