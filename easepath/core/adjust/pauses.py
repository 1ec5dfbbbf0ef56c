"""What a sign in one drill pauses in the others: the same nerve, the same joint, the same risk."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import replace

from easepath.core.adjust.decision import Decision, DrillReview
from easepath.core.adjust.joints import joints_of_sign, loads_joint
from easepath.core.adjust.nerve import families_of, families_paused
from easepath.core.adjust.risks import risks_of, risks_paused
from easepath.core.adjust.view import Context, DrillView
from easepath.core.facts import LogEntry
from easepath.core.knowledge.models import Drill
from easepath.core.reasons import Reason
from easepath.core.vocabulary import BODY_SYMPTOMS, BOTH, JOINT_SYMPTOMS, SideName, Symptom


def pause_beside(context: Context, drills: list[DrillReview]) -> list[DrillReview]:
    """Every drill that a sign pauses, unless a rule that stands before has spoken for it.

    A sign in what stood in for a drill elsewhere pauses that drill, and with it what one of its own would.
    """
    stood_in = [entry for entry in context.last_signs if entry.stands_for is not None]
    risks = risks_paused(entry.symptom for entry in context.last_signs if entry.symptom in BODY_SYMPTOMS)
    nerves = {name for entry, of in _signs(context, drills, "nerve") for name in _families(context, of.drill, entry)}
    nerves |= {name for entry in stood_in for name in _families(context, context.library.drill(entry.drill), entry)}
    joints: dict[tuple[str, SideName], Symptom | None] = {
        (joint, side): entry.symptom
        for entry, view in _signs(context, drills, "joint")
        if entry.symptom in JOINT_SYMPTOMS
        for joint in joints_of_sign(context.library, view.drill, entry.felt)
        for side in (BOTH if view.whole else {view.side})
    }  # fmt: skip
    joints |= {
        (joint, side): entry.symptom
        for entry in stood_in
        if entry.symptom in JOINT_SYMPTOMS
        for joint in joints_of_sign(context.library, context.library.drill(entry.drill), entry.felt)
        for side in entry.sides
    }
    found = [_stood_for(context, one, stood_in) for one in drills]
    if risks:
        found = [_paused(context, one, "body") if risks_of(context, one) & risks else one for one in found]
    if nerves:
        found = [_paused(context, one, "nerve") if families_of(one.drill) & nerves else one for one in found]
    return [_joint_paused(context, one, joints) for one in found] if joints else found


def _signs(context: Context, drills: list[DrillReview], rule: str) -> Iterator[tuple[LogEntry, DrillView]]:
    """The sessions behind each stop of a rule, with the side that was judged."""
    for one in drills:
        if (one.decision.rule, one.decision.action) == (rule, "stop"):
            for view in context.views(one.planned):
                for entry in view.unanswered.entries if view.unanswered else ():
                    yield entry, view


def _families(context: Context, drill: Drill, entry: LogEntry) -> frozenset[str]:
    told = context.responder.is_nerve(entry)
    return families_paused(context.library, drill, entry.felt) if told else frozenset()


def _stood_for(context: Context, found: DrillReview, stood_in: list[LogEntry]) -> DrillReview:
    """The drill paused where what stood in for it brought a sign of a nerve or a joint."""
    for entry in stood_in:
        if entry.stands_for != found.planned.drill:
            continue
        if context.responder.is_nerve(entry):
            return _paused(context, found, "nerve")
        if entry.symptom in JOINT_SYMPTOMS:
            return _paused(context, found, "joint", symptom=entry.symptom)
    return found


def _joint_paused(
    context: Context, found: DrillReview, joints: Mapping[tuple[str, SideName], Symptom | None]
) -> DrillReview:
    drilled = frozenset(found.drill.sides_done(found.planned.side))
    for (joint, side), symptom in joints.items():
        if loads_joint(context.library, found.drill, drilled, joint, side):
            return _paused(context, found, "joint", symptom=symptom)
    return found


def _paused(context: Context, found: DrillReview, rule: str, **facts: object) -> DrillReview:
    """The drill paused by a rule; what a rule of the same place or one before it says stays."""
    order = list(context.library.rules)
    if order.index(found.decision.rule) <= order.index(rule):
        return found
    return replace(found, decision=Decision(rule, "pause", Reason(f"adjust-{rule}-pause", facts=facts)))
